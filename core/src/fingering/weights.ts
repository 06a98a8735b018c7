/**
 * The prices of the model. Unit of effort: one plain thumb pass between neighbouring white keys is about two. Distances in
 * u (white keys). Starting values come from two trials against handbook tables and common melodies; see docs/engine.md.
 */
export const WEIGHTS = {
  /** A finger away from its resting place, per u: within half a key, beyond it, and beyond it squared. */
  leaveNear: 0.15,
  leaveFar: 0.7,
  leaveFarSquared: 0.2,
  /** Share of that in chords, where the hand opens as one. */
  leaveInChord: 0.25,
  /** Neighbouring fingers of a chord off their ease, per u and per u squared. */
  chordSpread: 0.3,
  chordSpreadSquared: 0.06,
  /** A single note taken by a hand that lies open to the octave. */
  openHand: 0.25,
  thumbOnBlack: 0.6,
  fifthOnBlack: 0.6,
  /** Thumb or fifth on black with a white key just before or after. */
  thumbBesideWhite: 0.3,
  fifthBesideWhite: 0.25,
  /** Each use of a finger, thumb to fifth. */
  use: [0, 0, 0.1, 0.15, 0.2],
  /** Share of that when there is time. */
  useWhenSlow: 0.5,
  /** Thumb under a finger of the same chord. */
  thumbUnderChord: 2,
  /** A chord's pair near the limit of the hand, at the limit. */
  stretchAtLimit: 2,
  /** A rolled chord's excess over what the hand spans, per u. */
  rolledExcess: 0.5,
  /** Starting elsewhere than with the lowest finger on the tonic. */
  startElsewhere: 1.1,
  /** Starting with a finger away from its place, or with the hand open. */
  startOffHome: 1.5,
  startOpen: 0.8,

  hinge: 0.8,
  hingePerU: 0.25,
  extension: 0.8,
  extensionPerU: 0.35,
  contraction: 0.8,
  contractionPerU: 0.5,
  changeOfShape: 0.5,
  shift: { slur: 6, plain: 2, lift: 0.9, rest: 0.3 },
  shiftPerU: 0.1,
  /** Share of the other moves' prices by connection. */
  moveAt: { slur: 1, plain: 1, lift: 0.6, rest: 0.3 },

  pass: 1.6,
  passPerU: 0.5,
  passBothWhite: 0.4,
  passBothBlack: 1.2,
  passThumbBlackUnderWhite: 3,
  pass2: 0.2,
  pass4: 0.5,
  pass4PerUBeyond2: 0.5,
  pass5: 3,

  sameFinger: { slur: 14, plain: 2, lift: 0.6, rest: 0.1 },
  crossedOrder: { slur: 30, plain: 8, lift: 1, rest: 0 },
  slide: 4,
  /** A finger of a chord moving to another key; six times that in a slur, a third for the thumb. */
  chordSameFinger: 0.25,
  chordChangedFinger: 0.8,
  /** Quick repeats going down from the fifth finger, which is too weak to begin them. */
  rotationFrom5: 1,
  /** The same finger on a repeat faster than the threshold. */
  fastRepeat: 2.5,
  silentSubstitution: 6,
  /** A held key let go because the hand must leave. */
  releaseEarly: 25,
} as const;

export type Weights = typeof WEIGHTS;

/** Strokes a second from which a learner changes fingers on a repeated key (common practice, no source). */
export const FAST_REPEAT_PER_SECOND = 4;
/** From this time on between notes, the choice of a weak finger hardly matters. Seconds. Our choice. */
export const SLOW_SECONDS = 0.45;
