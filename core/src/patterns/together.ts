import type { Finger, Side } from '../hand/hand';
import { fingersOfHand } from '../plan/plan';
import type { FingeredPattern } from './fingered';
import { noteIdAt } from './pattern';

/** Whose thumb plays. */
export type Thumbs = 'right' | 'left' | 'both' | 'none';

/** One moment of a pattern with both hands. */
export interface TogetherMoment {
  /** Which stroke it is, from 1. */
  readonly beat: number;
  /** Fingers of each hand, from its lowest note up. */
  readonly right: readonly Finger[];
  readonly left: readonly Finger[];
  /** Both hands use the same fingers. */
  readonly same: boolean;
  readonly thumbs: Thumbs;
}

const sorted = (fingers: readonly Finger[]): string => [...fingers].sort().join('');

const thumbsOf = (right: readonly Finger[], left: readonly Finger[]): Thumbs => {
  const [inRight, inLeft] = [right.includes(1), left.includes(1)];
  if (inRight && inLeft) return 'both';
  if (inRight) return 'right';
  return inLeft ? 'left' : 'none';
};

/** The fingers that one hand uses at each stroke of a pattern. */
export const fingersByStroke = ({ pattern, plan }: FingeredPattern, side: Side): readonly (readonly Finger[])[] => {
  const fingers = fingersOfHand(plan.hands[side]);
  return pattern.hands[side].map(({ pitches }, stroke) =>
    pitches.flatMap((_, note) => fingers.get(noteIdAt(side, stroke, note)) ?? []),
  );
};

/** How the hands meet, stroke by stroke; empty where one of them is silent. */
export const togetherOf = (fingered: FingeredPattern): readonly TogetherMoment[] => {
  const [rights, lefts] = [fingersByStroke(fingered, 'right'), fingersByStroke(fingered, 'left')];
  if (rights.length === 0 || lefts.length === 0) return [];
  return rights.map((right, index) => {
    const left = lefts[index] ?? [];
    return {
      beat: index + 1,
      right,
      left,
      same: sorted(right) === sorted(left),
      thumbs: thumbsOf(right, left),
    };
  });
};
