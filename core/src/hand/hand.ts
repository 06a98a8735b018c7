import { ContractError } from '../result';

/** Which hand plays; the two are mirror images. */
export const SIDES = ['right', 'left'] as const;
export type Side = (typeof SIDES)[number];

export const otherSide = (side: Side): Side => (side === 'right' ? 'left' : 'right');

/** 1 = thumb to 5 = little finger. */
export const FINGERS = [1, 2, 3, 4, 5] as const;
export type Finger = (typeof FINGERS)[number];

export const isFinger = (value: number): value is Finger => Number.isInteger(value) && value >= 1 && value <= 5;

/**
 * A measured hand, flat and active: from the outer edge of the thumb (or second finger) to the outer edge of the fifth.
 * Judge by these figures, never by age.
 */
export interface Hand {
  readonly span15Mm: number;
  readonly span25Mm: number;
  /** Spans of other pairs, where they were measured as well. */
  readonly pairsMm?: Readonly<Partial<Record<FingerPair, number>>>;
}

/** Two fingers of a hand, the one nearer the thumb first. */
export const FINGER_PAIRS = ['1-2', '1-3', '1-4', '1-5', '2-3', '2-4', '2-5', '3-4', '3-5', '4-5'] as const;
export type FingerPair = (typeof FINGER_PAIRS)[number];

/** Whichever is named first. Fails loudly for a finger with itself. */
export const pairOf = (a: Finger, b: Finger): FingerPair => {
  const name = a < b ? `${a}-${b}` : `${b}-${a}`;
  const pair = FINGER_PAIRS.find((known) => known === name);
  if (!pair) throw new ContractError(`${name} is no pair of fingers`);
  return pair;
};

export const fingersOfPair = (pair: FingerPair): readonly [Finger, Finger] =>
  pair.split('-').map(Number) as [Finger, Finger];

/** Spans outside these are a slip of the ruler or of the unit, not a hand. mm. */
export const SPAN15_RANGE_MM = [100, 300] as const;

/** Two neighbouring fingers spread at least so far, mm. */
const LEAST_PAIR_MM = 20;

/** What cannot be the measures of a hand, in a sentence with what to do; undefined where they can. */
export const handProblem = ({ span15Mm, span25Mm, pairsMm = {} }: Hand): string | undefined => {
  const [least, most] = SPAN15_RANGE_MM;
  if (!(span15Mm >= least && span15Mm <= most))
    return `No hand spans ${figure(span15Mm)} from thumb to fifth finger: measure again in millimetres, from ${least} to ${most}.`;
  if (!(span25Mm >= least / 2))
    return `No hand spans ${figure(span25Mm)} from second to fifth finger: measure again, or leave it out.`;
  if (span25Mm >= span15Mm)
    return `From second to fifth finger (${figure(span25Mm)}) is less than from thumb to fifth (${figure(span15Mm)}): measure both again.`;
  for (const pair of FINGER_PAIRS) {
    const mm = pairsMm[pair];
    if (mm !== undefined && !(mm >= LEAST_PAIR_MM && mm <= span15Mm))
      return `From ${pair.replace('-', ' to ')} (${figure(mm)}) is less than from thumb to fifth finger: measure again, or leave it out.`;
  }
  return undefined;
};

const figure = (mm: number): string => `${Math.round(mm * 10) / 10} mm`;

/** Second-to-fifth span as a share of thumb-to-fifth: 153 / 212, the adult-medium preset below. */
const SPAN25_SHARE = 153 / 212;

/** A hand of which only the full span was measured. */
export const handOfSpan = (span15Mm: number): Hand => ({ span15Mm, span25Mm: span15Mm * SPAN25_SHARE });

/** Rounded starting points (common practice, no source). Always measure. mm. */
export const HAND_PRESETS = [
  { id: 'child-small', label: 'small child', span15Mm: 140, span25Mm: 100 },
  { id: 'child', label: 'child', span15Mm: 160, span25Mm: 115 },
  { id: 'teen', label: 'teenager', span15Mm: 185, span25Mm: 135 },
  { id: 'adult-small', label: 'adult, small', span15Mm: 195, span25Mm: 142 },
  { id: 'adult-medium', label: 'adult, medium', span15Mm: 212, span25Mm: 153 },
  { id: 'adult-large', label: 'adult, large', span15Mm: 232, span25Mm: 167 },
] as const;

/** The hand assumed until one is measured: adult-medium. */
export const DEFAULT_HAND: Hand = { span15Mm: 212, span25Mm: 153 };

/** The two hands of one person, which may measure differently. */
export type Hands = Readonly<Record<Side, Hand>>;

export const bothHands = (hand: Hand): Hands => ({ right: hand, left: hand });

export const DEFAULT_HANDS = bothHands(DEFAULT_HAND);
