import { DEFAULT_SETTINGS, NEW_DESK, type EngineAnswer, type EngineRequest } from '@kettle-step/contract';
import { demoPieces } from '../../../core/testing/demo';
import { createEngine } from './engine-handlers';

/** Jobs by a clock that goes on by so much at every look; what comes in at each pause is up to the test. */
const setUp = (msALook: number) => {
  const answers: EngineAnswer[] = [];
  const atPause: (() => void)[] = [];
  let clock = 0;
  const jobs = createEngine({
    post: (answer) => answers.push(answer),
    pause: async () => {
      atPause.shift()?.();
      await Promise.resolve();
    },
    now: () => (clock += msALook),
  });
  return { answers, atPause, jobs };
};

const kinds = (answers: readonly EngineAnswer[]): string[] => [...new Set(answers.map(({ kind }) => kind))];

const DESK = { settings: DEFAULT_SETTINGS, apart: [], given: [], eased: [], playing: NEW_DESK.playing };
const plan = (request: number): EngineRequest => ({ kind: 'plan', request, locks: [], desk: DESK });

const settle = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 5));

describe('the engine in its worker', () => {
  const document = new TextDecoder().decode(demoPieces()[0]!.bytes);

  it('tells how far a long plan is, and then the plan', async () => {
    const { answers, jobs } = setUp(60);
    jobs.ask({ kind: 'open', request: 1, document, pedal: [] });
    jobs.ask(plan(2));
    while (!answers.some(({ kind }) => kind === 'planned')) await settle();
    expect(kinds(answers)).toEqual(['opened', 'progress', 'planned']);
    const told = answers.flatMap((answer) => (answer.kind === 'progress' ? [answer.done] : []));
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(told.every((done) => done >= 0 && done <= 1)).toBe(true);
  });

  it('works out only the wishes that nobody has taken back', async () => {
    const { answers, jobs } = setUp(0);
    jobs.ask({ kind: 'open', request: 1, document, pedal: [] });
    for (const request of [2, 3, 4]) jobs.ask(plan(request));
    for (const request of [2, 3]) jobs.ask({ kind: 'cancel', request });
    while (!answers.some(({ kind }) => kind === 'planned')) await settle();
    expect(answers.map(({ request }) => request)).toEqual([1, 4]);
  });

  it('leaves a plan off when nobody waits for it any more, and goes on with the next job', async () => {
    const { answers, atPause, jobs } = setUp(60);
    jobs.ask({ kind: 'open', request: 1, document, pedal: [] });
    jobs.ask(plan(2));
    jobs.ask({
      kind: 'alternatives',
      request: 3,
      locks: [],
      desk: DESK,
      side: 'right',
      bars: [0, 0],
      count: 3,
    });
    const nothing = (): void => undefined;
    atPause.push(nothing, nothing, nothing, nothing, () => jobs.ask({ kind: 'cancel', request: 2 }));
    while (!answers.some(({ kind }) => kind === 'alternatives')) await settle();
    expect(answers.filter(({ request }) => request === 2).map(({ kind }) => kind)).not.toContain('planned');
  });

  it('sends a hand again only when it has changed', async () => {
    const { answers, jobs } = setUp(0);
    const hands = () => answers.flatMap((answer) => (answer.kind === 'planned' ? [answer.plan.hands] : []));
    jobs.ask({ kind: 'open', request: 1, document, pedal: [] });
    jobs.ask(plan(2));
    while (hands().length < 1) await settle();
    const [first] = hands();
    const right = first!.right === 'as-before' ? undefined : first!.right.notes[0];
    jobs.ask({ ...plan(3), locks: [[right!.id, right!.finger === 1 ? 2 : 1]] } as EngineRequest);
    while (hands().length < 2) await settle();
    expect(hands().map(({ left }) => left === 'as-before')).toEqual([false, true]);
    expect(hands().map(({ right: hand }) => hand === 'as-before')).toEqual([false, false]);
  });

  it('mends a document and carries decisions along, or says why not', async () => {
    const { answers, jobs } = setUp(0);
    jobs.ask({ kind: 'open', request: 1, document, pedal: [] });
    while (answers.length < 1) await settle();
    const [opened] = answers.flatMap((answer) => (answer.kind === 'opened' ? [answer] : []));
    const [first, second] = opened!.score.notes;
    const locks: [string, 1 | 2][] = [
      [first!.id, 1],
      [second!.id, 2],
    ];
    const decided = { document, locks, desk: NEW_DESK };
    jobs.ask({ kind: 'correct', request: 2, ...decided, correction: { kind: 'delete', noteId: second!.id } });
    jobs.ask({ kind: 'correct', request: 3, ...decided, correction: { kind: 'delete', noteId: 'nobody' } });
    while (answers.length < 3) await settle();
    const [mended] = answers.flatMap((answer) => (answer.kind === 'carried' ? [answer] : []));
    expect([...mended!.carried.locks.keys()]).toEqual([first!.id]);
    expect(mended!.carried.lost).toMatchObject([{ kind: 'finger', finger: 2 }]);
    expect(answers[2]).toMatchObject({ kind: 'refused', request: 3 });
    // The newer document in turn: what is the same in both stays.
    jobs.ask({ kind: 'carry', request: 4, from: document, to: mended!.document, locks, desk: NEW_DESK });
    while (answers.length < 4) await settle();
    expect(answers[3]).toMatchObject({ kind: 'carried', carried: { kept: 1 } });
  });

  it('says so when no piece is open, or a piece cannot be read', async () => {
    const { answers, jobs } = setUp(0);
    jobs.ask(plan(1));
    jobs.ask({ kind: 'open', request: 2, document: '<score-partwise>', pedal: [] });
    while (answers.length < 2) await settle();
    expect(answers.map(({ kind }) => kind)).toEqual(['failed', 'failed']);
  });
});
