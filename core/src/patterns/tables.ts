import type { Side } from '../hand/hand';
import { CHORD_SHAPES, SCALE_MANUAL, TRIAD_INVERSIONS, type ChordShape, type RunFingering } from '../handbook';
import { isBlack } from '../keyboard/geometry';
import { midiOf, parsePitch } from '../keyboard/pitch';
import { KINDS, type RunTable } from './kinds';
import { keyOfTonic, modeOf, type PatternWish } from './wish';

/** Looks patterns up in the handbook. */

/** The table that has patterns like this one in every key; undefined where none has. */
export const runTableOf = (wish: Pick<PatternWish, 'kind' | 'mode' | 'inversion'>): RunTable | undefined => {
  const { fingers } = KINDS[wish.kind];
  if (wish.inversion === 0) return fingers.kind === 'table' ? fingers.table : undefined;
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
