import arpeggioTables from '../src/patterns/tables/arpeggio-fingerings.json';
import chordTables from '../src/patterns/tables/chord-fingerings.json';
import melodicTables from '../src/patterns/tables/melodic-cases.json';
import scaleTables from '../src/patterns/tables/scale-fingerings.json';
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

interface Row {
  readonly tonics: readonly string[];
  readonly hand: string;
  readonly octave: readonly number[];
  readonly starts: readonly (readonly number[])[];
  readonly ends: readonly number[];
}

const MAJOR = [0, 2, 4, 5, 7, 9, 11];
const HARMONIC_MINOR = [0, 2, 3, 5, 7, 8, 11];
const MAJOR_TRIAD = [0, 4, 7];
const MINOR_TRIAD = [0, 3, 7];

const SHARP_NAMES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];
const nameOfKey = (midi: number): string => `${SHARP_NAMES[midi % 12]}${Math.floor(midi / 12) - 1}`;

/** Fingers that are right on each note of a rising run: the pattern, with the accepted starts and ends. */
const acceptedRising = (row: Row, octaves: number): number[][] => {
  const run = Array.from({ length: octaves }, () => row.octave)
    .flat()
    .map((finger) => [finger]);
  row.starts.forEach((start) => start.forEach((finger, index) => run[index]!.push(finger)));
  // Where only replacements of the first note are listed, the pattern itself is not printed for a start.
  if (row.starts.length > 0) row.starts[0]!.forEach((_, index) => run[index]!.shift());
  return [...run, [...row.ends]];
};

const runCase = (
  row: Row,
  tonic: string,
  steps: readonly number[],
  octaves: number,
  way: 'up' | 'down',
  id: string,
): HandbookCase => {
  const side = row.hand as Side;
  const root = midiOf(parsePitch(`${tonic}${side === 'right' ? 4 : 3 - octaves + 1}`)!);
  const keys = Array.from({ length: octaves }, (_, octave) => steps.map((step) => root + 12 * octave + step)).flat();
  keys.push(root + 12 * octaves);
  const accepted = acceptedRising(row, octaves);
  const ordered = way === 'up' ? keys : [...keys].reverse();
  return {
    id: `${id}-${tonic}-${side}-${octaves}-${way}`,
    group: steps.length === 3 ? 'arpeggio' : 'scale',
    side,
    score: line(`( ${ordered.map((key, index) => nameOfKey(key) + (index === 0 ? '/1/4' : '')).join(' ')} )`, {
      side,
      key: tonic,
    }),
    accepted: way === 'up' ? accepted : [...accepted].reverse(),
  };
};

const runs = (rows: readonly Row[], steps: readonly number[], id: string): HandbookCase[] =>
  rows.flatMap((row) =>
    row.tonics.flatMap((tonic) =>
      [1, 2].flatMap((octaves) => (['up', 'down'] as const).map((way) => runCase(row, tonic, steps, octaves, way, id))),
    ),
  );

/** Scales and arpeggios of the handbook tables, one and two octaves, up and down, all keys and both hands. */
export const handbookRuns = (): readonly HandbookCase[] => [
  ...runs(scaleTables.major, MAJOR, 'major-scale'),
  ...runs(scaleTables.harmonicMinor, HARMONIC_MINOR, 'minor-scale'),
  ...runs(arpeggioTables.major as Row[], MAJOR_TRIAD, 'major-arpeggio'),
  ...runs(arpeggioTables.minor as Row[], MINOR_TRIAD, 'minor-arpeggio'),
];

/** Block chords of common practice, lowest note first. */
export const handbookChords = (): readonly HandbookCase[] =>
  chordTables.chords.map((chord) => ({
    id: `${chord.hand} ${chord.notes.join(' ')}`,
    group: 'chord',
    side: chord.hand as Side,
    score: line(`[${chord.notes.join(' ')}]/4`, { side: chord.hand as Side }),
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
