import {
  HIGHEST_KEY,
  LOWEST_KEY,
  restingKeys,
  SIDES,
  type Finger,
  type PianoPlan,
  type Position,
  type Score,
  type Side,
} from '@kettle-step/core';
import type { FingeredNote } from '../score/fingered-notes';

/** A finger over a key at one moment. */
export interface Spot {
  readonly finger: Finger;
  readonly midi: number;
  /** Down on the key now, or resting over it. */
  readonly down: boolean;
}

/** One hand at one moment. */
export interface HandMoment {
  readonly side: Side;
  readonly position: Position;
  readonly spots: readonly Spot[];
  /** Where the hand goes next, when it moves at all. */
  readonly next: Position | undefined;
}

const spotsOf = (position: Position, score: Score, sounding: readonly FingeredNote[]): Spot[] => {
  const resting = restingKeys(position, score.bars[position.bar]?.key.fifths ?? 0);
  return resting.map((midi, index) => {
    const finger = (index + 1) as Finger;
    const played = sounding.find(({ planned }) => planned.finger === finger);
    return { finger, midi: played?.note.midi ?? midi, down: played !== undefined };
  });
};

/** What both hands do at a moment of the piece. A hand that has not begun yet is shown where it will begin. */
export const handsAt = (
  score: Score,
  plan: PianoPlan,
  notes: ReadonlyMap<string, FingeredNote>,
  at: Pick<FingeredNote['note'], 'onsetTicks'>,
): readonly HandMoment[] =>
  SIDES.flatMap((side): HandMoment[] => {
    const { positions } = plan.hands[side];
    const current = Math.max(
      0,
      positions.findLastIndex(({ onsetTicks }) => onsetTicks <= at.onsetTicks),
    );
    const position = positions[current];
    if (!position) return [];
    const sounding = [...notes.values()].filter(
      ({ note }) =>
        note.side === side &&
        (note.onsetTicks === at.onsetTicks
          ? note.graceIndex === null
          : note.onsetTicks < at.onsetTicks && note.onsetTicks + note.durationTicks > at.onsetTicks),
    );
    return [{ side, position, spots: spotsOf(position, score, sounding), next: positions[current + 1] }];
  });

/** The lowest and the highest key that a piece plays or a hand lies on. */
export const railRange = (score: Score, plan: PianoPlan): { readonly lowest: number; readonly highest: number } => {
  let [lowest, highest] = [Infinity, -Infinity];
  const take = (midi: number): void => {
    lowest = Math.min(lowest, midi);
    highest = Math.max(highest, midi);
  };
  for (const { midi } of score.notes) take(midi);
  for (const side of SIDES)
    for (const position of plan.hands[side].positions)
      restingKeys(position, score.bars[position.bar]?.key.fifths ?? 0).forEach(take);
  return { lowest: Math.max(LOWEST_KEY, lowest), highest: Math.min(HIGHEST_KEY, highest) };
};
