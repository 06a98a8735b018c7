import { runServer } from '@kettle-step/server';
import { loadDemoStudio } from './load';

/** The application with the demo studio in a database of its own; `--fresh` puts it back as it was shipped. */
runServer({
  database: 'data/demo.sqlite',
  fresh: process.argv.includes('--fresh'),
  prepare: (studio) => loadDemoStudio(studio, 'demo/pieces', new Date()),
});
