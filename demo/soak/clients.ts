import { pieceSchema, savedSchema, type Piece } from '@kettle-step/contract';
import { Dice } from '@kettle-step/core';
import { line, Times } from './figures';
import { asker, json, type Ask, type Program } from './program';
import { pieceId } from './studio';

/** What teachers do, and of a hundred requests how many are of each kind. */
const MIX = { list: 4, open: 30, save: 40, search: 11, student: 15 } as const;
type Kind = keyof typeof MIX;
const KINDS = Object.entries(MIX).flatMap(([kind, share]) => Array<Kind>(share).fill(kind as Kind));

const GOAL_MS = 100;
const WORDS = ['steady', 'hands apart', 'cedar', 'zither', 'jump'] as const;

interface Doing {
  readonly ask: () => Promise<Response>;
  /** What a teacher's own device does with the answer; the server has no part in it, so it is not timed. */
  readonly keep?: (answer: unknown) => void;
}

/** One teacher: opens a piece, saves it again and again, opens the next. */
const client = (ask: Ask, dice: Dice, own: readonly string[], times: Readonly<Record<Kind, Times>>) => {
  let open: Piece | undefined;
  let revision = 1;
  const doing: Readonly<Record<Kind, Doing>> = {
    list: { ask: () => ask('api/pieces') },
    open: {
      ask: () => ask(`api/pieces/${dice.one(own)}`),
      keep: (answer) => {
        open = pieceSchema.parse(answer);
        revision = open.plan.revision;
      },
    },
    save: {
      ask: () => {
        const { fingers, desk, ribbon } = open!.plan;
        return ask(`api/pieces/${open!.id}/plan`, json('PUT', { baseRevision: revision, fingers, desk, ribbon }));
      },
      keep: (answer) => void (revision = savedSchema.parse(answer).revision),
    },
    search: { ask: () => ask(`api/lessons?words=${encodeURIComponent(dice.one(WORDS))}&latest=201`) },
    student: { ask: () => ask(`api/students/student-${dice.whole(1, 60)}`) },
  };
  const act = async (kind: Kind): Promise<void> => {
    const { ok, status, text } = await times[kind].of(async () => {
      const answer = await doing[kind].ask();
      return { ok: answer.ok, status: answer.status, text: await answer.text() };
    });
    if (!ok) throw new Error(`${kind}: ${status} ${text}`);
    doing[kind].keep?.(JSON.parse(text));
  };
  return async (): Promise<void> => {
    const kind = dice.one(KINDS);
    if (kind === 'save' && !open) await act('open');
    await act(kind);
  };
};

export interface Load {
  readonly pieces: number;
  readonly clients: number;
  /** It ends after so many requests or so long. */
  readonly requests: number;
  readonly seconds: number;
  /** How long each waits before the next request, milliseconds on average; 0 for none. */
  readonly pauseMs: number;
}

/** Teachers at once, and what each kind of request takes. */
const run = async (program: Program, load: Load, watch: (asked: number) => void = () => undefined) => {
  const { pieces, clients, requests, seconds, pauseMs } = load;
  const ask = asker(program);
  const times = { list: new Times(), open: new Times(), save: new Times(), search: new Times(), student: new Times() };
  const until = performance.now() + 1000 * seconds;
  let asked = 0;
  await Promise.all(
    Array.from({ length: clients }, async (_, at) => {
      const dice = new Dice(at + 1);
      const own = Array.from({ length: Math.floor(pieces / clients) }, (__, piece) => pieceId(piece * clients + at));
      const act = client(ask, dice, own, times);
      while (asked < requests && performance.now() < until) {
        asked += 1;
        watch(asked);
        if (pauseMs > 0) await new Promise((resolve) => setTimeout(resolve, dice.whole(0, 2 * pauseMs)));
        await act();
      }
    }),
  );
  return { asked, times };
};

/** Teachers who do something each second, which is many times what they do: how long each waits. */
export const runPaced = async (program: Program, load: Load): Promise<void> => {
  // The first requests of this program take their time here, not in the server.
  await run(program, { ...load, requests: 100, pauseMs: 0 });
  const { times } = await run(program, load);
  for (const [kind, one] of Object.entries(times)) line(`${kind} (goal: 95 of 100 under ${GOAL_MS} ms)`, one.words());
};

/** Programs that ask as fast as they are answered: whether memory stays as it is. */
export const runFlatOut = async (program: Program, load: Load): Promise<void> => {
  const memory: number[] = [];
  const before = program.memoryMb();
  const start = performance.now();
  const { asked } = await run(program, { ...load, pauseMs: 0 }, (count) => {
    if (count % 500 === 0) memory.push(program.memoryMb());
  });
  const quarter = Math.ceil(memory.length / 4);
  const most = (from: number): string => Math.max(...memory.slice(from * quarter, (from + 1) * quarter), 0).toFixed(0);
  line(
    `${asked} requests, ${((1000 * asked) / (performance.now() - start)).toFixed(0)} a second`,
    `memory ${before.toFixed(0)} MB at first; at most, by quarters: ${[0, 1, 2, 3].map(most).join(', ')} MB`,
  );
};
