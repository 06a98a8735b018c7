import { readFileSync, writeFileSync } from 'node:fs';
import { fail, MAX_FILE_BYTES, ok, type Result } from '@kettle-step/core';
import { readFingerRequest, USAGE } from './arguments';
import { fingerFile } from './finger';

/** Exit statuses: done, and bad usage or bad input. */
const DONE = 0;
const REFUSED = 2;

const STANDARD_INPUT = 0;

const readInput = (file: string): Result<Uint8Array, string> => {
  try {
    return ok(readFileSync(file === '-' ? STANDARD_INPUT : file));
  } catch (cause) {
    const code = (cause as NodeJS.ErrnoException).code;
    if (code === 'ENOENT') return fail(`There is no file "${file}".`);
    if (code === 'EISDIR') return fail(`"${file}" is a folder; name a file in it.`);
    if (code === 'ERR_FS_FILE_TOO_LARGE') return fail(`"${file}" is larger than ${MAX_FILE_BYTES / 1024 / 1024} MB.`);
    return fail(`"${file}" cannot be read (${code ?? 'unknown reason'}).`);
  }
};

const writeOutput = (file: string, text: string): Result<null, string> => {
  try {
    writeFileSync(file, text);
    return ok(null);
  } catch (cause) {
    return fail(`"${file}" cannot be written (${(cause as NodeJS.ErrnoException).code ?? 'unknown reason'}).`);
  }
};

const finger = (args: readonly string[]): Result<string, string> => {
  const request = readFingerRequest(args);
  if (request.kind === 'error') return request;
  const input = readInput(request.value.file);
  if (input.kind === 'error') return input;
  const fingered = fingerFile(input.value, request.value);
  if (fingered.kind === 'error') return fingered;
  if (request.value.out !== undefined) {
    const written = writeOutput(request.value.out, fingered.value.musicXml);
    if (written.kind === 'error') return written;
  }
  return ok(`${JSON.stringify(fingered.value.plan)}\n`);
};

const run = (command: string | undefined, args: readonly string[]): Result<string, string> => {
  if (command === 'finger') return finger(args);
  if (command === '--help' || command === 'help') return ok(`${USAGE}\n`);
  return fail(`kettle-step knows the command "finger"; try kettle-step --help.`);
};

const [command, ...args] = process.argv.slice(2);
const result = run(command, args);
if (result.kind === 'ok') process.stdout.write(result.value);
else process.stderr.write(`${result.error}\n`);
// Not process.exit(): a long answer into a pipe must drain first.
process.exitCode = result.kind === 'ok' ? DONE : REFUSED;
