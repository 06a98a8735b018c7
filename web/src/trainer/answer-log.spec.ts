import { TestBed } from '@angular/core/testing';
import type { TrainerAnswer } from '@kettle-step/core';
import { of, throwError } from 'rxjs';
import { AnswerLog } from './answer-log';
import { TrainerService } from '../services/trainer.service';
import { ServerProblem } from '../services/server-problem';
import { AnswerSaving } from '../saving/answer-saving';

const answer = (at: number): TrainerAnswer => ({
  key: `number right ${at}`,
  answeredAt: `2026-12-01T10:00:0${at}.000Z`,
  isRight: true,
  ms: 900,
});

/** A server that keeps answers by student, as ours does: the same answer once. */
class FakeTrainer {
  problem: Error | undefined;
  readonly kept = new Map<string, readonly TrainerAnswer[]>();

  of(id: string) {
    return this.problem ? throwError(() => this.problem) : of(this.kept.get(id) ?? []);
  }

  add(id: string, answers: readonly TrainerAnswer[]) {
    if (this.problem) return throwError(() => this.problem);
    const before = this.kept.get(id) ?? [];
    const isNew = (one: TrainerAnswer) => before.every(({ answeredAt }) => answeredAt !== one.answeredAt);
    this.kept.set(id, [...before, ...answers.filter(isNew)]);
    return of(undefined);
  }
}

const open = () => {
  const server = new FakeTrainer();
  TestBed.configureTestingModule({ providers: [AnswerLog, { provide: TrainerService, useValue: server }] });
  const [log, saving] = [TestBed.inject(AnswerLog), TestBed.inject(AnswerSaving)];
  return { server, log, saving, rest: (ms = 10) => void jest.advanceTimersByTime(ms) };
};

describe('answers that are not saved yet', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('stay while the server is away, also when another student is chosen, and arrive once', () => {
    const { server, log, rest } = open();
    log.open('pip');
    server.problem = new Error('Nobody answers.');
    log.add(answer(1));
    rest();
    log.open('juno');
    log.add(answer(2));
    rest();
    expect(log.problem()).toBe('Not saved yet. Nobody answers.');
    log.open('pip');
    expect(log.answers()).toEqual([answer(1)]);
    server.problem = undefined;
    rest(12_000);
    expect([server.kept.get('pip'), server.kept.get('juno')]).toEqual([[answer(1)], [answer(2)]]);
    log.open('pip');
    expect([log.answers(), log.problem()]).toEqual([[answer(1)], '']);
  });

  it('are given up, with a word, where the student has left', () => {
    const { server, log, saving, rest } = open();
    log.open('pip');
    const gone = { type: '', title: '', status: 404, detail: 'This student has left.', code: 'not-found' } as const;
    server.problem = new ServerProblem(gone, gone.detail);
    log.add(answer(1));
    rest();
    expect([log.problem(), saving.waiting('pip')]).toEqual(['This student has left.', []]);
  });
});
