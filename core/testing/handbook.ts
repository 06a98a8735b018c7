import {
  BLOCK_CHORDS,
  chromaticFinger,
  HARMONIC_MINOR_SCALES,
  MAJOR_ARPEGGIOS,
  MAJOR_SCALES,
  MINOR_ARPEGGIOS,
  type RunFingering,
} from '../src/handbook';
import melodicTables from './melodic-cases.json';
import type { Side } from '../src/hand/hand';
import { midiOf, parsePitch } from '../src/keyboard/pitch';
import type { Score } from '../src/score/score';
import { line } from './line';

/** A passage with the fingers a handbook or common practice gives: at each note the ones that are right, or null. */
export interface HandbookCase {
  readonly id: string;
  readonly group: 'scale' | 'arpeggio' | 'chord' | 'melody';
  readonly side: Side;
  readonly score: Score;
  readonly accepted: readonly (readonly number[] | null)[];
}

const MAJOR = [0, 2, 4, 5, 7, 9, 11];
const HARMONIC_MINOR = [0, 2, 3, 5, 7, 8, 11];
const MAJOR_TRIAD = [0, 4, 7];
const MINOR_TRIAD = [0, 3, 7];

const SHARP_NAMES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];
const nameOfKey = (midi: number): string => `${SHARP_NAMES[midi % 12]}${Math.floor(midi / 12) - 1}`;

/** Fingers that are right on each note of a rising run: the pattern, with the accepted starts and ends. */
const acceptedRising = (row: RunFingering, octaves: number): number[][] => {
  const run = Array.from({ length: octaves }, () => row.octave)
    .flat()
    .map((finger) => [finger]);
  row.starts.forEach((start) => start.forEach((finger, index) => run[index]!.push(finger)));
  // Where only replacements of the first note are listed, the pattern itself is not printed for a start.
  if (row.starts.length > 0) row.starts[0]!.forEach((_, index) => run[index]!.shift());
  return [...run, [...row.ends]];
};

type Way = 'up' | 'down' | 'both';

/** A rising line as it is played: up, down, or up and back. */
const goThrough = <T>(rising: readonly T[], way: Way): readonly T[] => {
  const falling = [...rising].reverse();
  if (way === 'both') return [...rising, ...falling.slice(1)];
  return way === 'up' ? rising : falling;
};

const runCase = (
  row: RunFingering,
  tonic: string,
  steps: readonly number[],
  octaves: number,
  way: Way,
  id: string,
): HandbookCase => {
  const side = row.hand;
  const root = midiOf(parsePitch(`${tonic}${side === 'right' ? 4 : 3 - octaves + 1}`)!);
  const keys = Array.from({ length: octaves }, (_, octave) => steps.map((step) => root + 12 * octave + step)).flat();
  keys.push(root + 12 * octaves);
  const accepted = acceptedRising(row, octaves);
  const ordered = goThrough(keys, way);
  return {
    id: `${id}-${tonic}-${side}-${octaves}-${way}`,
    group: steps.length === 3 ? 'arpeggio' : 'scale',
    side,
    score: line(`( ${ordered.map((key, index) => nameOfKey(key) + (index === 0 ? '/1/4' : '')).join(' ')} )`, {
      side,
      key: tonic,
    }),
    accepted: goThrough(accepted, way),
  };
};

const runs = (rows: readonly RunFingering[], steps: readonly number[], id: string): HandbookCase[] =>
  rows.flatMap((row) =>
    row.tonics.flatMap((tonic) =>
      [1, 2].flatMap((octaves) =>
        (['up', 'down', 'both'] as const).map((way) => runCase(row, tonic, steps, octaves, way, id)),
      ),
    ),
  );

const chromaticCase = (start: number, side: Side, octaves: number, way: Way): HandbookCase => {
  const keys = Array.from({ length: 12 * octaves + 1 }, (_, index) => start + index);
  const last = keys.length - 1;
  // A run may begin and end with any finger that leads on; the book prints 1 or 2 there.
  const accepted = keys.map((key, index) =>
    index === 0 || index === last ? [chromaticFinger(key, side), 1, 2, 3] : [chromaticFinger(key, side)],
  );
  const names = goThrough(keys, way).map((key, index) => nameOfKey(key) + (index === 0 ? '/1/4' : ''));
  return {
    id: `chromatic-${nameOfKey(start)}-${side}-${octaves}-${way}`,
    group: 'scale',
    side,
    score: line(`( ${names.join(' ')} )`, { side }),
    accepted: goThrough(accepted, way),
  };
};

/** Chromatic runs from a few white keys. Common practice, no source: craft's rule of 3 on every black key. */
export const chromaticRuns = (): readonly HandbookCase[] =>
  [60, 62, 64, 65, 67, 69].flatMap((start) =>
    (['right', 'left'] as const).flatMap((side) =>
      [1, 2].flatMap((octaves) =>
        (['up', 'down', 'both'] as const).map((way) =>
          chromaticCase(start - (side === 'left' ? 12 : 0), side, octaves, way),
        ),
      ),
    ),
  );

/** Scales and arpeggios of the handbook tables, one and two octaves, up and down, all keys and both hands. */
export const handbookRuns = (): readonly HandbookCase[] => [
  ...runs(MAJOR_SCALES, MAJOR, 'major-scale'),
  ...runs(HARMONIC_MINOR_SCALES, HARMONIC_MINOR, 'minor-scale'),
  ...runs(MAJOR_ARPEGGIOS, MAJOR_TRIAD, 'major-arpeggio'),
  ...runs(MINOR_ARPEGGIOS, MINOR_TRIAD, 'minor-arpeggio'),
];

/** Block chords of common practice, lowest note first. */
export const handbookChords = (): readonly HandbookCase[] =>
  BLOCK_CHORDS.map((chord) => ({
    id: `${chord.hand} ${chord.notes.join(' ')}`,
    group: 'chord',
    side: chord.hand,
    score: line(`[${chord.notes.join(' ')}]/4`, { side: chord.hand }),
    accepted: chord.fingers.map((finger) => [finger]),
  }));

/** Melodies with the fingering that teachers commonly give. */
export const melodicCases = (): readonly HandbookCase[] =>
  melodicTables.cases.map((melody) => ({
    id: melody.id,
    group: 'melody',
    side: melody.hand as Side,
    score: line(melody.music, { side: melody.hand as Side, key: melody.key, beats: melody.beats }),
    accepted: (melody.fingers as (number | number[] | null)[]).map((finger) =>
      finger === null ? null : Array.isArray(finger) ? finger : [finger],
    ),
  }));
