import { readFileSync } from 'node:fs';
import { runCommandLine } from './command-line';

const STANDARD_INPUT = 0;

// Not process.exit(): a long answer into a pipe must drain first.
process.exitCode = runCommandLine(process.argv.slice(2), {
  read: () => readFileSync(STANDARD_INPUT),
  print: (text) => process.stdout.write(text),
  tell: (text) => process.stderr.write(text),
  isWatched: process.stderr.isTTY,
});
