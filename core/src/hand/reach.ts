import type { Finger, Hand } from './hand';

/**
 * What is lost between the flat span and the widest distance of two key centres that can be struck: half a thumb and half
 * a little finger (about 10 + 7 mm), less what is won by striking a key off its centre. Our estimate; it puts the ninth
 * (188 mm) just past a 201 mm hand and the tenth (211.5 mm) at the limit of a 226 mm hand, as players report.
 */
const STRIKE_MARGIN_MM = 15;

/**
 * Widest practical spans in semitones of the average adult hand: Parncutt, Sloboda, Clarke, Raekallio & Desain, "An
 * ergonomic model of keyboard fingering for melodic fragments", Music Perception 14 (1997), table of spans; from memory.
 */
const MAX_PRACTICAL_SEMITONES: Readonly<Record<string, number>> = {
  '1-2': 10,
  '1-3': 12,
  '1-4': 14,
  '1-5': 15,
  '2-3': 5,
  '2-4': 7,
  '2-5': 10,
  '3-4': 4,
  '3-5': 7,
  '4-5': 5,
};

/**
 * Widest distance of key centres, mm, that two fingers of this hand span at once. The two measured spans give 1-5 and
 * 2-5; other pairs follow the published table, scaled by the measured span they belong to.
 * @example Math.round(pairLimitMm({ span15Mm: 212, span25Mm: 153 }, 1, 5)) // => 197
 */
export const pairLimitMm = (hand: Hand, a: Finger, b: Finger): number => {
  const [low, high] = a < b ? [a, b] : [b, a];
  const usable = low === 1 ? hand.span15Mm - STRIKE_MARGIN_MM : hand.span25Mm - STRIKE_MARGIN_MM;
  const whole = low === 1 ? MAX_PRACTICAL_SEMITONES['1-5'] : MAX_PRACTICAL_SEMITONES['2-5'];
  const pair = MAX_PRACTICAL_SEMITONES[`${low}-${high}`];
  if (pair === undefined || whole === undefined) return 0;
  return (pair / whole) * usable;
};

export const REACH_VERDICTS = ['easy', 'stretched', 'limit', 'out-of-reach'] as const;
export type ReachVerdict = (typeof REACH_VERDICTS)[number];

/** Up to this share of the limit a reach is easy, then stretched, then at the limit. Our estimates. */
const EASY_SHARE = 0.85;
const STRETCHED_SHARE = 0.95;

/** How a distance of key centres lies in the hand. @example reachVerdict(164.5, 197) // => 'easy' */
export const reachVerdict = (mm: number, limitMm: number): ReachVerdict => {
  if (mm <= EASY_SHARE * limitMm) return 'easy';
  if (mm <= STRETCHED_SHARE * limitMm) return 'stretched';
  return mm <= limitMm ? 'limit' : 'out-of-reach';
};
