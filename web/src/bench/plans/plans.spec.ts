import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { fingersOfHand } from '@kettle-step/core';
import { testPiece } from '../../../testing/piece';
import { openSession } from '../../../testing/session';
import { OtherWaysStore } from '../../bar-card/other-ways.store';
import { Actions } from '../actions';
import { GeneralHere } from './general-here';
import { Plans } from './plans';
import { PlansStore } from './plans.store';

const piece = testPiece('C4/1 D4 E4 F4 | G4/4');
const ours = [...fingersOfHand(piece.plan.hands.right)].map(([noteId, finger]) => ({ noteId, finger }));
/** The general plan begins with 2 and has come to end on 4. */
const general = ours.map((one) =>
  one.noteId === 'n1' ? { ...one, finger: 2 as const } : one.noteId === 'n5' ? { ...one, finger: 4 as const } : one,
);
const seen = general.map((one) => (one.noteId === 'n5' ? { ...one, finger: 5 as const } : one));

const open = (shown: typeof Plans | typeof GeneralHere) => {
  const opened = openSession(piece, new Map(), [PlansStore, Actions, OtherWaysStore, provideRouter([])]);
  opened.pieces.besides = { general: { id: 'g', title: 'A line', fingers: general, seen }, own: [] };
  const fixture = TestBed.createComponent<Plans | GeneralHere>(shown);
  TestBed.tick();
  fixture.detectChanges();
  const host = fixture.nativeElement as HTMLElement;
  const text = (): string => {
    TestBed.tick();
    fixture.detectChanges();
    return host.textContent?.replace(/\s+/g, ' ').trim() ?? '';
  };
  const press = (words: string): void => {
    [...host.querySelectorAll('button')].find(({ textContent }) => textContent?.trim() === words)!.click();
    text();
  };
  return { ...opened, text, press, store: TestBed.inject(PlansStore) };
};

describe('a student’s own plan beside the general one', () => {
  it('lists the bars that differ, and which of them changed since they were looked at', () => {
    const { text, store } = open(Plans);
    expect(text()).toMatch(/1 Rright hand22341234as it was.*2 Rright hand45changed/);
    expect(store.changed()).toBe(1);
  });

  it('takes a bar of the general plan, or stays with its own, and neither is offered again', () => {
    const { press, session, pieces, store, selection, text } = open(GeneralHere);
    selection.choose('n5');
    expect(text()).toContain('The general plan now has 4 here.');
    press('Stay with these');
    expect(pieces.seen.at(-1)).toContainEqual({ noteId: 'n5', finger: 4 });
    expect([store.changed(), text()]).toEqual([0, expect.stringContaining('The general plan has 4 here.')]);
    press('Take it');
    expect(session.decisions().locks.get('n5')).toBe(4);
    expect(store.differenceAt({ side: 'right', bar: 1 })).toBeUndefined();
    expect(store.differenceAt({ side: 'right', bar: 0 })?.general[0]).toBe(2);
  });
});
