import type { Finger, Side } from '../hand/hand';
import type { Score } from '../score/score';
import { slicesOf, type Slice } from '../score/slices';
import { fingerLine } from './line';

/** What the published model says of one hand: it covers lines of single notes; chords have no finger of it. */
export interface PublishedPlan {
  readonly fingers: ReadonlyMap<string, Finger>;
  readonly points: number;
  /** Whether something in this hand is beyond the model. */
  readonly hasChords: boolean;
}

/** The keyboard is its own mirror image about D. */
const MIRROR = 2 * 62;

const isSingle = ({ struck, held }: Slice): boolean => struck.length === 1 && held.length === 0;

/** Stretches of single notes between chords. */
const lines = (slices: readonly Slice[]): readonly (readonly Slice[])[] => {
  const found: Slice[][] = [[]];
  for (const slice of slices) {
    if (isSingle(slice)) found[found.length - 1]!.push(slice);
    else found.push([]);
  }
  return found.filter((line) => line.length > 0);
};

/** Fingers of one hand by the 1997 rules as published. Rests and slurs do not count in that model. */
export const publishedPlan = (score: Score, side: Side): PublishedPlan => {
  const slices = slicesOf(score, side);
  const fingers = new Map<string, Finger>();
  let points = 0;
  for (const line of lines(slices)) {
    const keys = line.map(({ struck }) => (side === 'right' ? struck[0]!.midi : MIRROR - struck[0]!.midi));
    const fingering = fingerLine(keys);
    points += fingering.points;
    line.forEach(({ struck }, index) => {
      for (const id of struck[0]!.noteIds) fingers.set(id, fingering.fingers[index]!);
    });
  }
  return { fingers, points, hasChords: slices.some((slice) => !isSingle(slice)) };
};
