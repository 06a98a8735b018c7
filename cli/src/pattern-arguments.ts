import { parseArgs } from 'node:util';
import {
  andThen,
  DIRECTIONS,
  DISTANCES,
  fail,
  MOTIONS,
  ok,
  PATTERN_KINDS,
  patternWish,
  type Hand,
  type PatternWish,
  type Result,
  type WantedSource,
} from '@kettle-step/core';
import { all, readOut, readSides, readSpan, usageError, type OutFile } from './arguments';

/** What `kettle-step pattern` was asked to do. */
export interface PatternRequest {
  readonly wish: PatternWish;
  /** Undefined where it was left open: the handbook where it has the pattern, else the engine. */
  readonly source: WantedSource | undefined;
  readonly hand: Hand;
  /** A JSON file of rules, not yet read. */
  readonly rules: string | undefined;
  readonly out: OutFile | undefined;
}

const OPTIONS = {
  tonic: { type: 'string' },
  kind: { type: 'string' },
  mode: { type: 'string' },
  inversion: { type: 'string', default: '0' },
  octaves: { type: 'string', default: '1' },
  direction: { type: 'string', default: 'both' },
  motion: { type: 'string', default: 'similar' },
  distance: { type: 'string', default: 'octave' },
  figure: { type: 'string', default: '3' },
  hand: { type: 'string', default: 'both' },
  source: { type: 'string' },
  'span-mm': { type: 'string' },
  rules: { type: 'string' },
  json: { type: 'boolean', default: false },
  out: { type: 'string' },
} as const;

const parse = (args: readonly string[]) => parseArgs({ args: [...args], options: OPTIONS });
type Values = ReturnType<typeof parse>['values'];

const readOneOf =
  (name: string) =>
  <T extends string>(known: readonly T[], written: string | undefined): Result<T, string> => {
    const found = known.find((one) => one === written);
    const said = written === undefined ? 'and is needed' : `not "${written}"`;
    return found ? ok(found) : fail(`--${name} takes ${known.join(', ')}, ${said}.`);
  };

/** Whether the number makes sense for the kind is told by the pattern itself. */
const readWhole = (name: string, written: string): Result<number, string> =>
  /^\d+$/.test(written) ? ok(Number(written)) : fail(`--${name} takes a whole number, not "${written}".`);

const readMode = (written: string | undefined): Result<'major' | 'minor' | undefined, string> =>
  written === undefined ? ok(undefined) : readOneOf('mode')(['major', 'minor'] as const, written);

const readWish = (values: Values): Result<PatternWish, string> => {
  if (values.tonic === undefined)
    return fail('--tonic takes the note a pattern begins on, as in F# or Eb, and is needed.');
  const sides = readSides(values.hand);
  if (!sides) return fail(`--hand takes right, left or both, not "${values.hand}".`);
  const asked = all({
    tonic: ok(values.tonic),
    kind: readOneOf('kind')(PATTERN_KINDS, values.kind),
    mode: readMode(values.mode),
    inversion: readWhole('inversion', values.inversion),
    octaves: readWhole('octaves', values.octaves),
    direction: readOneOf('direction')(DIRECTIONS, values.direction),
    motion: readOneOf('motion')(MOTIONS, values.motion),
    distance: readOneOf('distance')(DISTANCES, values.distance),
    figure: readOneOf('figure')(['3', '4'] as const, values.figure),
    sides: ok(sides),
  });
  return andThen(asked, ({ mode, figure, ...wish }) =>
    ok(patternWish({ ...wish, figure: figure === '3' ? 3 : 4, ...(mode ? { mode } : {}) })),
  );
};

/** Reads the words after `kettle-step pattern`; an error is one sentence. */
export const readPatternRequest = (args: readonly string[]): Result<PatternRequest, string> => {
  let values: Values;
  try {
    ({ values } = parse(args));
  } catch (cause) {
    return fail(usageError(cause));
  }
  const { source, out } = values;
  return all({
    wish: readWish(values),
    source: source === undefined ? ok(undefined) : readOneOf('source')(['handbook', 'engine'] as const, source),
    hand: readSpan(values['span-mm']),
    rules: ok(values.rules),
    out: out === undefined ? ok(undefined) : readOut(out),
  });
};
