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
import type { Key } from '../score/score';

/** What is practised in every key: lines of single notes, two notes at a time, and chords. */
export const PATTERN_KINDS = [
  'five-finger-major',
  'five-finger-minor',
  'major',
  'natural-minor',
  'harmonic-minor',
  'melodic-minor',
  'chromatic',
  'arpeggio-major',
  'arpeggio-minor',
  'dominant-seventh',
  'diminished-seventh',
  'broken-chord',
  'triads',
  'octave-chords',
  'cadence',
  'double-thirds',
  'double-sixths',
  'legato-octaves',
  'repeated-notes',
  'trills',
  'thumb-crossings',
] as const;
export type PatternKind = (typeof PATTERN_KINDS)[number];

export const DIRECTIONS = ['up', 'down', 'both'] as const;
export type Direction = (typeof DIRECTIONS)[number];
export const MOTIONS = ['similar', 'contrary'] as const;
export type Motion = (typeof MOTIONS)[number];
/** How far the right hand plays above the left. */
export const DISTANCES = ['octave', 'third', 'sixth', 'tenth'] as const;
export type Distance = (typeof DISTANCES)[number];
export type Mode = Key['mode'];

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

const MOST_OCTAVES = 4;
/** The hands begin an octave apart; further out the keyboard ends. */
const MOST_CONTRARY_OCTAVES = 2;

/** What a kind of pattern is, and what can be asked of it. */
interface KindFacts {
  readonly words: string;
  /** Of which key it is; `asked` where it comes in major and minor. */
  readonly mode: Mode | 'asked';
  readonly inversions: number;
  readonly mostOctaves: number;
  /** Single notes in a row: hands can go apart and together. */
  readonly isLine: boolean;
  /** Hands can play a third, sixth or tenth apart. */
  readonly isScale: boolean;
  /** It can go up, down, or both; what cannot has its own way to go. */
  readonly hasDirection: boolean;
  /** Its figures have three notes or four. */
  readonly hasFigure: boolean;
}

const facts = (words: string, mode: KindFacts['mode'], more: Partial<KindFacts> = {}): KindFacts => ({
  words,
  mode,
  inversions: 0,
  mostOctaves: MOST_OCTAVES,
  isLine: false,
  isScale: false,
  hasDirection: true,
  hasFigure: false,
  ...more,
});
const LINE = { isLine: true };
const SCALE = { isLine: true, isScale: true };

export const KINDS: Readonly<Record<PatternKind, KindFacts>> = {
  'five-finger-major': facts('five-finger position', 'major', { ...LINE, mostOctaves: 1 }),
  'five-finger-minor': facts('five-finger position', 'minor', { ...LINE, mostOctaves: 1 }),
  major: facts('scale', 'major', SCALE),
  'natural-minor': facts('natural minor scale', 'minor', SCALE),
  'harmonic-minor': facts('harmonic minor scale', 'minor', SCALE),
  'melodic-minor': facts('melodic minor scale', 'minor', SCALE),
  chromatic: facts('chromatic scale', 'major', LINE),
  'arpeggio-major': facts('arpeggio', 'major', { ...LINE, inversions: 2 }),
  'arpeggio-minor': facts('arpeggio', 'minor', { ...LINE, inversions: 2 }),
  'dominant-seventh': facts('dominant seventh', 'major', LINE),
  'diminished-seventh': facts('diminished seventh', 'major', LINE),
  'broken-chord': facts('broken chord', 'asked', { mostOctaves: 2, hasFigure: true }),
  triads: facts('triads with inversions', 'asked', { mostOctaves: 2 }),
  'octave-chords': facts('four-note chords', 'asked', { mostOctaves: 2 }),
  cadence: facts('cadence', 'asked', { mostOctaves: 1, hasDirection: false }),
  'double-thirds': facts('scale in thirds', 'asked', { mostOctaves: 2 }),
  'double-sixths': facts('scale in sixths', 'asked', { mostOctaves: 2 }),
  'legato-octaves': facts('legato octaves', 'asked', { mostOctaves: 2 }),
  'repeated-notes': facts('repeated notes', 'asked', { mostOctaves: 1, hasFigure: true }),
  trills: facts('trills', 'asked', { mostOctaves: 1, hasDirection: false }),
  'thumb-crossings': facts('thumb crossings', 'asked', { ...LINE, mostOctaves: 1 }),
};

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

/** Kinds that belong to no one key: any note may be their lowest. */
const KEYLESS: ReadonlySet<PatternKind> = new Set(['chromatic', 'dominant-seventh', 'diminished-seventh']);

/** The tonics that a kind can be asked for in, both spellings where both are written, by keys of the piano from C upward. */
export const tonicsOf = (wish: Pick<PatternWish, 'kind' | 'mode'>): readonly string[] =>
  STEPS.flatMap((step) => [-1, 0, 1].map((alter): Pitch => ({ step, alter, octave: 4 })))
    .filter((pitch) => (KEYLESS.has(wish.kind) ? isUsual(pitch) : isWritten(fifthsOf(pitch, modeOf(wish)))))
    .map(pitchClassName)
    .sort((a, b) => keyOfTonic(a) - keyOfTonic(b));

/** Names of keys of the piano that are used for one: not B sharp or F flat. */
const isUsual = (pitch: Pitch): boolean => pitch.alter === 0 || alterInKey(pitch.step, 5 * pitch.alter) === pitch.alter;

const checkKey = (tonic: Pitch, wish: PatternWish): PatternError | undefined => {
  const mode = modeOf(wish);
  const isKeyless = KEYLESS.has(wish.kind);
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
