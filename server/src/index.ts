export { importPiece, type ImportedPiece } from './pieces/import';
export type { PieceStore } from './pieces/store';
export { runServer, type RunOptions } from './run';
export { startServer, type RunningServer, type StartOptions } from './start';
