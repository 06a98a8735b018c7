/** The background workers by name. Only a bundler understands their addresses; unit tests put stand-ins here. */
export const startWorker = {
  engine: () => new Worker(new URL('../workers/engine.worker', import.meta.url), { type: 'module' }),
  engraver: () => new Worker(new URL('../workers/engraver.worker', import.meta.url), { type: 'module' }),
  reader: () => new Worker(new URL('../workers/reader.worker', import.meta.url), { type: 'module' }),
} as const;
