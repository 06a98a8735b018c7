import { runPassPhraseCommand, runServer } from './start/run';

/** The application with an empty shelf, for a studio of one's own; `--pass-phrase` sets its pass phrase instead. */
const database = 'data/studio.sqlite';
if (process.argv.includes('--pass-phrase')) runPassPhraseCommand(process.argv, database);
else runServer({ database });
