import {
  DIMINISHED_SEVENTHS,
  DOMINANT_SEVENTHS,
  HARMONIC_MINOR_SCALES,
  MAJOR_ARPEGGIOS,
  MAJOR_SCALES,
  MELODIC_MINOR_SCALES,
  MINOR_ARPEGGIOS,
  NATURAL_MINOR_SCALES,
  TRIAD_INVERSIONS,
  type RunFingering,
} from '../src/handbook';
import { midiOf, parsePitch } from '../src/keyboard/pitch';
import { tonicsOf, type Direction, type PatternKind, type PatternWish } from '../src/patterns';

/** The rows of the handbook's tables as patterns to be asked for, with the fingers they accept: written out without the patterns' own code. */

/** A pattern of one hand, and the fingers that are right on each of its strokes. */
export interface ManualCase {
  readonly family: string;
  readonly wish: Pick<PatternWish, 'tonic' | 'kind' | 'octaves' | 'direction' | 'inversion' | 'sides'>;
  readonly accepted: readonly (readonly number[])[];
  /** Whether the table is sure of it. */
  readonly sure: 'high' | 'medium';
}

interface Table {
  readonly family: string;
  readonly kind: PatternKind;
  readonly inversion: number;
  readonly rows: readonly RunFingering[];
}

const table = (kind: PatternKind, rows: readonly RunFingering[]): Table => ({ family: kind, kind, inversion: 0, rows });

const inversions = (mode: 'major' | 'minor', inversion: 1 | 2): Table => ({
  family: `arpeggio-${mode}, inversion ${inversion}`,
  kind: `arpeggio-${mode}`,
  inversion,
  rows: TRIAD_INVERSIONS.filter((row) => row.mode === mode && row.inversion === inversion),
});

/** Sources beside the tables: `MANUALS` and `SCALE_MANUAL`, both from memory. */
const TABLES: readonly Table[] = [
  table('major', MAJOR_SCALES),
  table('natural-minor', NATURAL_MINOR_SCALES),
  table('harmonic-minor', HARMONIC_MINOR_SCALES),
  table('melodic-minor', MELODIC_MINOR_SCALES),
  table('arpeggio-major', MAJOR_ARPEGGIOS),
  table('arpeggio-minor', MINOR_ARPEGGIOS),
  inversions('major', 1),
  inversions('major', 2),
  inversions('minor', 1),
  inversions('minor', 2),
  table('dominant-seventh', DOMINANT_SEVENTHS),
  table('diminished-seventh', DIMINISHED_SEVENTHS),
];

export const MANUAL_FAMILIES = TABLES.map(({ family }) => family);

/** Some octaves of a row, rising, with what its ends accept. */
const rising = (row: RunFingering, octaves: number, pattern: readonly number[]): number[][] => {
  const run = Array.from({ length: octaves }, () => pattern.map((finger) => [finger])).flat();
  const [usual] = row.starts;
  if (usual) usual.forEach((_, at) => (run[at] = row.starts.map((start) => start[at]!)));
  return [...run, [...row.ends]];
};

const accepted = (row: RunFingering, octaves: number, direction: Direction): number[][] => {
  const up = rising(row, octaves, row.octave);
  const down = rising(row, octaves, row.octaveDown ?? row.octave).reverse();
  if (direction === 'up') return up;
  return direction === 'down' ? down : [...up.slice(0, -1), ...down];
};

const keyOf = (tonic: string): number => midiOf(parsePitch(`${tonic}4`)!) % 12;

/** Every name of a key that is written. */
const spellings = (kind: PatternKind, tonic: string): readonly string[] =>
  tonicsOf({ kind, mode: 'major' }).filter((name) => keyOf(name) === keyOf(tonic));

export const manualCases = (lengths: readonly number[]): readonly ManualCase[] =>
  TABLES.flatMap(({ family, kind, inversion, rows }) =>
    rows.flatMap((row) =>
      row.tonics
        .flatMap((tonic) => spellings(kind, tonic))
        .flatMap((tonic) =>
          lengths.flatMap((octaves) =>
            (['up', 'down', 'both'] as const).map((direction): ManualCase => ({
              family,
              wish: { tonic, kind, octaves, direction, inversion, sides: [row.hand] },
              accepted: accepted(row, octaves, direction),
              sure: row.sure ?? 'high',
            })),
          ),
        ),
    ),
  );
