import { engineRequestSchema } from '@kettle-step/contract';
import { createEngineJobs } from './engine-jobs';

const jobs = createEngineJobs({
  post: (answer) => postMessage(answer),
  pause: () => new Promise((resume) => setTimeout(resume)),
  now: () => performance.now(),
});

addEventListener('message', ({ data }: MessageEvent<unknown>) => jobs.ask(engineRequestSchema.parse(data)));
