/** Which hand plays; the two are mirror images. */
export const SIDES = ['right', 'left'] as const;
export type Side = (typeof SIDES)[number];

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
}

/** Spans outside these are a slip of the ruler or of the unit, not a hand. mm. */
export const SPAN15_RANGE_MM = [100, 300] as const;

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
