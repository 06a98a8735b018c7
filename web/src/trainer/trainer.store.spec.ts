import { TestBed } from '@angular/core/testing';
import type { Question, TrainerAnswer } from '@kettle-step/core';
import { of, Subject, throwError, type Observable } from 'rxjs';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { TrainerService } from '../services/trainer.service';
import { AnswerLog } from './answer-log';
import { ROUND_MS, TrainerStore } from './trainer.store';

/** A server that takes answers, unless it is away. */
class FakeTrainer {
  kept: readonly TrainerAnswer[] = [];
  isAway = false;

  of(): Observable<readonly TrainerAnswer[]> {
    return of(this.kept);
  }

  add(_id: string, answers: readonly TrainerAnswer[]): Observable<unknown> {
    if (this.isAway) return throwError(() => new Error('away'));
    this.kept = [...this.kept, ...answers.filter((one) => !this.kept.includes(one))];
    return of(undefined);
  }
}

describe('a round of the trainer', () => {
  let clock = 0;
  beforeEach(() => {
    localStorage.clear();
    clock = 1000;
    jest.spyOn(performance, 'now').mockImplementation(() => clock);
  });
  afterEach(() => jest.restoreAllMocks());

  const setUp = () => {
    const trainer = new FakeTrainer();
    openSession(testPiece('C4/1 D4 E4 F4 | G4/1 A4 B4 C5'), new Map(), [
      AnswerLog,
      TrainerStore,
      { provide: TrainerService, useValue: trainer },
    ]);
    const [store, log] = [TestBed.inject(TrainerStore), TestBed.inject(AnswerLog)];
    log.open('');
    const question = (): Question => {
      const state = store.state();
      if (state.kind !== 'asking') throw new Error(`not asking: ${state.kind}`);
      return state.question;
    };
    const right = (one: Question): readonly number[] =>
      one.answer === 'keys' ? one.midis : one.answer === 'finger' ? [one.finger] : one.right;
    const answer = (isRight: boolean): void => {
      clock += 800;
      const asked = question();
      const given = isRight ? right(asked) : [asked.answer === 'finger' ? (asked.finger % 5) + 1 : 21];
      for (const one of given) store.give(one);
      if (asked.answer === 'notes') store.done();
    };
    return { store, log, trainer, question, answer };
  };

  it('tells right from wrong, goes on, and ends with its time', () => {
    const { store, answer } = setUp();
    store.begin();
    answer(true);
    expect(store.state()).toMatchObject({ kind: 'told', isRight: true, ms: 800 });
    store.goOn();
    answer(false);
    expect(store.state()).toMatchObject({ kind: 'told', isRight: false });
    store.goOn();
    clock += ROUND_MS;
    answer(true);
    store.goOn();
    expect(store.state().kind).toBe('over');
    expect(store.result()).toMatchObject({ asked: 3, right: 2 });
    expect(store.missed()).toHaveLength(1);
  });

  it('goes on by itself after a right answer, never over a wrong one that is told', () => {
    jest.useFakeTimers({ doNotFake: ['performance'] });
    const { store, answer } = setUp();
    const pass = (ms: number): void => {
      TestBed.tick();
      jest.advanceTimersByTime(ms);
    };
    store.begin();
    answer(true);
    pass(1000);
    expect(store.state().kind).toBe('asking');
    // Whoever is quick goes on by hand, and may be wrong at once.
    answer(true);
    pass(300);
    store.goOn();
    answer(false);
    pass(5000);
    expect(store.state()).toMatchObject({ kind: 'told', isRight: false });
    jest.useRealTimers();
  });

  it('waits for all keys of both hands, in whichever order, and tells a wrong one at once', () => {
    const { store, question } = setUp();
    store.kinds.set(['calls']);
    store.begin();
    // One hand is asked first; both come once all of those are known.
    while (true) {
      const asked = question();
      if (asked.answer !== 'keys') throw new Error('calls are answered by keys');
      if (asked.midis.length === 2) break;
      store.give(asked.midis[0]!);
      store.goOn();
    }
    const both = question();
    if (both.answer !== 'keys') throw new Error('calls are answered by keys');
    store.give(both.midis[1]!);
    expect(store.state().kind).toBe('asking');
    store.give(both.midis[0]!);
    expect(store.state()).toMatchObject({ kind: 'told', isRight: true });
  });

  it('asks about the own piece only while it is open, and about nothing where nothing is chosen', () => {
    const { store } = setUp();
    store.kinds.set(['own']);
    expect(store.deck().some(({ key }) => key.startsWith('own'))).toBe(true);
    store.kinds.set([]);
    store.begin();
    expect(store.state().kind).toBe('before');
  });

  it('keeps answers on this device for nobody, and goes on from them', () => {
    const { store, log, answer, trainer } = setUp();
    store.begin();
    answer(true);
    expect(trainer.kept).toEqual([]);
    log.open('');
    expect(log.answers()).toHaveLength(1);
  });

  it('keeps answers with the student, and sends again what the server did not take', () => {
    jest.useFakeTimers({ doNotFake: ['performance'] });
    const { store, log, answer, trainer } = setUp();
    log.open('pip');
    store.begin();
    trainer.isAway = true;
    answer(true);
    jest.advanceTimersByTime(10);
    expect(log.problem()).toBe('Not saved yet. away');
    trainer.isAway = false;
    store.goOn();
    answer(true);
    jest.advanceTimersByTime(6000);
    expect(trainer.kept).toHaveLength(2);
    expect(log.problem()).toBe('');
    jest.useRealTimers();
  });

  it('does not mix what comes late for one student into another', () => {
    const { log } = setUp();
    const late = new Subject<readonly TrainerAnswer[]>();
    TestBed.inject(TrainerService).of = () => late;
    log.open('pip');
    log.open('');
    late.next([{ key: 'a', answeredAt: '2026-03-04T16:00:00.000Z', isRight: true, ms: 1 }]);
    expect(log.answers()).toEqual([]);
  });
});
