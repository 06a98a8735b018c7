import type { EngineAnswer, EngineRequest } from '@kettle-step/contract';
import type { Steps } from '@kettle-step/core';

export type Work = Exclude<EngineRequest, { readonly kind: 'cancel' }>;

/** Goes through the steps of long work, telling how far it is; undefined when nobody wants it any more. */
export type Walk = <T>(steps: Steps<T>) => Promise<{ readonly value: T } | undefined>;

/** Does one piece of work; undefined where it was left off. */
export type Handle = (work: Work, walk: Walk) => EngineAnswer | Promise<EngineAnswer | undefined>;

/** What a queue needs of the world it runs in. */
export interface Surroundings {
  readonly post: (answer: EngineAnswer) => void;
  /** Lets messages in. */
  readonly pause: () => Promise<void>;
  readonly now: () => number;
}

/** Work goes on this long before messages are looked at again, ms: a changed wish waits no longer than that. */
const TURN_MS = 12;

/** Progress is told this often, ms. */
const TOLD_EVERY_MS = 100;

/** Does one request after another; long work tells how far it is, and is left off as soon as nobody waits for it any more. */
export class RequestQueue {
  private readonly waiting: Work[] = [];
  private readonly cancelled = new Set<number>();
  private running = false;

  constructor(
    private readonly surroundings: Surroundings,
    private readonly handle: Handle,
  ) {}

  ask(asked: EngineRequest): void {
    if (asked.kind === 'cancel') {
      this.cancelled.add(asked.request);
      return;
    }
    this.waiting.push(asked);
    if (!this.running) void this.run();
  }

  private async run(): Promise<void> {
    this.running = true;
    // All wishes that have come in by now are known before the first is worked on.
    await this.surroundings.pause();
    for (let asked = this.waiting.shift(); asked; asked = this.waiting.shift()) {
      if (!this.isUnwanted(asked)) {
        const given = await this.answer(asked);
        if (given) this.surroundings.post(given);
        await this.surroundings.pause();
      }
      this.cancelled.delete(asked.request);
    }
    this.running = false;
  }

  /** Work that breaks down is answered too: whoever waits is told, and the next request has its turn. */
  private async answer(asked: Work): Promise<EngineAnswer | undefined> {
    try {
      return await this.handle(asked, (steps) => this.walk(asked, steps));
    } catch (cause) {
      const message = cause instanceof Error ? cause.message : String(cause);
      return { kind: 'failed', request: asked.request, message };
    }
  }

  private async walk<T>(asked: Work, steps: Steps<T>): Promise<{ readonly value: T } | undefined> {
    const { now, pause, post } = this.surroundings;
    let [turn, told] = [now(), now()];
    for (;;) {
      const step = steps.next();
      if (step.done) return { value: step.value };
      if (now() - turn < TURN_MS) continue;
      await pause();
      if (this.isUnwanted(asked)) return undefined;
      turn = now();
      if (turn - told < TOLD_EVERY_MS) continue;
      told = turn;
      post({ kind: 'progress', request: asked.request, done: step.value });
    }
  }

  /** A piece is opened even if nobody waits any more: what is asked next may count on it. */
  private isUnwanted({ kind, request }: Work): boolean {
    return kind !== 'open' && this.cancelled.has(request);
  }
}
