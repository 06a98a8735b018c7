/** In place of a worker, for specs that never ask it anything. */
class SilentWorker extends EventTarget {
  postMessage(): void {
    // Nobody answers.
  }

  terminate(): void {
    // There is nothing to end.
  }
}

const start = (): Worker => new SilentWorker() as unknown as Worker;

export const startWorker = { engine: start, engraver: start, reader: start } as const;
