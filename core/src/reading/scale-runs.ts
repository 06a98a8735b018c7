import { pitchClass } from '../keyboard/geometry';
import type { Press, Slice } from '../score/slices';
import type { Key } from '../score/score';

/** A scale by its semitones above the tonic. */
export const SCALES = {
  major: [0, 2, 4, 5, 7, 9, 11],
  'harmonic-minor': [0, 2, 3, 5, 7, 8, 11],
  'melodic-minor': [0, 2, 3, 5, 7, 9, 11],
  'natural-minor': [0, 2, 3, 5, 7, 8, 10],
} as const;
export type ScaleKind = keyof typeof SCALES;

/** Neighbouring notes of one scale in one direction, more than lie under five fingers. */
export interface ScaleRun {
  readonly presses: readonly Press[];
  /** Pitch class of the tonic. */
  readonly tonic: number;
  readonly scale: ScaleKind;
  readonly up: boolean;
}

/** Fewer notes lie under the five fingers. */
const LEAST_NOTES = 6;

/** Pitch class of the tonic of a major key. @example majorTonic(-1) // => 5 */
const majorTonic = (fifths: number): number => pitchClass(fifths * 7);

const areNeighbours = (a: number, b: number): boolean => (a + 1) % 7 === b || (b + 1) % 7 === a;

/** Whether the notes are neighbours in a scale: none left out. */
const runsThrough = (line: readonly number[], tonic: number, scale: ScaleKind): boolean => {
  const steps: readonly number[] = SCALES[scale];
  const degrees = line.map((midi) => steps.indexOf(pitchClass(midi - tonic)));
  return degrees.every((degree, index) => {
    if (degree < 0) return false;
    const before = degrees[index - 1];
    return before === undefined || areNeighbours(before, degree);
  });
};

/** How far a scale is from the key of the piece: the fewer, the likelier it is meant. */
const distance = (line: readonly number[], key: Key, tonic: number, scale: ScaleKind): number => {
  const minor = scale !== 'major';
  const home = pitchClass(majorTonic(key.fifths) + (key.mode === 'minor' ? 9 : 0));
  const relative = pitchClass(tonic + (minor ? 3 : 0));
  // Keys apart on the circle of fifths.
  const apart = pitchClass((relative - majorTonic(key.fifths)) * 7);
  const ends = [line[0]!, line[line.length - 1]!].filter((midi) => pitchClass(midi) === tonic).length;
  return (
    Math.min(apart, 12 - apart) +
    (tonic === home && minor === (key.mode === 'minor') ? 0 : 0.6) -
    0.4 * ends +
    (scale === 'natural-minor' ? 0.1 : scale === 'melodic-minor' ? 0.05 : 0)
  );
};

const KINDS = Object.keys(SCALES) as ScaleKind[];

/** Pitch classes of each scale as bits, by its tonic. */
const BITS = Object.fromEntries(
  KINDS.map((scale) => [
    scale,
    Array.from({ length: 12 }, (_, tonic) =>
      SCALES[scale].reduce<number>((bits, step) => bits | (1 << pitchClass(tonic + step)), 0),
    ),
  ]),
) as unknown as Readonly<Record<ScaleKind, readonly number[]>>;

/** The scale that a line runs through, the likeliest of several in this key. */
const scaleOf = (line: readonly number[], key: Key): { tonic: number; scale: ScaleKind } | undefined => {
  let found: { tonic: number; scale: ScaleKind } | undefined;
  let least = Infinity;
  const bits = line.reduce((classes, midi) => classes | (1 << pitchClass(midi)), 0);
  for (const scale of KINDS)
    for (let tonic = 0; tonic < 12; tonic += 1) {
      if ((bits & ~BITS[scale][tonic]!) !== 0 || !runsThrough(line, tonic, scale)) continue;
      const far = distance(line, key, tonic, scale);
      if (far < least) [least, found] = [far, { tonic, scale }];
    }
  return found;
};

/** Farthest apart that two neighbours of a scale lie, semitones. */
const WIDEST_STEP = 3;

/** Stretches of notes none of which is farther from the next than a scale goes. */
const stepwise = (line: readonly Press[]): readonly (readonly Press[])[] => {
  const stretches: Press[][] = [];
  let current: Press[] = [];
  for (const press of line) {
    const before = current[current.length - 1];
    if (before && Math.abs(press.midi - before.midi) > WIDEST_STEP) {
      stretches.push(current);
      current = [];
    }
    current.push(press);
  }
  return [...stretches, current].filter(({ length }) => length >= LEAST_NOTES);
};

/** The longest run through a scale that begins at a note of a line. */
const longestFrom = (line: readonly Press[], from: number, key: Key): ScaleRun | undefined => {
  for (let to = line.length; to - from >= LEAST_NOTES; to -= 1) {
    const presses = line.slice(from, to);
    const midis = presses.map(({ midi }) => midi);
    const scale = scaleOf(midis, key);
    if (scale) return { presses, ...scale, up: midis[1]! > midis[0]! };
  }
  return undefined;
};

/** Runs through scales among lines that run one way (lines.ts). `key` is the key of the piece. */
export const scaleRunsIn = (lines: readonly (readonly Slice[])[], key: Key): readonly ScaleRun[] =>
  lines
    .filter(({ length }) => length >= LEAST_NOTES)
    .flatMap((stretch) => stepwise(stretch.map(({ struck }) => struck[0]!)))
    .flatMap((line) => {
      const runs: ScaleRun[] = [];
      let from = 0;
      while (line.length - from >= LEAST_NOTES) {
        const run = longestFrom(line, from, key);
        if (run) runs.push(run);
        from += run ? run.presses.length - 1 : 1;
      }
      return runs;
    });
