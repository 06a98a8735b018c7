import type { Finger, Side } from '../hand/hand';

/** A block chord with its fingers, lowest note first. */
export interface ChordFingering {
  readonly hand: Side;
  /** Names of pitches, as in `Eb4`. */
  readonly notes: readonly string[];
  readonly fingers: readonly Finger[];
}

/** Block chords as beginners are taught them. Source: `COMMON_PRACTICE`. */
export const BLOCK_CHORDS: readonly ChordFingering[] = [
  { hand: 'right', notes: ['C4', 'E4', 'G4'], fingers: [1, 3, 5] },
  { hand: 'right', notes: ['E4', 'G4', 'C5'], fingers: [1, 2, 5] },
  { hand: 'right', notes: ['G4', 'C5', 'E5'], fingers: [1, 3, 5] },
  { hand: 'left', notes: ['C3', 'E3', 'G3'], fingers: [5, 3, 1] },
  { hand: 'left', notes: ['E3', 'G3', 'C4'], fingers: [5, 3, 1] },
  { hand: 'left', notes: ['G2', 'C3', 'E3'], fingers: [5, 2, 1] },
  { hand: 'right', notes: ['C4', 'E4', 'G4', 'C5'], fingers: [1, 2, 3, 5] },
  { hand: 'left', notes: ['C3', 'E3', 'G3', 'C4'], fingers: [5, 4, 2, 1] },
  { hand: 'right', notes: ['C4', 'F4', 'A4', 'C5'], fingers: [1, 2, 4, 5] },
  { hand: 'left', notes: ['C3', 'F3', 'A3', 'C4'], fingers: [5, 3, 2, 1] },
  { hand: 'left', notes: ['F#3', 'C4', 'D4'], fingers: [5, 2, 1] },
];

/**
 * The cadence that beginners play in close position: tonic, subdominant over the same bass, tonic, dominant seventh as leading
 * note, fourth and fifth, tonic; each chord lowest note first. Source: `COMMON_PRACTICE`.
 */
export const CLOSE_CADENCE: Readonly<Record<Side, readonly (readonly Finger[])[]>> = {
  right: [
    [1, 3, 5],
    [1, 3, 5],
    [1, 3, 5],
    [1, 4, 5],
    [1, 3, 5],
  ],
  left: [
    [5, 3, 1],
    [5, 2, 1],
    [5, 3, 1],
    [5, 2, 1],
    [5, 3, 1],
  ],
};
