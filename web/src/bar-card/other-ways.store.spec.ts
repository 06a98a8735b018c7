import { TestBed } from '@angular/core/testing';
import type { BarAlternative } from '@kettle-step/core';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { OtherWaysStore } from './other-ways.store';

const piece = testPiece('C4/1 D4 E4 F4 | G4/1 F4 E4 D4');

const setUp = () => {
  const opened = openSession(piece, new Map(), [OtherWaysStore]);
  const store = TestBed.inject(OtherWaysStore);
  const settleDown = (): void => {
    TestBed.tick();
    jest.advanceTimersByTime(200);
    TestBed.tick();
  };
  settleDown();
  const shownFingers = (): string =>
    (opened.preview.plan()?.hands.right.notes ?? [])
      .slice(0, 4)
      .map(({ finger }) => finger)
      .join('');
  return { ...opened, store, settleDown, shownFingers };
};

const written = ({ fingers }: BarAlternative): string => [...fingers.values()].join('');

describe('other ways to play the chosen bar', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('are looked up when a bar is chosen, at least three where there are', () => {
    const { store, engine, selection, settleDown } = setUp();
    expect(store.ways()!.length).toBeGreaterThanOrEqual(3);
    selection.chooseBar(1, 'right');
    expect(store.ways()).toBeUndefined();
    settleDown();
    expect(engine.asked.map(({ bars }) => bars[0])).toEqual([0, 1]);
  });

  it('are shown one after another, and then what stands', () => {
    const { store, session, preview, shownFingers } = setUp();
    const ways = store.ways()!;
    const next = (): void => {
      store.tryAnother();
      TestBed.tick();
    };
    next();
    expect(shownFingers()).toBe(written(ways[0]!));
    for (let turn = 1; turn < ways.length; turn += 1) next();
    expect(shownFingers()).toBe(written(ways[ways.length - 1]!));
    next();
    expect([store.at(), preview.shown()]).toEqual([-1, session.solved()]);
  });

  it('are left when another bar is chosen', () => {
    const { store, session, selection, preview, settleDown } = setUp();
    store.look(1);
    TestBed.tick();
    selection.chooseBar(1, 'right');
    settleDown();
    expect([store.at(), preview.shown()]).toEqual([-1, session.solved()]);
  });

  it('settle the bar as it is seen: with the way that is looked at, or as it stands', () => {
    const { store, session, settleDown } = setUp();
    const fingers = (): string => [...session.decisions().locks.values()].join('');
    store.settle();
    expect(fingers()).toBe('1234');
    settleDown();
    store.look(0);
    const way = store.ways()![0]!;
    store.settle();
    expect(fingers()).toBe(written(way));
  });
});
