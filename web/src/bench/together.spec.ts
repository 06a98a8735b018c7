import { TestBed } from '@angular/core/testing';
import { storedFingers, ribbonOf } from '@kettle-step/contract';
import { createPlanner, DEFAULT_HANDS } from '@kettle-step/core';
import { bothLines } from '../../../core/testing/both-lines';
import { testPiece, type TestPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { OtherWaysStore } from '../bar-card/other-ways.store';
import { Actions } from './actions';
import { BenchView } from './bench-view';
import { Together } from './together';

/** Both hands, in place of the one line that a test piece has. */
const bothHandsPiece = (right: string, left: string): TestPiece => {
  const score = bothLines(right, left);
  const plan = createPlanner(DEFAULT_HANDS).plan(score, { locks: new Map(), alternatives: 0 });
  const { stored, ...piece } = testPiece('C4/4');
  const decided = { fingers: storedFingers(score, plan, new Map()), ribbon: ribbonOf(score, plan, new Map()) };
  return { ...piece, score, plan, stored: { ...stored, plan: { ...stored.plan, ...decided } } };
};

describe('both hands on the bench', () => {
  const open = (right: string, left: string) => {
    const opened = openSession(bothHandsPiece(right, left), new Map(), [Actions, BenchView, OtherWaysStore]);
    Element.prototype.scrollIntoView = () => undefined;
    const fixture = TestBed.createComponent(Together);
    fixture.detectChanges();
    const host = fixture.nativeElement as HTMLElement;
    const text = (): string => host.textContent?.replace(/\s+/g, ' ') ?? '';
    return { ...opened, host, text };
  };

  it('stand beat by beat, with what is hard about each, and lead to the bar', () => {
    const { host, text, selection } = open(
      '( C4/1/2 D4 E4 F4 G4 A4 B4 C5 ) | C5/4',
      '[C3 E3 G3]/2 [F2 A2 C3] | [F2 A2 C3]/4',
    );
    expect(host.querySelectorAll('.beat')).toHaveLength(5);
    expect(text()).toContain('Bar 1, beat 3');
    const spot = host.querySelector('.beat:nth-child(3)')!;
    expect(spot.getAttribute('title')).toMatch(/^Bar 1, beat 3/);
    [...host.querySelectorAll<HTMLButtonElement>('button.bar')][1]!.click();
    expect(selection.chosenBar()).toBe(1);
  });

  it('say so where nothing stands out', () => {
    const { text } = open('C4/1 D4 E4 F4 | G4/4', 'C3/1 B2 A2 G2 | F2/4');
    expect(text()).toContain('the hands get on with one another');
  });
});
