import { pitchClass } from '../keyboard/geometry';
import {
  alterInKey,
  fifthsOf,
  midiOf,
  parsePitch,
  pitchClassName,
  respelled,
  STEPS,
  type Pitch,
} from '../keyboard/pitch';
import type { Side } from '../hand/hand';
import { fail, ok, type Result } from '../result';
import { KINDS, type Mode, type PatternKind } from './kinds';

export const DIRECTIONS = ['up', 'down', 'both'] as const;
export type Direction = (typeof DIRECTIONS)[number];
export const MOTIONS = ['similar', 'contrary'] as const;
export type Motion = (typeof MOTIONS)[number];
/** How far the right hand plays above the left. */
export const DISTANCES = ['octave', 'third', 'sixth', 'tenth'] as const;
export type Distance = (typeof DISTANCES)[number];
/** A pattern as it is asked for. */
export interface PatternWish {
  /** As in `F#`: the key-note, or the lowest note of a seventh chord. */
  readonly tonic: string;
  readonly kind: PatternKind;
  /** Asked for by kinds that come in both. */
  readonly mode: Mode;
  /** How many notes of the chord lie below the key-note's: 0 for root position. */
  readonly inversion: number;
  readonly octaves: number;
  readonly direction: Direction;
  readonly motion: Motion;
  readonly distance: Distance;
  /** Notes of each figure of a broken chord, or strokes of each repeated note. */
  readonly figure: 3 | 4;
  readonly sides: readonly Side[];
}

/** The hands begin an octave apart; further out the keyboard ends. */
const MOST_CONTRARY_OCTAVES = 2;

/** Left out, everything is as a first lesson has it. */
export const patternWish = (asked: Pick<PatternWish, 'tonic' | 'kind'> & Partial<PatternWish>): PatternWish => ({
  mode: KINDS[asked.kind].mode === 'minor' ? 'minor' : 'major',
  inversion: 0,
  octaves: 1,
  direction: 'both',
  motion: 'similar',
  distance: 'octave',
  figure: 3,
  sides: ['right', 'left'],
  ...asked,
});

/** Why a pattern cannot be made; `explainPatternError` words it. */
export type PatternError =
  | { readonly code: 'no-such-note'; readonly tonic: string }
  | { readonly code: 'unusual-note'; readonly tonic: string; readonly instead: string }
  | { readonly code: 'no-such-key'; readonly tonic: string; readonly mode: Mode; readonly instead: string }
  | { readonly code: 'too-many-octaves'; readonly what: string; readonly most: number }
  | { readonly code: 'no-inversion'; readonly kind: PatternKind; readonly most: number }
  | { readonly code: 'no-contrary'; readonly kind: PatternKind }
  | { readonly code: 'no-direction'; readonly kind: PatternKind }
  | { readonly code: 'no-distance'; readonly kind: PatternKind }
  | { readonly code: 'one-hand'; readonly what: 'contrary motion' | 'a distance between the hands' }
  | { readonly code: 'contrary-distance' };

/** One sentence for the user: what is wrong, and what to do. */
export const explainPatternError = (error: PatternError): string => {
  switch (error.code) {
    case 'no-such-note':
      return `"${error.tonic}" is not a note: write a letter from A to G, with # or b where it is altered, as in F# or Eb.`;
    case 'unusual-note':
      return `${error.tonic} is not used as the beginning of a pattern; take ${error.instead}, which is the same key.`;
    case 'no-such-key':
      return `${error.tonic} ${error.mode} would need more than seven sharps or flats; take ${error.instead} ${error.mode}, which has the same keys.`;
    case 'too-many-octaves':
      return `${capital(error.what)}: from 1 to ${error.most} octaves.`;
    case 'no-inversion':
      return error.most === 0
        ? `${named(error.kind)}: there are no inversions to begin with; leave the inversion out.`
        : `${named(error.kind)}: begins in root position (0) or an inversion up to ${error.most}.`;
    case 'no-contrary':
      return `${named(error.kind)}: similar motion only.`;
    case 'no-direction':
      return `${named(error.kind)}: there is no direction to choose; leave it out.`;
    case 'no-distance':
      return `Only major and minor scales are played a third, sixth or tenth apart, not ${KINDS[error.kind].words}.`;
    case 'one-hand':
      return `One hand alone has no ${error.what.replace(/^a /, '')}; ask for both hands.`;
    case 'contrary-distance':
      return 'In contrary motion the hands begin an octave apart; leave the distance out.';
  }
};

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
const named = (kind: PatternKind): string => capital(KINDS[kind].words);

/** A note without its octave, as in `Bb`; undefined when it is not one with at most one accidental. */
export const readTonic = (name: string): Pitch | undefined => {
  const pitch = parsePitch(`${name}4`);
  return pitch && Math.abs(pitch.alter) <= 1 ? pitch : undefined;
};

/** With more sharps or flats a key is written nowhere. */
export const MOST_ACCIDENTALS = 7;
const isWritten = (fifths: number): boolean => Math.abs(fifths) <= MOST_ACCIDENTALS;

/** The mode that the wish is in: what its kind is, or what is asked for. */
export const modeOf = ({ kind, mode }: Pick<PatternWish, 'kind' | 'mode'>): Mode => {
  const own = KINDS[kind].mode;
  return own === 'asked' ? mode : own;
};

/** The tonics that a kind can be asked for in, both spellings where both are written, by keys of the piano from C upward. */
export const tonicsOf = (wish: Pick<PatternWish, 'kind' | 'mode'>): readonly string[] =>
  STEPS.flatMap((step) => [-1, 0, 1].map((alter): Pitch => ({ step, alter, octave: 4 })))
    .filter((pitch) => (!KINDS[wish.kind].hasKey ? isUsual(pitch) : isWritten(fifthsOf(pitch, modeOf(wish)))))
    .map(pitchClassName)
    .sort((a, b) => keyOfTonic(a) - keyOfTonic(b));

/** Names of keys of the piano that are used for one: not B sharp or F flat. */
const isUsual = (pitch: Pitch): boolean => pitch.alter === 0 || alterInKey(pitch.step, 5 * pitch.alter) === pitch.alter;

const checkKey = (tonic: Pitch, wish: PatternWish): PatternError | undefined => {
  const mode = modeOf(wish);
  const isKeyless = !KINDS[wish.kind].hasKey;
  if (isKeyless ? isUsual(tonic) : isWritten(fifthsOf(tonic, mode))) return undefined;
  const named = { tonic: wish.tonic, instead: pitchClassName(respelled(tonic)) };
  return isKeyless ? { code: 'unusual-note', ...named } : { code: 'no-such-key', mode, ...named };
};

const checkHands = ({ kind, motion, distance, sides }: PatternWish): PatternError | undefined => {
  const { isLine, isScale } = KINDS[kind];
  const isContrary = motion === 'contrary';
  const isApart = distance !== 'octave';
  if (isContrary && !isLine) return { code: 'no-contrary', kind };
  if (isApart && !isScale) return { code: 'no-distance', kind };
  if (isContrary && isApart) return { code: 'contrary-distance' };
  if (sides.length < 2 && isContrary) return { code: 'one-hand', what: 'contrary motion' };
  if (sides.length < 2 && isApart) return { code: 'one-hand', what: 'a distance between the hands' };
  return undefined;
};

/** The keyboard ends sooner where the hands go apart. */
export const mostOctavesOf = ({ kind, motion }: Pick<PatternWish, 'kind' | 'motion'>): number =>
  motion === 'contrary' ? Math.min(MOST_CONTRARY_OCTAVES, KINDS[kind].mostOctaves) : KINDS[kind].mostOctaves;

/** The tonic of a wish that can be met; else why not. */
export const checkWish = (wish: PatternWish): Result<Pitch, PatternError> => {
  const { kind, inversion, octaves } = wish;
  const tonic = readTonic(wish.tonic);
  if (!tonic) return fail({ code: 'no-such-note', tonic: wish.tonic });
  const { inversions, words } = KINDS[kind];
  const most = mostOctavesOf(wish);
  if (!Number.isInteger(octaves) || octaves < 1 || octaves > most)
    return fail({ code: 'too-many-octaves', what: wish.motion === 'contrary' ? 'contrary motion' : words, most });
  if (!Number.isInteger(inversion) || inversion < 0 || inversion > inversions)
    return fail({ code: 'no-inversion', kind, most: inversions });
  if (wish.direction !== 'both' && !KINDS[kind].hasDirection) return fail({ code: 'no-direction', kind });
  const problem = checkKey(tonic, wish) ?? checkHands(wish);
  return problem ? fail(problem) : ok(tonic);
};

/** The key of the piano a tonic lies on, 0 for C. */
export const keyOfTonic = (tonic: string): number => {
  const pitch = readTonic(tonic);
  return pitch ? pitchClass(midiOf(pitch)) : -1;
};
