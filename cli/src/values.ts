import {
  DEFAULT_HAND,
  fail,
  handOfSpan,
  isFinger,
  ok,
  SIDES,
  SPAN15_RANGE_MM,
  type Finger,
  type Hand,
  type Locks,
  type Result,
  type Rules,
  type Side,
} from '@kettle-step/core';
import { formOfName, SENT_FORMS, type SentForm } from '@kettle-step/core/formats';
import { CommanderError, Option, type Command } from 'commander';

/** How the values of options are read. What is wrong with one is a sentence. */

/** A command line that cannot be followed. The message is one sentence. */
export class BadUsage extends Error {
  override readonly name = 'BadUsage';
}

const refuse = (sentence: string): never => {
  throw new BadUsage(sentence);
};

export const oneOf =
  <T extends string>(name: string, known: readonly T[]) =>
  (written: string): T =>
    known.find((one) => one === written) ?? refuse(`--${name} takes ${known.join(', ')}, not "${written}".`);

export const sidesOf = (written: string): readonly Side[] => {
  if (written === 'both') return SIDES;
  return SIDES.includes(written as Side)
    ? [written as Side]
    : refuse(`--hand takes right, left or both, not "${written}".`);
};

export const wholeNumber =
  (name: string) =>
  (written: string): number =>
    /^\d+$/.test(written) ? Number(written) : refuse(`--${name} takes a whole number, not "${written}".`);

const spanOf = (written: string): Hand => {
  const span = Number(written);
  const [least, most] = SPAN15_RANGE_MM;
  return /^\d+(\.\d+)?$/.test(written) && span >= least && span <= most
    ? handOfSpan(span)
    : refuse(`--span-mm takes a length from ${least} to ${most} mm, not "${written}".`);
};

const lockWith = (written: string, before: Locks): Locks => {
  const [, id, digit] = /^(.+)=(\d+)$/.exec(written) ?? [];
  const finger = Number(digit);
  if (id === undefined || !isFinger(finger))
    return refuse(`--lock takes a note id and a finger from 1 to 5, as in ks-1-1-1=3, not "${written}".`);
  return new Map<string, Finger>([...before, [id, finger]]);
};

/** More alternatives than a teacher would compare in one bar only cost time. */
const MAX_ALTERNATIVES = 20;

const alternativesOf = (written: string): number =>
  /^\d+$/.test(written) && Number(written) <= MAX_ALTERNATIVES
    ? Number(written)
    : refuse(`--alternatives takes a number from 0 to ${MAX_ALTERNATIVES}, not "${written}".`);

const tiesOf = (written: string): Rules['ties'] => {
  if (written === 'hard') return written;
  const strength = Number(written);
  return /^\d*\.?\d+$/.test(written) && strength <= 1
    ? strength
    : refuse(`--ties takes a strength from 0 to 1, or hard, not "${written}".`);
};

const barsOf = (written: string): readonly [number, number] => {
  const [, first, last = first] = /^(\d+)(?:-(\d+))?$/.exec(written) ?? [];
  return first !== undefined && Number(first) <= Number(last)
    ? [Number(first), Number(last)]
    : refuse(`--bars takes a bar or two, the first one first, as in 5-8, not "${written}".`);
};

/** The tune as a file counts it from 1, counted from 0. */
const tuneOf = (written: string): number =>
  /^[1-9]\d*$/.test(written)
    ? Number(written) - 1
    : refuse(`--tune takes the number of a tune from 1, not "${written}".`);

/** A file to be written, in the form its name asks for. */
export interface OutFile {
  readonly path: string;
  readonly form: SentForm;
}

export const outFile = (path: string): OutFile => {
  const form = formOfName(path);
  return form
    ? { path, form }
    : refuse(`"${path}" must end in one of ${SENT_FORMS.map((one) => `.${one}`).join(', ')}.`);
};

/** Options that several commands have. */
export const OPTIONS = {
  hand: () =>
    new Option('--hand <hand>', 'the hand to finger: right, left or both').argParser(sidesOf).default(SIDES, 'both'),
  span: () =>
    new Option('--span-mm <mm>', 'flat span from the outer edge of the thumb to that of the fifth finger')
      .argParser(spanOf)
      .default(DEFAULT_HAND, String(DEFAULT_HAND.span15Mm)),
  rules: () =>
    new Option('--rules <file>', 'a JSON file with moves, repeats and the other rules on which teachers differ'),
  part: () =>
    new Option('--part <id>', 'the part that is the piano, by its id; two where each hand has one')
      .argParser((id: string, before: readonly string[]) => [...before, id])
      .default([], 'found'),
  tune: () => new Option('--tune <n>', 'which tune of an ABC file').argParser(tuneOf).default(0, 'the first'),
  lock: () =>
    new Option('--lock <noteid=finger>', 'holds a finger on a note; may be given again')
      .argParser(lockWith)
      .default(new Map(), 'none'),
  alternatives: () =>
    new Option('--alternatives <n>', `other fingerings for each bar (0-${MAX_ALTERNATIVES})`)
      .argParser(alternativesOf)
      .default(0),
  ties: () =>
    new Option(
      '--ties <strength>',
      'how strongly the same music keeps the same fingers: 0 not at all, 1 as much as a preference can, hard',
    ).argParser(tiesOf),
  bars: () => new Option('--bars <a-b>', 'these bars alone, by their printed numbers').argParser(barsOf),
  json: () => new Option('--json', 'prints JSON; this is the only form so far, so it may be left out'),
} as const;

/** What the library says of an unknown option, as a sentence. */
const sentence = ({ message }: CommanderError): string => {
  const [words] = message.replace(/^error: /, '').split('\n') as [string];
  return `${words[0]?.toUpperCase()}${words.slice(1)}.`;
};

/** Has a command read its words; what is wrong with them is an error of one sentence. */
export const reading = <T>(command: Command, args: readonly string[], request: () => T): Result<T, string> => {
  try {
    command
      .exitOverride()
      .configureOutput({ writeErr: () => undefined })
      .parse([...args], { from: 'user' });
    return ok(request());
  } catch (cause) {
    if (cause instanceof BadUsage) return fail(cause.message);
    if (cause instanceof CommanderError) return fail(sentence(cause));
    throw cause;
  }
};
