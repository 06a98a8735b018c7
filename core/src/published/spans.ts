import { FINGERS, type Finger } from '../hand/hand';

/**
 * Spans of finger pairs in semitones, right hand, positive when the higher finger is on the higher key; average adult hand.
 * R. Parncutt, J. A. Sloboda, E. F. Clarke, M. Raekallio, P. Desain, “An ergonomic model of keyboard fingering for melodic
 * fragments”, Music Perception 14(4), 1997, table 1; written down from memory.
 */
export interface Spans {
  readonly minPractical: number;
  readonly minComfortable: number;
  readonly minRelaxed: number;
  readonly maxRelaxed: number;
  readonly maxComfortable: number;
  readonly maxPractical: number;
}

const spans = (...[minPractical, minComfortable, minRelaxed, maxRelaxed, maxComfortable, maxPractical]: readonly [
  number, number, number, number, number, number,
]): Spans => ({ minPractical, minComfortable, minRelaxed, maxRelaxed, maxComfortable, maxPractical }); // prettier-ignore

const TABLE: Readonly<Record<string, Spans>> = {
  '1-2': spans(-5, -3, 1, 5, 8, 10),
  '1-3': spans(-4, -2, 3, 7, 10, 12),
  '1-4': spans(-3, -1, 5, 9, 12, 14),
  '1-5': spans(-1, 1, 7, 10, 13, 15),
  '2-3': spans(1, 1, 1, 2, 3, 5),
  '2-4': spans(1, 1, 3, 4, 5, 7),
  '2-5': spans(2, 2, 5, 6, 8, 10),
  '3-4': spans(1, 1, 1, 2, 2, 4),
  '3-5': spans(1, 1, 3, 4, 5, 7),
  '4-5': spans(1, 1, 1, 2, 3, 5),
};

const NONE = spans(0, 0, 0, 0, 0, 0);

const turned = (pair: Spans): Spans => ({
  minPractical: -pair.maxPractical,
  minComfortable: -pair.maxComfortable,
  minRelaxed: -pair.maxRelaxed,
  maxRelaxed: -pair.minRelaxed,
  maxComfortable: -pair.minComfortable,
  maxPractical: -pair.minPractical,
});

const BY_PAIR: readonly (readonly Spans[])[] = FINGERS.map((from) =>
  FINGERS.map((to) => {
    if (from === to) return NONE;
    return from < to ? (TABLE[`${from}-${to}`] ?? NONE) : turned(TABLE[`${to}-${from}`] ?? NONE);
  }),
);

/** Spans from one finger to another, in the order they play. @example spansOf(1, 3).maxRelaxed // => 7 */
export const spansOf = (from: Finger, to: Finger): Spans => BY_PAIR[from - 1]![to - 1]!;
