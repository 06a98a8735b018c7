import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import { completeRules, rulesFileSchema } from '@kettle-step/contract';
import { andThen, fail, MAX_FILE_BYTES, ok, type Result, type Rules } from '@kettle-step/core';
import { explainMusicError, formOfName, readMusic, sendMusic } from '@kettle-step/core/formats';
import { Command as Words } from 'commander';
import {
  FILE_COMMANDS,
  readConvertRequest,
  readFingerRequest,
  type FingeringName,
  type FingerRequest,
} from './arguments';
import { fingerFile, type Fingered } from './finger';
import { printPattern } from './pattern';
import { sheetBytes } from './sheet';
import { patternCommand, readPatternRequest } from './pattern-arguments';
import type { OutFile } from './values';

/** Exit statuses: done, and bad usage or bad input. */
const DONE = 0;
const REFUSED = 2;

/** Where the program reads and writes when no file is named. */
export interface Terminal {
  /** All of standard input. */
  readonly read: () => Uint8Array;
  /** Says something on standard output. */
  readonly print: (text: string) => void;
  /** Says something on standard error. */
  readonly tell: (text: string) => void;
  /** Whether somebody watches standard error. */
  readonly isWatched: boolean;
}

/** Does what its name says with what follows it; gives a sentence for everything that could not be done. */
type Command = (terminal: Terminal, args: readonly string[]) => readonly string[];

/** Reads a file, or standard input where it is called "-". */
const readInput = ({ read }: Terminal, file: string): Result<Uint8Array, string> => {
  try {
    return ok(file === '-' ? read() : readFileSync(file));
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

const readRules = (terminal: Terminal, rules: string | undefined): Result<Rules, string> =>
  rules === undefined
    ? ok(completeRules({}))
    : andThen(readInput(terminal, rules), (bytes) => parseRules(rules, new TextDecoder().decode(bytes)));

const rulesFor = (terminal: Terminal, { rules, ties }: FingerRequest): Result<Rules, string> =>
  andThen(readRules(terminal, rules), (all) => ok(ties === undefined ? all : { ...all, ties }));

const isSame = (one: string, other: string): boolean => resolve(one) === resolve(other);

/** Where a fingered piece is written; undefined where it is not. Music that was brought along is never written over. */
const outFileFor = (file: string, { files, output }: FingerRequest): Result<OutFile | undefined, string> => {
  if (output?.kind === 'sheet') return ok(undefined);
  if (output?.kind !== 'folder') return ok(output);
  const path = join(output.path, basename(file));
  if (files.some((other) => isSame(other, path))) return fail(`"${path}" is the file itself: choose another folder.`);
  if (files.some((other) => other !== file && basename(other) === basename(file)))
    return fail(
      `Another file is called "${basename(file)}" too: give them one after another, with folders of their own.`,
    );
  return ok({ path, form: formOfName(path) ?? 'musicxml' });
};

const writeFingered = (file: string, fingered: Fingered, request: FingerRequest): Result<unknown, string> =>
  andThen(outFileFor(file, request), (out) => {
    if (request.output?.kind === 'sheet')
      return writeOutput(request.output.path, sheetBytes(fingered.practice(), request.output.form));
    if (!out) return ok(null);
    if (request.output?.kind === 'folder') mkdirSync(request.output.path, { recursive: true });
    return writeOutput(out.path, fingered.file(out.form));
  });

/** What is printed of a fingered file, and as what. */
type Printed = (file: string, fingered: Fingered) => string;

const asJson =
  (of: (fingered: Fingered) => object): Printed =>
  (file, fingered) =>
    `${JSON.stringify({ file, ...of(fingered) })}\n`;

/** One file's plan, or what follows from it, as it is printed. */
const fingerOne = (
  terminal: Terminal,
  file: string,
  request: FingerRequest,
  rules: Rules,
  printed: Printed,
): Result<string, string> =>
  andThen(readInput(terminal, file), (bytes) =>
    andThen(fingerFile(file, bytes, request, rules), (fingered) =>
      andThen(writeFingered(file, fingered, request), () => ok(printed(file, fingered))),
    ),
  );

/** A command that fingers one file after another, and goes on after one that cannot be. */
const fingering =
  (name: FingeringName, printed: Printed): Command =>
  (terminal, args) => {
    const request = readFingerRequest(args, name);
    if (request.kind === 'error') return [request.error];
    const rules = rulesFor(terminal, request.value);
    if (rules.kind === 'error') return [rules.error];
    const { files } = request.value;
    const isWatched = files.length > 1 && terminal.isWatched;
    return files.flatMap((file, index) => {
      if (isWatched) terminal.tell(`${index + 1} of ${files.length}: ${file}\n`);
      const fingered = fingerOne(terminal, file, request.value, rules.value, printed);
      if (fingered.kind === 'error') return [files.length > 1 ? `${file}: ${fingered.error}` : fingered.error];
      terminal.print(fingered.value);
      return [];
    });
  };

/** Fingers that stand in a file stay as they are. */
const convert: Command = (terminal, args) => {
  const request = readConvertRequest(args);
  if (request.kind === 'error') return [request.error];
  const { file, out, parts, tune } = request.value;
  const input = readInput(terminal, file);
  if (input.kind === 'error') return [input.error];
  const read = readMusic(input.value, file, { parts, tune });
  if (read.kind === 'error') return [explainMusicError(read.error)];
  for (const notice of read.value.notices) terminal.tell(`${notice}\n`);
  const written = writeOutput(out.path, sendMusic(out.form, read.value, new Map()));
  return written.kind === 'error' ? [written.error] : [];
};

/** One pattern as a line of JSON, and as a file where one is asked for. */
const pattern: Command = (terminal, args) => {
  const printed = andThen(readPatternRequest(args), (request) =>
    andThen(readRules(terminal, request.rules), (rules) =>
      andThen(printPattern(request, rules), ({ document, file }) =>
        andThen(request.out ? writeOutput(request.out.path, file(request.out.form)) : ok(null), () => ok(document)),
      ),
    ),
  );
  if (printed.kind === 'error') return [printed.error];
  terminal.print(`${JSON.stringify(printed.value)}\n`);
  return [];
};

const HELP_COLUMNS = 100;

/** The pages of the help: of one command, or of all. */
const helpPages = (name?: string): readonly string[] => {
  const program = new Words('kettle-step')
    .description('Works out fingers for the piano.')
    .helpCommand(false)
    .configureHelp({ helpWidth: HELP_COLUMNS });
  const commands = [...FILE_COMMANDS, patternCommand()];
  for (const command of commands) program.addCommand(command.copyInheritedSettings(program));
  const one = commands.find((command) => command.name() === name);
  const after =
    'Several files are answered with a line of JSON each; what cannot be read is reported on standard error and left out.\n';
  return [...(one ? [one] : [program, ...commands]).map((page) => page.helpInformation()), after];
};

const help: Command = ({ print }, [name]) => {
  print(helpPages(name).join('\n'));
  return [];
};

const COMMANDS: Readonly<Record<string, Command>> = {
  finger: fingering(
    'finger',
    asJson(({ plan }) => plan),
  ),
  together: fingering(
    'together',
    asJson(({ together }) => together()),
  ),
  'read-out': fingering('read-out', (_file, { readOut }) => `${readOut()}\n`),
  practice: fingering(
    'practice',
    asJson(({ practice }) => practice()),
  ),
  convert,
  pattern,
  help,
  '--help': help,
};

const unknown: Command = () => [
  'kettle-step knows the commands "finger", "together", "read-out", "practice", "convert" and "pattern"; try kettle-step --help.',
];

/** Does what the words after the program's name ask for, and gives the exit status. */
export const runCommandLine = ([name = '', ...args]: readonly string[], terminal: Terminal): number => {
  const asked = args.some((word) => word === '--help' || word === '-h');
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name]! : unknown;
  const problems = asked && command !== unknown ? help(terminal, [name]) : command(terminal, args);
  for (const problem of problems) terminal.tell(`${problem}\n`);
  return problems.length === 0 ? DONE : REFUSED;
};
