import type { Side } from '../../hand/hand';
import type { MoveKind } from './moves';

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
  /** The voice of each hand that is connected inside slurs, by changing fingers, where two notes go together. */
  readonly connected: Readonly<Record<Side, 'upper' | 'lower' | 'none'>>;
  /** Two notes at a time off black keys in a slur: change the pair at lifts, or slide the pair. */
  readonly pairs: 'change-at-lifts' | 'slide';
  /** A leap beyond a fifth that the hand spans: stretch, or jump. */
  readonly wideLeaps: 'stretch' | 'jump';
  /** Inner finger of left-hand triad arpeggios: by the white keys between, or always the same. */
  readonly arpeggioInner: 'by-keys' | 3 | 4;
  /** Chromatic lines: 1 and 3 with 2 where two white keys adjoin, or groups of neighbouring fingers. */
  readonly chromatic: 'thumb-and-3' | 'groups';
  /** The ends of a scale: run on to 5, or keep its pattern. */
  readonly scaleEnds: 'five' | 'pattern';
  /** Changes of position: as few as can be, or as small as can be. */
  readonly positionChanges: 'fewest' | 'smallest';
  /** Printed fingers: a suggestion to check, or kept wherever the hand can do them. */
  readonly printed: 'suggestion' | 'keep';
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
  fastRepeatsPerSecond: 5.5,
  blackThumb: 'avoid',
  crossing: 'outer-voices',
  connected: { right: 'upper', left: 'none' },
  pairs: 'change-at-lifts',
  wideLeaps: 'stretch',
  arpeggioInner: 'by-keys',
  chromatic: 'thumb-and-3',
  scaleEnds: 'five',
  positionChanges: 'fewest',
  printed: 'suggestion',
  ties: 1,
};
