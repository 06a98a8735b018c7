import { availableParallelism } from 'node:os';
import { fail, type Result } from '@kettle-step/core';
import { Piscina } from 'piscina';
import { REFUSALS } from '../http/refusals';
import { refuse } from '../http/route';

/** Heavy work by name. A task uses nothing but what it is given, so it can run in a thread; its error is a sentence for the teacher. */
export type Tasks = Readonly<
  Record<string, (...given: never[]) => Result<unknown, string> | Promise<Result<unknown, string>>>
>;

/** The same tasks, run apart from the requests that are answered meanwhile. */
export type Pooled<T extends Tasks> = {
  readonly [K in keyof T]: (...given: Parameters<T[K]>) => Promise<Awaited<ReturnType<T[K]>>>;
};

export interface WorkerPool<T extends Tasks> {
  readonly tasks: Pooled<T>;
  readonly close: () => Promise<void>;
}

export interface PoolLimits {
  /** How long one task may take, milliseconds. The longest piece that is read takes about a tenth. */
  readonly timeMs: number;
  /** Memory of a thread, MB. */
  readonly memoryMb: number;
  /** Tasks that run or wait. */
  readonly tasks: number;
}

/** Our choice. */
export const LIMITS: PoolLimits = { timeMs: 20_000, memoryMb: 512, tasks: 64 };

/** How long a thread waits for its next task, milliseconds. */
const IDLE_MS = 10 * 60_000;

const TOO_LONG = 'Reading this took too long and was stopped. Bring in one movement at a time.';
const TOO_MUCH = 'Reading this took too much memory and was stopped. Bring in one movement at a time.';

/** What a thread receives. */
interface Order {
  readonly name: string;
  readonly given: readonly unknown[];
}

type Perform = (name: string, given: readonly unknown[]) => Promise<Result<unknown, string>>;

const performing =
  (tasks: Tasks): Perform =>
  async (name, given) =>
    tasks[name]!(...(given as never[]));

/** The program of a thread: it runs each order it receives. */
export const threadOf = (tasks: Tasks): ((order: Order) => Promise<Result<unknown, string>>) => {
  const perform = performing(tasks);
  return ({ name, given }) => perform(name, given);
};

const pooled = <T extends Tasks>(tasks: T, perform: Perform): Pooled<T> =>
  Object.fromEntries(
    Object.keys(tasks).map((name) => [name, (...given: readonly unknown[]) => perform(name, given)]),
  ) as unknown as Pooled<T>;

const codeOf = (cause: unknown): string | undefined => (cause as { readonly code?: string } | null)?.code;

/** What stopped a task, in words; a bug is thrown on. */
const explain = (cause: unknown): string => {
  if (cause instanceof Error && cause.name === 'AbortError') return TOO_LONG;
  if (codeOf(cause) === 'ERR_WORKER_OUT_OF_MEMORY') return TOO_MUCH;
  throw cause;
};

/**
 * Threads, one for each core but one, each with limits; a task that goes past them ends with its thread. Past the number of tasks a
 * request is refused.
 * @param thread - the built program of a thread, made of the same tasks
 * @param untimed - tasks that may take as long as they need: they are of our own making
 */
export const createThreads = <T extends Tasks>(
  tasks: T,
  thread: string,
  untimed: readonly (keyof T)[] = [],
  limits: PoolLimits = LIMITS,
): WorkerPool<T> => {
  const pool = new Piscina<Order, Result<unknown, string>>({
    filename: thread,
    // The first comes with the first task, and each stays a while.
    minThreads: 0,
    idleTimeout: IDLE_MS,
    maxThreads: Math.max(1, availableParallelism() - 1),
    resourceLimits: { maxOldGenerationSizeMb: limits.memoryMb },
  });
  const optionsFor = (name: string) => (untimed.includes(name) ? {} : { signal: AbortSignal.timeout(limits.timeMs) });
  let waiting = 0;
  const perform: Perform = async (name, given) => {
    if (waiting >= limits.tasks) return refuse(REFUSALS.busy);
    waiting += 1;
    try {
      return await pool.run({ name, given }, optionsFor(name));
    } catch (cause) {
      return fail(explain(cause));
    } finally {
      waiting -= 1;
    }
  };
  return { tasks: pooled(tasks, perform), close: () => pool.destroy() };
};

/** Does each task at once in the thread that asks: for programs that serve nobody meanwhile, and tests. */
export const createInline = <T extends Tasks>(tasks: T): WorkerPool<T> => ({
  tasks: pooled(tasks, performing(tasks)),
  close: () => Promise.resolve(),
});
