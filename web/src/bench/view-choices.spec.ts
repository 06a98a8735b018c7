import { TestBed } from '@angular/core/testing';
import { ViewChoices } from './view-choices';

const open = (): ViewChoices => {
  TestBed.resetTestingModule();
  return TestBed.inject(ViewChoices);
};

describe('what one likes to see', () => {
  beforeEach(() => localStorage.clear());

  it('is kept in this browser', () => {
    const choices = open();
    expect(choices.letters()).toBe(true);
    choices.setLetters(false);
    choices.toggleMark('moves');
    expect([open().letters(), open().marks().moves, open().marks().positions]).toEqual([false, false, true]);
  });

  it('is as usual where what was kept cannot be read', () => {
    localStorage.setItem('kettle-step.marks', '{broken');
    localStorage.setItem('kettle-step.letters', '"yes"');
    expect([open().marks().positions, open().letters()]).toEqual([true, true]);
  });
});
