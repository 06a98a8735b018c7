import { runServer } from '@kettle-step/server';
import { loadDemoStudio } from './load';

/** The application with the demo studio in a database of its own. */
runServer({
  database: 'data/demo.sqlite',
  prepare: (store) => loadDemoStudio(store, 'demo/pieces', new Date()),
});
