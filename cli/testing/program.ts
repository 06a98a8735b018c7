import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** What a user starts: it builds where that is needed, and then runs what was built. */
export const PROGRAM = join(__dirname, '../../bin/kettle-step');
const BUILT = join(__dirname, '../../dist/cli/main.mjs');

export interface Said {
  readonly status: number | null;
  readonly stdout: string;
  readonly stderr: string;
}

/** The program in a folder of its own. It is built once; each call after that runs what was built. */
export const startProgram = () => {
  const folder = mkdtempSync(join(tmpdir(), 'kettle-step-'));
  spawnSync(PROGRAM, ['--help']);
  const call = (args: readonly string[], input: string | Uint8Array = ''): Said => {
    const { status, stdout, stderr } = spawnSync('node', [BUILT, ...args], { input, cwd: folder, maxBuffer: 1e8 });
    return { status, stdout: stdout.toString(), stderr: stderr.toString() };
  };
  return { folder, call, end: () => rmSync(folder, { recursive: true, force: true }) };
};
