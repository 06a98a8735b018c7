import { parseArgs } from 'node:util';
import {
  andThen,
  fail,
  handOfSpan,
  DEFAULT_HAND,
  isFinger,
  ok,
  PATTERN_KINDS,
  SIDES,
  SPAN15_RANGE_MM,
  type Hand,
  type Locks,
  type Result,
  type Rules,
  type Finger,
  type Side,
} from '@kettle-step/core';
import { formOfName, SENT_FORMS, type SentForm } from '@kettle-step/core/formats';

export const MODELS = ['kettle-step', 'published-1997'] as const;
export type Model = (typeof MODELS)[number];

/** Which of several things in a file is meant. */
interface Choice {
  readonly parts: readonly string[];
  /** Counted from 0. */
  readonly tune: number;
}

/** A file to be written, in the form its name asks for. */
export interface OutFile {
  readonly path: string;
  readonly form: SentForm;
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

/** What `kettle-step finger` was asked to do. */
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
  /** Price the fingering that stands in the file against the best. */
  readonly score: boolean;
  /** Keep the fingers that stand in the file and work out the others. */
  readonly onlyOpen: boolean;
  /** Printed numbers of the first and last bar that are read out; all where none are named. */
  readonly bars: readonly [number, number] | undefined;
}

export const USAGE = `usage: kettle-step finger FILE... [--hand right|left|both] [--span-mm N] [--lock NOTEID=FINGER]...
                          [--alternatives N] [--ties 0..1|hard] [--rules FILE.json] [--only-open] [--score]
                          [--model kettle-step|published-1997] [--part ID]... [--tune N] [--json] [--out FILE | --out-dir DIR]
       kettle-step together FILE... [options of finger]
       kettle-step read-out FILE... [options of finger] [--bars A-B]
       kettle-step practice FILE... [options of finger] [--bars A-B] [--json | --out SHEET.txt|SHEET.html]
       kettle-step convert FILE OUT [--part ID]... [--tune N]
       kettle-step pattern --tonic NOTE --kind KIND [--mode major|minor] [--inversion N] [--octaves N]
                          [--direction up|down|both] [--motion similar|contrary] [--distance octave|third|sixth|tenth]
                          [--figure 3|4] [--hand right|left|both] [--source handbook|engine] [--span-mm N]
                          [--rules FILE.json] [--json] [--out FILE]

FILE is MusicXML (.musicxml, .xml, .mxl), ABC (.abc) or MIDI (.mid), or - for standard input; what is written follows
the ending of its name.
together prints both hands beat by beat: how hard each beat is for them together and why, and the trouble spots.
read-out prints the music in plain words, hand by hand and note by note (--bars: of these bars alone).
practice prints what to practise about the fingering, step by step; --out writes it as a sheet of text or HTML.
--hand          the hand to finger; both by default
--span-mm       flat span from the outer edge of the thumb to that of the fifth finger; ${DEFAULT_HAND.span15Mm} by default
--lock          holds a finger on a note; may be given again
--alternatives  other fingerings for each bar (0-20)
--ties          how strongly the same music keeps the same fingers: 0 not at all, 1 as much as a preference can, hard
--rules         a file with moves, repeats and the other rules on which teachers differ
--only-open     keeps the fingers that stand in the file and works out the others
--score         takes the fingers that stand in the file and prices each bar against the best
--model         published-1997 fingers single notes by the twelve published rules, for comparison
--part          the part that is the piano, by its id; two where each hand has one
--tune          which tune of an ABC file; the first by default
--json          prints the plan as JSON; this is the only form so far, so it may be left out
--out           writes the piece with the fingering in it
--out-dir       writes each piece with the fingering in it into this folder, under its own name
--tonic         the note a pattern begins on, as in F# or Eb
--kind          ${PATTERN_KINDS.slice(0, 9).join(', ')},
                ${PATTERN_KINDS.slice(9).join(', ')}
--source        the handbook's fingers, or the engine's; left out: the handbook's where it has the pattern
Several files are answered with a line of JSON each; what cannot be read is told on standard error and left out.`;

/** More alternatives than a teacher would compare in one bar only cost time. */
const MAX_ALTERNATIVES = 20;

export const readSides = (hand: string): readonly Side[] | undefined => {
  if (hand === 'both') return SIDES;
  return SIDES.includes(hand as Side) ? [hand as Side] : undefined;
};

export const readSpan = (written: string | undefined): Result<Hand, string> => {
  if (written === undefined) return ok(DEFAULT_HAND);
  const span = Number(written);
  const [least, most] = SPAN15_RANGE_MM;
  return /^\d+(\.\d+)?$/.test(written) && span >= least && span <= most
    ? ok(handOfSpan(span))
    : fail(`--span-mm takes a length from ${least} to ${most} mm, not "${written}".`);
};

const readLocks = (written: readonly string[]): Result<Locks, string> => {
  const locks = new Map<string, Finger>();
  for (const lock of written) {
    const [, id, digit] = /^(.+)=(\d+)$/.exec(lock) ?? [];
    const finger = Number(digit);
    if (id === undefined || !isFinger(finger))
      return fail(`--lock takes a note id and a finger from 1 to 5, as in ks-1-1-1=3, not "${lock}".`);
    locks.set(id, finger);
  }
  return ok(locks);
};

const readCount = (written: string | undefined): Result<number, string> => {
  if (written === undefined) return ok(0);
  const count = Number(written);
  return /^\d+$/.test(written) && count <= MAX_ALTERNATIVES
    ? ok(count)
    : fail(`--alternatives takes a number from 0 to ${MAX_ALTERNATIVES}, not "${written}".`);
};

export const readOut = (path: string): Result<OutFile, string> => {
  const form = formOfName(path);
  return form
    ? ok({ path, form })
    : fail(`"${path}" must end in one of ${SENT_FORMS.map((known) => `.${known}`).join(', ')}.`);
};

const readSheet = (path: string): Result<Output, string> => {
  const form = SHEET_FORMS.find((known) => path.toLowerCase().endsWith(`.${known}`));
  return form ? ok({ kind: 'sheet', path, form }) : fail(`"${path}" must end in .txt or .html.`);
};

const readOutput = (
  files: readonly string[],
  out: string | undefined,
  folder: string | undefined,
  command: string,
): Result<Output | undefined, string> => {
  if (out !== undefined && folder !== undefined) return fail('--out and --out-dir do not go together.');
  if (folder !== undefined)
    return files.includes('-')
      ? fail('Standard input has no name of its own to be written under: use --out FILE.')
      : ok({ kind: 'folder', path: folder });
  if (out === undefined) return ok(undefined);
  if (files.length > 1) return fail('--out names one file: use --out-dir DIR for several.');
  if (command === 'practice') return readSheet(out);
  return andThen(readOut(out), (file) => ok({ kind: 'file' as const, ...file }));
};

const CHOICE_OPTIONS = {
  part: { type: 'string', multiple: true, default: [] as string[] },
  tune: { type: 'string' },
} as const;

const readChoice = (values: {
  readonly part: readonly string[];
  readonly tune?: string | undefined;
}): Result<Choice, string> => {
  const tune = Number(values.tune ?? 1);
  return Number.isInteger(tune) && tune >= 1
    ? ok({ parts: values.part, tune: tune - 1 })
    : fail(`--tune takes the number of a tune from 1, not "${values.tune}".`);
};

/** What Node says of bad usage, as one sentence. */
export const usageError = (cause: unknown): string => (cause as Error).message.split('\n')[0] ?? 'bad usage';

/** Reads the words after `kettle-step convert`; an error is one sentence. */
export const readConvertRequest = (args: readonly string[]): Result<ConvertRequest, string> => {
  let parsed;
  try {
    parsed = parseArgs({ args: [...args], allowPositionals: true, options: CHOICE_OPTIONS });
  } catch (cause) {
    return fail(usageError(cause));
  }
  const [file, path, ...more] = parsed.positionals;
  if (file === undefined || path === undefined || more.length > 0)
    return fail('kettle-step convert takes two files: what to read (or -) and what to write.');
  const choice = readChoice(parsed.values);
  return andThen(choice, (chosen) => andThen(readOut(path), (out) => ok({ file, out, ...chosen })));
};

const readTies = (written: string | undefined): Result<Rules['ties'] | undefined, string> => {
  if (written === undefined || written === 'hard') return ok(written);
  const strength = Number(written);
  return /^\d*\.?\d+$/.test(written) && strength <= 1
    ? ok(strength)
    : fail(`--ties takes a strength from 0 to 1, or hard, not "${written}".`);
};

const readModel = (written: string): Result<Model, string> =>
  MODELS.includes(written as Model)
    ? ok(written as Model)
    : fail(`--model takes ${MODELS.join(' or ')}, not "${written}".`);

/** A record of results as the result of a record; the first error counts. */
export const all = <T extends object>(results: { readonly [K in keyof T]: Result<T[K], string> }): Result<
  T,
  string
> => {
  const values: [string, unknown][] = [];
  for (const [name, result] of Object.entries<Result<unknown, string>>(results)) {
    if (result.kind === 'error') return result;
    values.push([name, result.value]);
  }
  return ok(Object.fromEntries(values) as T);
};

/** Commands that look at some bars alone. */
const OF_BARS: readonly string[] = ['read-out', 'practice'];

const readBars = (
  written: string | undefined,
  command: string,
): Result<readonly [number, number] | undefined, string> => {
  if (written === undefined) return ok(undefined);
  if (!OF_BARS.includes(command)) return fail(`--bars goes with ${OF_BARS.join(' and ')}.`);
  const [, first, last = first] = /^(\d+)(?:-(\d+))?$/.exec(written) ?? [];
  return first !== undefined && Number(first) <= Number(last)
    ? ok([Number(first), Number(last)] as const)
    : fail(`--bars takes a bar or two, the first one first, as in 5-8, not "${written}".`);
};

const parse = (args: readonly string[]) =>
  parseArgs({
    args: [...args],
    allowPositionals: true,
    options: {
      hand: { type: 'string', default: 'both' },
      'span-mm': { type: 'string' },
      lock: { type: 'string', multiple: true, default: [] },
      alternatives: { type: 'string' },
      json: { type: 'boolean', default: false },
      out: { type: 'string' },
      'out-dir': { type: 'string' },
      ties: { type: 'string' },
      rules: { type: 'string' },
      model: { type: 'string', default: MODELS[0] },
      score: { type: 'boolean', default: false },
      'only-open': { type: 'boolean', default: false },
      bars: { type: 'string' },
      ...CHOICE_OPTIONS,
    },
  });

/** Reads the words after `kettle-step finger`, or another command with its options; an error is one sentence. */
export const readFingerRequest = (args: readonly string[], command = 'finger'): Result<FingerRequest, string> => {
  let parsed: ReturnType<typeof parse>;
  try {
    parsed = parse(args);
  } catch (cause) {
    return fail(usageError(cause));
  }
  const { values, positionals: files } = parsed;
  if (files.length === 0) return fail(`kettle-step ${command} takes one file or more, or - for standard input.`);
  if (files.filter((file) => file === '-').length > 1) return fail('Standard input (-) can be read only once.');
  const sides = readSides(values.hand);
  if (!sides) return fail(`--hand takes right, left or both, not "${values.hand}".`);
  const locks = readLocks(values.lock);
  if (locks.kind === 'ok' && locks.value.size > 0 && files.length > 1)
    return fail('--lock names a note of one piece: give one file with it.');
  return all({
    files: ok(files),
    sides: ok(sides),
    hand: readSpan(values['span-mm']),
    locks,
    alternatives: readCount(values.alternatives),
    output: readOutput(files, values.out, values['out-dir'], command),
    model: readModel(values.model),
    rules: ok(values.rules),
    ties: readTies(values.ties),
    score: ok(values.score),
    onlyOpen: ok(values['only-open']),
    bars: readBars(values.bars, command),
    choice: readChoice(values),
  });
};
