import type { MoveKind } from './terms/term';

/**
 * What a teacher settles once for a student: which moves have been taught and at what price, and the questions on which
 * teachers differ. All of it plain data; the engine has no other settings.
 */
export interface Rules {
  /** Share of the usual price of each move, 1 as usual; `untaught` only where nothing else is possible, and reported. */
  readonly moves: Readonly<Record<MoveKind, number | 'untaught'>>;
  /** Repeated notes: one finger when slow and change when fast, always change, or never. */
  readonly repeats: 'by-speed' | 'always-change' | 'never-change';
  /** From this many strokes a second on a repeated key counts as fast. */
  readonly fastRepeatsPerSecond: number;
  /** Thumb and fifth on black keys. */
  readonly blackThumb: 'avoid' | 'allow';
  /** Who may be crossed: only the thumb, or also 5 by 4 in octaves and outer voices. */
  readonly crossing: 'thumb-only' | 'outer-voices';
  /** Hands whose top voice is to be connected inside slurs. */
  readonly connectedTop: 'right' | 'left' | 'both' | 'none';
  /** Where the same music comes back: 0 the best fingering each time, 1 strongly the same, hard always the same. */
  readonly ties: number | 'hard';
}

export const MOVES_AS_USUAL: Rules['moves'] = {
  extension: 1,
  contraction: 1,
  'repeated-note-change': 1,
  'thumb-under': 1,
  'finger-over-thumb': 1,
  'silent-substitution': 1,
  slide: 1,
  'finger-over-finger': 1,
  shift: 1,
};

/** The first choice of each question in craft; repeats change from 4 strokes a second (common practice, no source). */
export const DEFAULT_RULES: Rules = {
  moves: MOVES_AS_USUAL,
  repeats: 'by-speed',
  fastRepeatsPerSecond: 4,
  blackThumb: 'avoid',
  crossing: 'outer-voices',
  connectedTop: 'right',
  ties: 1,
};
