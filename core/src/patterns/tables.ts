import type { Side } from '../hand/hand';
import {
  CHORD_SHAPES,
  DIMINISHED_SEVENTHS,
  DOMINANT_SEVENTHS,
  HARMONIC_MINOR_SCALES,
  MAJOR_ARPEGGIOS,
  MAJOR_SCALES,
  MANUALS,
  MELODIC_MINOR_SCALES,
  MINOR_ARPEGGIOS,
  NATURAL_MINOR_SCALES,
  SCALE_MANUAL,
  TRIAD_INVERSIONS,
  type ChordShape,
  type RunFingering,
  type Source,
} from '../handbook';
import { isBlack } from '../keyboard/geometry';
import { midiOf, parsePitch } from '../keyboard/pitch';
import { keyOfTonic, modeOf, type PatternKind, type PatternWish } from './wish';

/** Looks patterns up in the handbook. */

/** A table of runs with where it comes from. */
export interface RunTable {
  readonly rows: readonly RunFingering[];
  readonly source: Source;
}

const RUN_TABLES: Partial<Record<PatternKind, RunTable>> = {
  major: { rows: MAJOR_SCALES, source: MANUALS },
  'harmonic-minor': { rows: HARMONIC_MINOR_SCALES, source: MANUALS },
  'natural-minor': { rows: NATURAL_MINOR_SCALES, source: SCALE_MANUAL },
  'melodic-minor': { rows: MELODIC_MINOR_SCALES, source: SCALE_MANUAL },
  'arpeggio-major': { rows: MAJOR_ARPEGGIOS, source: MANUALS },
  'arpeggio-minor': { rows: MINOR_ARPEGGIOS, source: MANUALS },
  'dominant-seventh': { rows: DOMINANT_SEVENTHS, source: SCALE_MANUAL },
  'diminished-seventh': { rows: DIMINISHED_SEVENTHS, source: SCALE_MANUAL },
};

/** The table that has patterns like this one in every key; undefined where none has. */
export const runTableOf = (wish: Pick<PatternWish, 'kind' | 'mode' | 'inversion'>): RunTable | undefined => {
  if (wish.inversion === 0) return RUN_TABLES[wish.kind];
  const rows = TRIAD_INVERSIONS.filter(({ mode, inversion }) => mode === modeOf(wish) && inversion === wish.inversion);
  return rows.length > 0 ? { rows, source: SCALE_MANUAL } : undefined;
};

/** The row of a table for a key of the piano, however it is spelled. */
export const rowFor = ({ rows }: RunTable, tonic: string, hand: Side): RunFingering | undefined => {
  const key = keyOfTonic(tonic);
  return rows.find((row) => row.hand === hand && row.tonics.some((other) => keyOfTonic(other) === key));
};

/** What a hand feels of a chord: how far its keys are apart and which are black. */
export const shapeOf = (midis: readonly number[]): string =>
  midis.map((midi, at) => `${at === 0 ? '' : midi - midis[at - 1]!}${isBlack(midi) ? 'b' : 'w'}`).join(' ');

const shapeKey = (hand: Side, midis: readonly number[]): string => `${hand} ${shapeOf(midis)}`;

const SHAPES: ReadonlyMap<string, ChordShape> = new Map(
  CHORD_SHAPES.map((shape) => [
    shapeKey(
      shape.hand,
      shape.example.map((name) => midiOf(parsePitch(name)!)),
    ),
    shape,
  ]),
);

/** The row of the handbook for a block chord of this shape. */
export const chordShapeFor = (midis: readonly number[], hand: Side): ChordShape | undefined =>
  SHAPES.get(shapeKey(hand, midis));
