import { runServer } from './run';

/** The application with an empty shelf, for a studio of one's own. */
runServer({ database: 'data/studio.sqlite' });
