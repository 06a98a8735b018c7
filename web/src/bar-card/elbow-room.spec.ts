import { TestBed } from '@angular/core/testing';
import { ElbowRoom } from './elbow-room';

const show = (room: readonly (number | null)[], finger: number | null) => {
  const fixture = TestBed.createComponent(ElbowRoom);
  fixture.componentRef.setInput('room', room);
  fixture.componentRef.setInput('finger', finger);
  fixture.detectChanges();
  const host = fixture.nativeElement as HTMLElement;
  return {
    fixture,
    columns: [...host.querySelectorAll('button')],
    summary: host.querySelector('.summary')?.textContent,
  };
};

describe('elbow room', () => {
  it('says for each finger what it would cost', () => {
    const { columns } = show([0, 0.2, 2, 7, null], 1);
    expect(columns.map((column) => column.getAttribute('aria-label'))).toEqual([
      'Finger 1, chosen',
      'Finger 2: effort +0.2, as good',
      'Finger 3: effort +2.0, costs something',
      'Finger 4: effort +7.0, costs much',
      'Finger 5: not possible here',
    ]);
    expect(columns[4]?.disabled).toBe(true);
  });

  it.each([
    [[0, 3, 4, 5, 6], 1, 'No real choice: every other finger costs more.'],
    [[0, 1.2, 4, 5, 6], 1, 'Every other finger costs a little more.'],
    [[0, 0.4, 4, 5, 6], 1, 'One other finger would do nearly as well.'],
    [[0, 0.4, 0.9, 5, 6], 1, '2 other fingers would do nearly as well.'],
    [[null, null, 0, null, null], 3, 'No other finger can play here.'],
    [[-2, 0, 1, 1, 1], 2, 'Another finger would be easier; this one holds because you set it.'],
  ])('of %j is summed up', (room, finger, words) => {
    expect(show(room, finger).summary).toBe(words);
  });

  it('gives the finger that is pressed', () => {
    const { fixture, columns } = show([0, 1, 2, 3, 4], 1);
    const pressed: number[] = [];
    fixture.componentInstance.chooseFinger.subscribe((finger) => pressed.push(finger));
    columns[2]!.click();
    expect(pressed).toEqual([3]);
  });
});
