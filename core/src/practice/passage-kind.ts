import type { Side } from '../hand/hand';
import type { Score } from '../score/score';

/** What the notes of a passage are, as far as it tells which fingers suit a hand there. */
export const PASSAGE_KINDS = ['scale', 'arpeggio', 'chords', 'melody'] as const;
export type PassageKind = (typeof PASSAGE_KINDS)[number];

/** From this share on a passage is what most of it is. Our choice. */
const MOST = 0.6;
/** A step is a second; a skip of a broken chord a third to a fifth, semitones. */
const WIDEST_STEP = 2;
const WIDEST_SKIP = 7;

/** Notes of each stroke, lowest first. */
const strokesOf = (
  score: Score,
  side: Side,
  [first, last]: readonly [number, number],
): readonly (readonly number[])[] => {
  const strokes = new Map<number, number[]>();
  for (const note of score.notes)
    if (note.side === side && note.bar >= first && note.bar <= last && note.graceIndex === null)
      strokes.set(note.onsetTicks, [...(strokes.get(note.onsetTicks) ?? []), note.midi]);
  return [...strokes.values()];
};

/** @param bars - indices of the first and last bar */
export const passageKind = (score: Score, side: Side, bars: readonly [number, number]): PassageKind => {
  const strokes = strokesOf(score, side, bars);
  if (strokes.filter((keys) => keys.length > 1).length > MOST * strokes.length) return 'chords';
  const leaps = strokes.slice(1).map((keys, at) => Math.abs(keys[0]! - strokes[at]![0]!));
  const share = (low: number, high: number): number =>
    leaps.filter((leap) => leap >= low && leap <= high).length / Math.max(1, leaps.length);
  if (share(1, WIDEST_STEP) > MOST) return 'scale';
  return share(WIDEST_STEP + 1, WIDEST_SKIP) > MOST ? 'arpeggio' : 'melody';
};
