import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NEW_DESK } from '@kettle-step/contract';
import { createPlanner, DEFAULT_HAND, type BarAlternative, type Finger, type Locks } from '@kettle-step/core';
import { of } from 'rxjs';
import { testPiece } from '../../testing/piece';
import { EngineService } from '../services/engine.service';
import { BenchStore, type Solved } from './bench.store';
import type { Decisions, Place } from './decisions';
import { OtherWaysStore } from './other-ways.store';

// The service starts a worker by its address, which only a bundler understands.
jest.mock('../services/engine.service', () => ({
  EngineService: class EngineService {
    readonly started = false;
  },
}));

const piece = testPiece('C4/1 D4 E4 F4 | G4/1 F4 E4 D4');
const planner = createPlanner(DEFAULT_HAND);

const setUp = () => {
  const decisions = signal<Decisions>({ locks: new Map(), desk: NEW_DESK });
  const bench = {
    score: () => piece.score,
    decisions,
    solved: signal<Solved | undefined>({ plan: piece.plan, decisions: decisions() }),
    chosenPlace: signal<Place>({ side: 'right', bar: 0 }),
    preview: signal<Solved | undefined>(undefined),
    decide: (made: Decisions) => decisions.set(made),
    planWith: (fingers: Locks) =>
      of({ plan: planner.plan(piece.score, { locks: fingers, alternatives: 0 }), decisions: decisions() }),
  };
  const asked: Place[] = [];
  const engine = {
    alternatives: ({
      side,
      bars,
      count,
    }: {
      side: 'right' | 'left';
      bars: readonly [number, number];
      count: number;
    }) => {
      asked.push({ side, bar: bars[0] });
      return of(
        planner.alternatives(piece.score, { locks: new Map(), side, bars, count, different: true, freed: true }),
      );
    },
  };
  TestBed.configureTestingModule({
    providers: [OtherWaysStore, { provide: BenchStore, useValue: bench }, { provide: EngineService, useValue: engine }],
  });
  const store = TestBed.inject(OtherWaysStore);
  const settleDown = (): void => {
    TestBed.tick();
    jest.advanceTimersByTime(200);
    TestBed.tick();
  };
  settleDown();
  const shownFingers = (): string =>
    (bench.preview()?.plan.hands.right.notes ?? [])
      .slice(0, 4)
      .map(({ finger }) => finger)
      .join('');
  return { store, bench, asked, settleDown, shownFingers };
};

const written = ({ fingers }: BarAlternative): string => [...fingers.values()].join('');

describe('other ways to play the chosen bar', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('are looked up when a bar is chosen, at least three where there are', () => {
    const { store, bench, asked, settleDown } = setUp();
    expect(store.ways()!.length).toBeGreaterThanOrEqual(3);
    bench.chosenPlace.set({ side: 'right', bar: 1 });
    expect(store.ways()).toBeUndefined();
    settleDown();
    expect(asked.map(({ bar }) => bar)).toEqual([0, 1]);
  });

  it('are shown one after another, and then what stands', () => {
    const { store, bench, shownFingers } = setUp();
    const ways = store.ways()!;
    store.tryAnother();
    expect(shownFingers()).toBe(written(ways[0]!));
    for (let turn = 1; turn < ways.length; turn += 1) store.tryAnother();
    expect(shownFingers()).toBe(written(ways[ways.length - 1]!));
    store.tryAnother();
    expect([store.at(), bench.preview()]).toEqual([-1, undefined]);
  });

  it('are left when another bar is chosen', () => {
    const { store, bench, settleDown } = setUp();
    store.look(1);
    bench.chosenPlace.set({ side: 'right', bar: 1 });
    settleDown();
    expect([store.at(), bench.preview()]).toEqual([-1, undefined]);
  });

  it('settle the bar as it is seen: with the way that is looked at, or as it stands', () => {
    const { store, bench } = setUp();
    const fingers = (): string => [...bench.decisions().locks].map(([, finger]: [string, Finger]) => finger).join('');
    store.settle();
    expect(fingers()).toBe('1234');
    store.look(0);
    const way = store.ways()![0]!;
    store.settle();
    expect(fingers()).toBe(written(way));
  });
});
