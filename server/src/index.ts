export { openArchive } from './archive/open';
export { importPiece, type ImportedPiece } from './pieces/import';
export { runServer, type RunOptions } from './start/run';
export type { StudentRecord } from './students/store';
export { startServer, type RunningServer, type StartOptions, type Studio } from './start/start';
