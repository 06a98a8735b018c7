import { TestBed } from '@angular/core/testing';
import { trialSchema, type StudentTrial } from '@kettle-step/contract';
import { of } from 'rxjs';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { StudentsService } from '../services/students.service';
import { History } from '../session/history';
import { setPractice } from '../session/decisions';
import { LessonTrialsStore } from './trials.store';

const TRIAL = trialSchema.parse({
  id: '1',
  side: 'right',
  bars: [0, 0],
  numbers: [1, 1],
  passage: 'scale',
  setOn: '2026-03-04',
  ways: [
    { name: 'A', fingers: [['n1', 1], ['n2', 2]], moves: [] },
    { name: 'B', fingers: [['n1', 2], ['n2', 3]], moves: [] },
  ],
}); // prettier-ignore

describe('choosing between trials at a lesson', () => {
  const setUp = () => {
    const trials: readonly StudentTrial[] = [{ pieceId: 'kite', title: 'Kite', trial: TRIAL }];
    const students = { list: () => of([]), trials: () => of(trials) };
    return openSession(testPiece('C4/1 D4 E4 F4 | G4/4'), new Map(), [
      LessonTrialsStore,
      { provide: StudentsService, useValue: students },
    ]);
  };

  it('sets the fingers in the plan of the piece, with the reason, and saves it', async () => {
    jest.useFakeTimers();
    const { session, saving, pieces } = setUp();
    saving.open('kite');
    TestBed.inject(History).decide(setPractice(session.decisions(), { trials: [TRIAL] }));
    const store = TestBed.inject(LessonTrialsStore);
    store.open('pip');
    const [one] = store.trials();
    store.choose(one!, { name: 'B', reason: 'clearer', on: '2026-03-11' });
    expect(store.choosing()).toBe('kite 1');
    TestBed.tick();
    await jest.advanceTimersByTimeAsync(1000);
    TestBed.tick();
    expect(session.decisions().locks).toEqual(new Map([['n1', 2], ['n2', 3]])); // prettier-ignore
    const { desk } = pieces.saved.at(-1)!;
    expect(desk.practice.trials[0]!.choice).toEqual({ name: 'B', reason: 'clearer', on: '2026-03-11' });
    expect(desk.remarks[0]!.text).toBe('Bar 1, right hand: B chosen on 11 March 2026: clearer.');
    expect(store.choosing()).toBe('');
    expect(store.problem()).toBe('');
    jest.useRealTimers();
  });
});
