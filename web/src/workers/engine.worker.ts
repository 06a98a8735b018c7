import { engineRequestSchema, DEFAULT_SETTINGS, NEW_DESK } from '@kettle-step/contract';
import { createEngine } from './engine-handlers';
import type { Surroundings } from './request-queue';
import { TRIAL } from './trial';

const surroundings: Surroundings = {
  post: (answer) => postMessage(answer),
  pause: () => new Promise((resume) => setTimeout(resume)),
  now: () => performance.now(),
};

const engine = createEngine(surroundings);

const trial = createEngine({ ...surroundings, post: () => undefined });
trial.ask({ kind: 'open', request: 1, document: TRIAL, pedal: [] });
trial.ask({
  kind: 'plan',
  request: 2,
  locks: [],
  desk: { settings: DEFAULT_SETTINGS, apart: [], given: [], eased: [], playing: NEW_DESK.playing },
});

addEventListener('message', ({ data }: MessageEvent<unknown>) => engine.ask(engineRequestSchema.parse(data)));
