import type { Press, Slice } from '../score/slices';
import type { Key } from '../score/score';
import { oneWayStretches } from './lines';

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

const pitchClass = (midi: number): number => ((midi % 12) + 12) % 12;

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

/** The scale that a line runs through, the likeliest of several in this key. */
const scaleOf = (line: readonly number[], key: Key): { tonic: number; scale: ScaleKind } | undefined => {
  let found: { tonic: number; scale: ScaleKind } | undefined;
  let least = Infinity;
  for (const scale of KINDS)
    for (let tonic = 0; tonic < 12; tonic += 1) {
      if (!runsThrough(line, tonic, scale)) continue;
      const far = distance(line, key, tonic, scale);
      if (far < least) [least, found] = [far, { tonic, scale }];
    }
  return found;
};

/** Runs through scales. `key` is the key of the piece. */
export const scaleRunsIn = (slices: readonly Slice[], key: Key): readonly ScaleRun[] =>
  oneWayStretches(slices).flatMap((stretch): ScaleRun[] => {
    const runs: ScaleRun[] = [];
    let from = 0;
    while (stretch.length - from >= LEAST_NOTES) {
      // The longest stretch from here that is a scale.
      let best: ScaleRun | undefined;
      for (let to = from + LEAST_NOTES; to <= stretch.length; to += 1) {
        const presses = stretch.slice(from, to).map(({ struck }) => struck[0]!);
        const line = presses.map(({ midi }) => midi);
        const scale = scaleOf(line, key);
        if (!scale) break;
        best = { presses, ...scale, up: line[1]! > line[0]! };
      }
      if (best) runs.push(best);
      from += best ? best.presses.length - 1 : 1;
    }
    return runs;
  });
