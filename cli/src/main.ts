import { readFileSync, writeFileSync } from 'node:fs';
import { completeRules, rulesFileSchema } from '@kettle-step/contract';
import { andThen, fail, MAX_FILE_BYTES, ok, type Result, type Rules } from '@kettle-step/core';
import { explainMusicError, readMusic, sendMusic } from '@kettle-step/core/formats';
import { readConvertRequest, readFingerRequest, USAGE, type FingerRequest } from './arguments';
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

const writeOutput = (file: string, content: Uint8Array): Result<null, string> => {
  try {
    writeFileSync(file, content);
    return ok(null);
  } catch (cause) {
    return fail(`"${file}" cannot be written (${(cause as NodeJS.ErrnoException).code ?? 'unknown reason'}).`);
  }
};

const parseRules = (file: string, text: string): Result<Rules, string> => {
  let written: unknown;
  try {
    written = JSON.parse(text);
  } catch {
    return fail(`"${file}" is not JSON; write rules as {"moves": {"thumb-under": "untaught"}}.`);
  }
  const rules = rulesFileSchema.safeParse(written);
  if (rules.success) return ok(completeRules(rules.data));
  const [issue] = rules.error.issues;
  return fail(`"${file}" has a rule that is not known: ${issue?.path.join('.') || 'at the top'}: ${issue?.message}.`);
};

const rulesFor = ({ rules, ties }: FingerRequest): Result<Rules, string> => {
  const read =
    rules === undefined
      ? ok(completeRules({}))
      : andThen(readInput(rules), (bytes) => parseRules(rules, new TextDecoder().decode(bytes)));
  return andThen(read, (all) => ok(ties === undefined ? all : { ...all, ties }));
};

const finger = (args: readonly string[]): Result<string, string> => {
  const request = readFingerRequest(args);
  if (request.kind === 'error') return request;
  const input = readInput(request.value.file);
  if (input.kind === 'error') return input;
  const rules = rulesFor(request.value);
  if (rules.kind === 'error') return rules;
  const fingered = fingerFile(input.value, request.value, rules.value);
  if (fingered.kind === 'error') return fingered;
  if (request.value.out !== undefined) {
    const { path, form } = request.value.out;
    const written = writeOutput(path, fingered.value.file(form));
    if (written.kind === 'error') return written;
  }
  return ok(`${JSON.stringify(fingered.value.plan)}\n`);
};

/** Fingers that stand in a file stay as they are. */
const convert = (args: readonly string[]): Result<string, string> => {
  const request = readConvertRequest(args);
  if (request.kind === 'error') return request;
  const { file, out, parts, tune } = request.value;
  const input = readInput(file);
  if (input.kind === 'error') return input;
  const read = readMusic(input.value, file, { parts, tune });
  if (read.kind === 'error') return fail(explainMusicError(read.error));
  for (const notice of read.value.notices) process.stderr.write(`${notice}\n`);
  return andThen(writeOutput(out.path, sendMusic(out.form, read.value, new Map())), () => ok(''));
};

const run = (command: string | undefined, args: readonly string[]): Result<string, string> => {
  if (command === 'finger') return finger(args);
  if (command === 'convert') return convert(args);
  if (command === '--help' || command === 'help') return ok(`${USAGE}\n`);
  return fail(`kettle-step knows the commands "finger" and "convert"; try kettle-step --help.`);
};

const [command, ...args] = process.argv.slice(2);
const result = run(command, args);
if (result.kind === 'ok') process.stdout.write(result.value);
else process.stderr.write(`${result.error}\n`);
// Not process.exit(): a long answer into a pipe must drain first.
process.exitCode = result.kind === 'ok' ? DONE : REFUSED;
