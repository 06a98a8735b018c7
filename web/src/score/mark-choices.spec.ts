import { TestBed } from '@angular/core/testing';
import { MarkChoices } from './mark-choices';

const open = (): MarkChoices => {
  TestBed.resetTestingModule();
  return TestBed.inject(MarkChoices);
};

describe('marks one likes to see', () => {
  beforeEach(() => localStorage.clear());

  it('are kept in this browser', () => {
    open().toggle('moves');
    expect([open().marks().moves, open().marks().positions]).toEqual([false, true]);
  });

  it('are all of them where what was kept cannot be read', () => {
    localStorage.setItem('kettle-step.marks', '{broken');
    expect(open().marks().positions).toBe(true);
  });
});
