import { availableParallelism } from 'node:os';
import { fail } from '@kettle-step/core';
import { Piscina } from 'piscina';
import { perform, type Outcomes, type Task } from './tasks';

/** Where files of others are read and written, apart from the requests that are answered meanwhile. */
export interface Workshop {
  readonly do: <K extends Task['kind']>(task: Extract<Task, { kind: K }>) => Promise<Outcomes[K]>;
  readonly close: () => Promise<void>;
}

/** More is waiting than can be done soon. */
export class WorkshopFull extends Error {
  override readonly name = 'WorkshopFull';
}

export interface WorkshopLimits {
  /** How long one task may take, milliseconds. The longest piece that is read takes about a tenth. */
  readonly timeMs: number;
  /** Memory of a thread, MB. */
  readonly memoryMb: number;
  /** Tasks that are under way or wait. */
  readonly tasks: number;
}

/** Our choice. */
export const LIMITS: WorkshopLimits = { timeMs: 20_000, memoryMb: 512, tasks: 64 };

/** How long a thread waits for its next task, milliseconds. */
const IDLE_MS = 10 * 60_000;

const TOO_LONG = 'Reading this took too long and was stopped. Bring in one movement at a time.';
const TOO_MUCH = 'Reading this took too much memory and was stopped. Bring in one movement at a time.';

const codeOf = (cause: unknown): string | undefined => (cause as { readonly code?: string } | null)?.code;

/** What stopped a task, in words; what is a fault of ours is thrown on. */
const explain = (cause: unknown): string => {
  if (cause instanceof Error && cause.name === 'AbortError') return TOO_LONG;
  if (codeOf(cause) === 'ERR_WORKER_OUT_OF_MEMORY') return TOO_MUCH;
  throw cause;
};

/** A workshop of threads, one for each core but one, each with limits; a task that goes past them ends with its thread. */
export const createThreads = (worker: string, limits: WorkshopLimits = LIMITS): Workshop => {
  const pool = new Piscina<Task, Outcomes[Task['kind']]>({
    filename: worker,
    // The first comes with the first task, and each stays a while.
    minThreads: 0,
    idleTimeout: IDLE_MS,
    maxThreads: Math.max(1, availableParallelism() - 1),
    resourceLimits: { maxOldGenerationSizeMb: limits.memoryMb },
  });
  // A copy takes as long as the studio is large; it is of our own making.
  const optionsFor = ({ kind }: Task) => (kind === 'copy' ? {} : { signal: AbortSignal.timeout(limits.timeMs) });
  let tasks = 0;
  return {
    do: async <K extends Task['kind']>(task: Extract<Task, { kind: K }>): Promise<Outcomes[K]> => {
      if (tasks >= limits.tasks) throw new WorkshopFull('no more tasks can wait');
      tasks += 1;
      try {
        return (await pool.run(task, optionsFor(task))) as Outcomes[K];
      } catch (cause) {
        return fail(explain(cause)) as Outcomes[K];
      } finally {
        tasks -= 1;
      }
    },
    close: () => pool.destroy(),
  };
};

/** Does everything at once in the thread that asks: for programs that serve nobody meanwhile, and tests. */
export const createInline = (): Workshop => ({
  do: <K extends Task['kind']>(task: Extract<Task, { kind: K }>) =>
    new Promise<Outcomes[K]>((resolve) => resolve(perform(task) as Outcomes[K] | Promise<Outcomes[K]>)),
  close: () => Promise.resolve(),
});
