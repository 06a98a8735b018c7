import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runCommandLine } from '../src/command-line';

/** What a user starts: it builds where that is needed, and then runs what was built. */
export const PROGRAM = join(__dirname, '../../bin/kettle-step');

export interface Said {
  readonly status: number | null;
  readonly stdout: string;
  readonly stderr: string;
}

/** Stands in a new folder, where files named without one are found. */
export const enterFolder = () => {
  const [before, folder] = [process.cwd(), mkdtempSync(join(tmpdir(), 'kettle-step-'))];
  process.chdir(folder);
  const leave = (): void => {
    process.chdir(before);
    rmSync(folder, { recursive: true, force: true });
  };
  return { folder, leave };
};

/** Says what the program would say, without starting one. */
export const call = (args: readonly string[], input: string | Uint8Array = '', isWatched = false): Said => {
  let [stdout, stderr] = ['', ''];
  const status = runCommandLine(args, {
    read: () => Buffer.from(input),
    print: (text) => (stdout += text),
    tell: (text) => (stderr += text),
    isWatched,
  });
  return { status, stdout, stderr };
};

/** Starts the program as a user does. */
export const start = (args: readonly string[], input: string | Uint8Array = '', program = PROGRAM): Said => {
  const { status, stdout, stderr } = spawnSync(program, args, { input, maxBuffer: 1e8 });
  return { status, stdout: stdout.toString(), stderr: stderr.toString() };
};
