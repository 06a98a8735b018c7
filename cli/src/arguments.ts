import type { Hand, Locks, Result, Rules, Side } from '@kettle-step/core';
import { Command } from 'commander';
import { BadUsage, oneOf, OPTIONS, outFile, reading, type OutFile } from './values';

export const MODELS = ['kettle-step', 'published-1997'] as const;
export type Model = (typeof MODELS)[number];

/** Which of several things in a file is meant. */
interface Choice {
  readonly parts: readonly string[];
  /** Counted from 0. */
  readonly tune: number;
}

/** What `kettle-step convert` was asked to do. */
export interface ConvertRequest extends Choice {
  /** A path, or `-` for standard input. */
  readonly file: string;
  readonly out: OutFile;
}

/** Where fingered pieces are written: one to a file, or each to a folder under its own name. */
export type Output =
  | ({ readonly kind: 'file' } & OutFile)
  | { readonly kind: 'folder'; readonly path: string }
  | { readonly kind: 'sheet'; readonly path: string; readonly form: SheetForm };

/** Forms of a practice sheet. */
export const SHEET_FORMS = ['txt', 'html'] as const;
export type SheetForm = (typeof SHEET_FORMS)[number];

/** What `kettle-step finger` was asked to do, or another command with its options. */
export interface FingerRequest {
  readonly choice: Choice;
  /** Paths, or `-` for standard input. */
  readonly files: readonly string[];
  readonly sides: readonly Side[];
  readonly hand: Hand;
  readonly locks: Locks;
  readonly alternatives: number;
  readonly output: Output | undefined;
  readonly model: Model;
  /** A JSON file of rules, not yet read. */
  readonly rules: string | undefined;
  /** Overrides the rules' own strength of ties. */
  readonly ties: Rules['ties'] | undefined;
  /** Price the fingering that is printed in the file against the best. */
  readonly score: boolean;
  /** Keep the fingers that are printed in the file and work out the others. */
  readonly onlyOpen: boolean;
  /** Printed numbers of the first and last bar that are read out; all where none are named. */
  readonly bars: readonly [number, number] | undefined;
}

/** Commands that finger files, with what they print. */
const FINGERING = {
  finger: 'prints the plan of each piece as a line of JSON',
  together: 'prints both hands beat by beat: how hard each beat is for them together and why, and the trouble spots',
  'read-out': 'prints the music in plain words, hand by hand and note by note',
  practice: 'prints what to practise about the fingering, step by step; --out writes it as a sheet of text or HTML',
} as const;
export type FingeringName = keyof typeof FINGERING;

/** Commands that look at some bars alone. */
const OF_BARS: readonly string[] = ['read-out', 'practice'];

const fingeringCommand = (name: FingeringName): Command => {
  const command = new Command(name)
    .description(FINGERING[name])
    .argument('[files...]', 'MusicXML (.musicxml, .xml, .mxl), ABC (.abc) or MIDI (.mid), or - for standard input');
  const { hand, span, lock, alternatives, ties, rules, part, tune, bars, json } = OPTIONS;
  for (const option of [hand, span, lock, alternatives, ties, rules, part, tune, json]) command.addOption(option());
  command.addOption(bars().hideHelp(!OF_BARS.includes(name)));
  return command
    .option('--only-open', 'keeps the fingers that are printed in the file and works out the others', false)
    .option('--score', 'takes the fingers that are printed in the file and prices each bar against the best', false)
    .option(
      '--model <model>',
      'published-1997 fingers single notes by the twelve published rules, for comparison',
      oneOf('model', MODELS),
      MODELS[0],
    )
    .option('--out <file>', 'writes the piece with the fingering in it, in the form that the name ends in')
    .option('--out-dir <folder>', 'writes each piece with the fingering in it into this folder, under its own name');
};

/** The values of the options, as their parsers read them. */
type FingerValues = Pick<FingerRequest, 'alternatives' | 'model' | 'rules' | 'ties' | 'score' | 'onlyOpen' | 'bars'> & {
  readonly hand: readonly Side[];
  readonly spanMm: Hand;
  readonly lock: Locks;
  readonly part: readonly string[];
  readonly tune: number;
  readonly out: string | undefined;
  readonly outDir: string | undefined;
};

const sheetFile = (path: string): Output => {
  const form = SHEET_FORMS.find((known) => path.toLowerCase().endsWith(`.${known}`));
  if (!form) throw new BadUsage(`"${path}" must end in .txt or .html.`);
  return { kind: 'sheet', path, form };
};

const outputOf = (
  name: FingeringName,
  files: readonly string[],
  { out, outDir }: Pick<FingerValues, 'out' | 'outDir'>,
): Output | undefined => {
  if (out !== undefined && outDir !== undefined) throw new BadUsage('--out and --out-dir do not go together.');
  if (outDir !== undefined && files.includes('-'))
    throw new BadUsage('Standard input has no name of its own to be written under: use --out FILE.');
  if (outDir !== undefined) return { kind: 'folder', path: outDir };
  if (out === undefined) return undefined;
  if (files.length > 1) throw new BadUsage('--out names one file: use --out-dir DIR for several.');
  return name === 'practice' ? sheetFile(out) : { kind: 'file', ...outFile(out) };
};

/** Reads the words after `kettle-step finger`, or another command with its options; an error is one sentence. */
export const readFingerRequest = (
  args: readonly string[],
  name: FingeringName = 'finger',
): Result<FingerRequest, string> => {
  const command = fingeringCommand(name);
  return reading(command, args, (): FingerRequest => {
    const files = command.args;
    const { lock: locks, out, outDir, ...values } = command.opts<FingerValues>();
    if (files.length === 0) throw new BadUsage(`kettle-step ${name} takes one file or more, or - for standard input.`);
    if (files.filter((file) => file === '-').length > 1)
      throw new BadUsage('Standard input (-) can be read only once.');
    if (locks.size > 0 && files.length > 1)
      throw new BadUsage('--lock names a note of one piece: give one file with it.');
    if (values.bars && !OF_BARS.includes(name)) throw new BadUsage(`--bars goes with ${OF_BARS.join(' and ')}.`);
    const { alternatives, model, rules, ties, score, onlyOpen, bars } = values;
    return {
      files,
      sides: values.hand,
      hand: values.spanMm,
      locks,
      choice: { parts: values.part, tune: values.tune },
      output: outputOf(name, files, { out, outDir }),
      ...{ alternatives, model, rules, ties, score, onlyOpen, bars },
    };
  });
};

const convertCommand = (): Command =>
  new Command('convert')
    .description('writes a piece in another form; fingers that are printed in it stay as they are')
    .argument('[files...]', 'what to read (or -) and what to write')
    .addOption(OPTIONS.part())
    .addOption(OPTIONS.tune());

/** Reads the words after `kettle-step convert`; an error is one sentence. */
export const readConvertRequest = (args: readonly string[]): Result<ConvertRequest, string> => {
  const command = convertCommand();
  return reading(command, args, () => {
    const [file, path, ...more] = command.args;
    if (file === undefined || path === undefined || more.length > 0)
      throw new BadUsage('kettle-step convert takes two files: what to read (or -) and what to write.');
    const { part: parts, tune } = command.opts();
    return { file, out: outFile(path), parts, tune } as ConvertRequest;
  });
};

/** The commands as they are shown in the help. */
export const FILE_COMMANDS: readonly Command[] = [
  ...(Object.keys(FINGERING) as FingeringName[]).map(fingeringCommand),
  convertCommand(),
];
