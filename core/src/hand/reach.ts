import { pairOf, type Finger, type FingerPair, type Hand } from './hand';

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
const MAX_PRACTICAL_SEMITONES: Readonly<Record<FingerPair, number>> = {
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
 * Widest distance of key centres, mm, that two fingers of this hand span at once: as measured, or, for a pair that was not, as the
 * published table has it, scaled by the measured span it belongs to (that of 1-5 for the thumb's pairs, else that of 2-5).
 * @example Math.round(pairLimitMm({ span15Mm: 212, span25Mm: 153 }, 1, 5)) // => 197
 */
export const pairLimitMm = (hand: Hand, a: Finger, b: Finger): number => {
  const pair = pairOf(a, b);
  const measured = hand.pairsMm?.[pair];
  if (measured !== undefined) return measured - STRIKE_MARGIN_MM;
  const isThumbs = a === 1 || b === 1;
  const usable = (isThumbs ? hand.span15Mm : hand.span25Mm) - STRIKE_MARGIN_MM;
  return (MAX_PRACTICAL_SEMITONES[pair] / MAX_PRACTICAL_SEMITONES[isThumbs ? '1-5' : '2-5']) * usable;
};

/**
 * Widest practical spans in semitones with the fingers in the other order, the higher-numbered one nearer the thumb's side: how far the
 * thumb passes under. The same table; pairs without the thumb do not cross.
 */
const CROSSED_SEMITONES: Readonly<Partial<Record<FingerPair, number>>> = { '1-2': 5, '1-3': 4, '1-4': 3, '1-5': 1 };

/**
 * How far this hand's thumb passes under a finger, or a finger over the thumb, mm between key centres: the published figure of an adult
 * hand, scaled like the spread of the pair; 0 for fingers that do not cross.
 */
export const crossedLimitMm = (hand: Hand, a: Finger, b: Finger): number => {
  const semitones = CROSSED_SEMITONES[pairOf(a, b)] ?? 0;
  return (semitones / MAX_PRACTICAL_SEMITONES['1-5']) * (hand.span15Mm - STRIKE_MARGIN_MM);
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

/** Up to which distance of key centres, mm, a pair with this limit reaches easily. */
export const easyLimitMm = (limitMm: number): number => EASY_SHARE * limitMm;

/**
 * The flat span, mm, of two fingers that take keys this far apart easily, or just, or both; centres of keys, mm. What is just
 * reached lies at the limit. Undefined where the two contradict one another, or neither is said.
 */
export const spanOfReach = (easilyMm: number | undefined, justMm: number | undefined): number | undefined => {
  const least = easilyMm === undefined ? 0 : easilyMm / EASY_SHARE;
  if (justMm === undefined) return easilyMm === undefined ? undefined : least + STRIKE_MARGIN_MM;
  const most = justMm / STRETCHED_SHARE;
  if (least > most) return undefined;
  return Math.max(least, (justMm + most) / 2) + STRIKE_MARGIN_MM;
};
