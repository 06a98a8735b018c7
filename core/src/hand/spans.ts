import { WHITE_KEY_PITCH_MM } from '../keyboard/geometry';
import { STEPS } from '../keyboard/pitch';
import { fail, ok, type Result } from '../result';
import { FINGER_PAIRS, fingersOfPair, type FingerPair, type Hand } from './hand';
import { crossedLimitMm, easyLimitMm, pairLimitMm, spanOfReach } from './reach';

/** What the pairs of fingers of a hand span, in millimetres and in keys. */

/** Intervals between white keys, by how many keys on. */
const INTERVALS = [
  'unison',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'octave',
  'ninth',
  'tenth',
  'eleventh',
  'twelfth',
];

/** The widest interval of white keys whose centres are at most so far apart. @example intervalWithin(170) // => 'octave' */
export const intervalWithin = (mm: number): string => {
  const keys = Math.max(0, Math.floor(mm / WHITE_KEY_PITCH_MM));
  return INTERVALS[Math.min(keys, INTERVALS.length - 1)]!;
};

export interface PairSpan {
  readonly pair: FingerPair;
  /** Centres of keys, mm: up to here it reaches easily, and no further than that. */
  readonly easyMm: number;
  readonly limitMm: number;
  /** The same in white keys. */
  readonly easily: string;
  readonly just: string;
  readonly isMeasured: boolean;
  /** How far the two cross, in keys and mm; null for fingers that do not. */
  readonly crossed: { readonly mm: number; readonly keys: string } | null;
}

/** What each pair of fingers of a hand spans. */
export const pairSpans = (hand: Hand): readonly PairSpan[] =>
  FINGER_PAIRS.map((pair) => {
    const limitMm = pairLimitMm(hand, ...fingersOfPair(pair));
    const crossedMm = crossedLimitMm(hand, ...fingersOfPair(pair));
    const easyMm = easyLimitMm(limitMm);
    return {
      pair,
      easyMm,
      limitMm,
      easily: intervalWithin(easyMm),
      just: intervalWithin(limitMm),
      isMeasured: pair === '1-5' || pair === '2-5' || hand.pairsMm?.[pair] !== undefined,
      crossed: crossedMm >= WHITE_KEY_PITCH_MM ? { mm: crossedMm, keys: intervalWithin(crossedMm) } : null,
    };
  });

/** Names of two white keys, as in `A G`: the second is the one above that lies at least so many keys on. */
const keysBetween = (names: string, least: number): number | undefined => {
  const letters = /^\s*([A-Ga-g])\s*(?:to|-|–|\s)\s*([A-Ga-g])\s*$/.exec(names);
  if (!letters) return undefined;
  const place = (letter: string): number => (STEPS as readonly string[]).indexOf(letter.toUpperCase());
  const apart = (((place(letters[2]!) - place(letters[1]!)) % 7) + 7) % 7;
  return apart < least ? apart + 7 : apart;
};

/** The narrowest interval that is asked of a pair at the keyboard, in keys on: a fifth for 1-5, a third for 2-5. */
const LEAST_KEYS = { '1-5': 4, '2-5': 2 } as const;

/** Why what was seen at the keyboard gives no measure; the words say what to do. */
export type KeyReachError =
  | { readonly code: 'no-keys'; readonly written: string }
  | { readonly code: 'contradiction'; readonly easily: string; readonly just: string };

export const explainKeyReachError = (error: KeyReachError): string =>
  error.code === 'no-keys'
    ? `"${error.written}" is not two white keys: write them as in “A to G”.`
    : `${error.easily} easily and ${error.just} just do not go together: what is just reached is wider.`;

/**
 * The flat span, mm, of what a teacher sees at the keyboard: “A to G easily, A to A just”. Either may be left out as ''; undefined
 * where both are.
 */
export const spanByKeys = (
  pair: keyof typeof LEAST_KEYS,
  said: { readonly easily: string; readonly just: string },
): Result<number | undefined, KeyReachError> => {
  const distances: Partial<Record<'easily' | 'just', number>> = {};
  for (const how of ['easily', 'just'] as const) {
    if (said[how].trim() === '') continue;
    const keys = keysBetween(said[how], LEAST_KEYS[pair]);
    if (keys === undefined) return fail({ code: 'no-keys', written: said[how] });
    distances[how] = keys * WHITE_KEY_PITCH_MM;
  }
  const span = spanOfReach(distances.easily, distances.just);
  if (span === undefined && distances.just !== undefined) return fail({ code: 'contradiction', ...said });
  return ok(span);
};
