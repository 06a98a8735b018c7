import {
  DIMINISHED_SEVENTHS,
  DOMINANT_SEVENTHS,
  HARMONIC_MINOR_SCALES,
  MAJOR_ARPEGGIOS,
  MAJOR_SCALES,
  MANUALS,
  MELODIC_MINOR_SCALES,
  MINOR_ARPEGGIOS,
  NATURAL_MINOR_SCALES,
  SCALE_MANUAL,
  type RunFingering,
  type Source,
} from '../handbook';
import type { Key } from '../score/score';
import { asScale, byFigure, quicker, steady, type Extent, type Rhythm } from './rhythm';

/** Every kind of pattern in one table: a new kind is one more record here. */

export type Mode = Key['mode'];

/** Groups in which kinds are chosen, in the order of a menu. */
export const KIND_GROUPS = ['Scales', 'Arpeggios', 'Five fingers', 'Chords', 'Two notes', 'Exercises'] as const;
export type KindGroup = (typeof KIND_GROUPS)[number];

/** A table of runs with where it comes from. */
export interface RunTable {
  readonly rows: readonly RunFingering[];
  readonly source: Source;
}

/** The notes that a kind goes through. */
export type Notes =
  /** The scale of its key; in minor in this form. */
  | { readonly kind: 'scale'; readonly minor: 'natural' | 'harmonic' | 'melodic' }
  | { readonly kind: 'chromatic' }
  /** The triad of its key. */
  | { readonly kind: 'triad' }
  /** Half steps above the lowest note, and the key it is written in: fifths from the lowest note's own. */
  | {
      readonly kind: 'seventh';
      readonly halfSteps: readonly number[];
      readonly keyBy: number;
      readonly mode: Mode;
    };

/** What a hand strikes along the notes. */
export type Figure =
  /** From note to note; so many rungs above each are struck with it. */
  | { readonly kind: 'walk'; readonly together: readonly number[]; readonly topRung?: number }
  | { readonly kind: 'broken' }
  | { readonly kind: 'cadence' }
  | { readonly kind: 'exercise'; readonly exercise: 'repeated-notes' | 'trills' | 'thumb-crossings' };

/** Where its fingers come from. */
export type FingersFrom =
  | { readonly kind: 'table'; readonly table: RunTable }
  | { readonly kind: 'five-fingers' | 'chromatic' | 'cadence' | 'outer-fingers' | 'chord-shapes' | 'exercise' }
  /** No table has them. */
  | { readonly kind: 'engine' };

export interface KindFacts {
  /** In a title: “natural minor scale”. */
  readonly words: string;
  /** In its group of a menu: “natural minor”. */
  readonly short: string;
  readonly group: KindGroup;
  /** Of which key it is; `asked` where it comes in major and minor. */
  readonly mode: Mode | 'asked';
  /** Whether a title names the mode besides the words. */
  readonly titleHasMode: boolean;
  /** Whether it belongs to a key; any note may be the lowest of one that does not. */
  readonly hasKey: boolean;
  readonly inversions: number;
  readonly mostOctaves: number;
  /** Single notes in a row: hands can go apart and together. */
  readonly isLine: boolean;
  /** Hands can play a third, sixth or tenth apart. */
  readonly isScale: boolean;
  /** A hand spans an octave: the hands lie one octave further apart. */
  readonly isWide: boolean;
  /** It can go up, down, or both; what cannot has its own way to go. */
  readonly hasDirection: boolean;
  /** Its figures have three notes or four. */
  readonly hasFigure: boolean;
  readonly notes: Notes;
  readonly figure: Figure;
  readonly rhythm: (extent: Extent) => Rhythm;
  readonly fingers: FingersFrom;
}

type Music = Pick<KindFacts, 'notes' | 'figure' | 'rhythm' | 'fingers'>;

const MOST_OCTAVES = 4;

const kind = (
  group: KindGroup,
  [words, short]: readonly [string, string],
  mode: KindFacts['mode'],
  music: Music,
  more: Partial<KindFacts> = {},
): KindFacts => ({
  group,
  words,
  short,
  mode,
  titleHasMode: true,
  hasKey: true,
  inversions: 0,
  mostOctaves: MOST_OCTAVES,
  isLine: false,
  isScale: false,
  isWide: false,
  hasDirection: true,
  hasFigure: false,
  ...music,
  ...more,
});

const SINGLE: Figure = { kind: 'walk', together: [0] };
const together = (...rungs: readonly number[]): Figure => ({ kind: 'walk', together: rungs });
const table = (rows: RunTable['rows'], source: Source): FingersFrom => ({ kind: 'table', table: { rows, source } });
const natural: Notes = { kind: 'scale', minor: 'natural' };
/** Scales in one hand that come in minor are harmonic: the form that is practised with two notes at a time. */
const harmonic: Notes = { kind: 'scale', minor: 'harmonic' };
const triad: Notes = { kind: 'triad' };

const scale = (words: readonly [string, string], mode: Mode, notes: Notes, fingers: FingersFrom): KindFacts => {
  const music = { notes, figure: SINGLE, rhythm: asScale, fingers };
  return kind('Scales', words, mode, music, { isLine: true, isScale: true, titleHasMode: mode === 'major' });
};

const arpeggio = (mode: Mode, fingers: FingersFrom): KindFacts => {
  // An octave is half a bar.
  const music = { notes: triad, figure: SINGLE, rhythm: steady('six', 1 / 2), fingers };
  return kind('Arpeggios', ['arpeggio', mode], mode, music, { isLine: true, inversions: 2 });
};

const seventh = (words: string, notes: Notes, fingers: FingersFrom): KindFacts => {
  const music = { notes, figure: SINGLE, rhythm: quicker(1), fingers };
  return kind('Arpeggios', [words, words], 'major', music, { isLine: true, hasKey: false, titleHasMode: false });
};

const fiveFingers = (mode: Mode): KindFacts => {
  const figure: Figure = { kind: 'walk', together: [0], topRung: 4 };
  const music: Music = { notes: natural, figure, rhythm: asScale, fingers: { kind: 'five-fingers' } };
  return kind('Five fingers', ['five-finger position', mode], mode, music, { isLine: true, mostOctaves: 1 });
};

const chords = (words: readonly [string, string], music: Pick<Music, 'figure' | 'rhythm'>, more: Partial<KindFacts>) =>
  kind(
    'Chords',
    words,
    'asked',
    { notes: triad, fingers: { kind: 'chord-shapes' }, ...music },
    { mostOctaves: 2, ...more },
  );

const twoNotes = (words: readonly [string, string], music: Omit<Music, 'notes'>, more: Partial<KindFacts> = {}) =>
  kind('Two notes', words, 'asked', { notes: harmonic, ...music }, { mostOctaves: 2, ...more });

const exercise = (
  name: Extract<Figure, { readonly kind: 'exercise' }>['exercise'],
  words: string,
  rhythm: Music['rhythm'],
  more: Partial<KindFacts>,
) => {
  const music: Music = {
    notes: natural,
    figure: { kind: 'exercise', exercise: name },
    rhythm,
    fingers: { kind: 'exercise' },
  };
  return kind('Exercises', [words, words], 'asked', music, { mostOctaves: 1, ...more });
};

const TABLE = {
  'five-finger-major': fiveFingers('major'),
  'five-finger-minor': fiveFingers('minor'),
  major: scale(['scale', 'major'], 'major', natural, table(MAJOR_SCALES, MANUALS)),
  'natural-minor': scale(
    ['natural minor scale', 'natural minor'],
    'minor',
    natural,
    table(NATURAL_MINOR_SCALES, SCALE_MANUAL),
  ),
  'harmonic-minor': scale(
    ['harmonic minor scale', 'harmonic minor'],
    'minor',
    harmonic,
    table(HARMONIC_MINOR_SCALES, MANUALS),
  ),
  'melodic-minor': scale(
    ['melodic minor scale', 'melodic minor'],
    'minor',
    { kind: 'scale', minor: 'melodic' },
    table(MELODIC_MINOR_SCALES, SCALE_MANUAL),
  ),
  chromatic: kind(
    'Scales',
    ['chromatic scale', 'chromatic'],
    'major',
    { notes: { kind: 'chromatic' }, figure: SINGLE, rhythm: quicker(1 / 2), fingers: { kind: 'chromatic' } },
    { isLine: true, hasKey: false, titleHasMode: false },
  ),
  'arpeggio-major': arpeggio('major', table(MAJOR_ARPEGGIOS, MANUALS)),
  'arpeggio-minor': arpeggio('minor', table(MINOR_ARPEGGIOS, MANUALS)),
  // A dominant seventh is written in the key a fifth below; a diminished seventh is on the leading note of the minor key above it.
  'dominant-seventh': seventh(
    'dominant seventh',
    { kind: 'seventh', halfSteps: [0, 4, 7, 10], keyBy: -1, mode: 'major' },
    table(DOMINANT_SEVENTHS, SCALE_MANUAL),
  ),
  'diminished-seventh': seventh(
    'diminished seventh',
    { kind: 'seventh', halfSteps: [0, 3, 6, 9], keyBy: -8, mode: 'minor' },
    table(DIMINISHED_SEVENTHS, SCALE_MANUAL),
  ),
  triads: chords(['triads with inversions', 'triads'], { figure: together(0, 1, 2), rhythm: steady('three', 1) }, {}),
  'octave-chords': chords(
    ['four-note chords', 'four-note chords'],
    { figure: together(0, 1, 2, 3), rhythm: steady('three', 1) },
    { isWide: true },
  ),
  'broken-chord': chords(
    ['broken chord', 'broken chord'],
    { figure: { kind: 'broken' }, rhythm: byFigure(1 / 2) },
    { hasFigure: true },
  ),
  cadence: chords(
    ['cadence', 'cadence'],
    { figure: { kind: 'cadence' }, rhythm: steady('four', 2) },
    { notes: harmonic, fingers: { kind: 'cadence' }, mostOctaves: 1, hasDirection: false },
  ),
  'double-thirds': twoNotes(['scale in thirds', 'thirds'], {
    figure: together(0, 2),
    rhythm: quicker(1),
    fingers: { kind: 'engine' },
  }),
  'double-sixths': twoNotes(['scale in sixths', 'sixths'], {
    figure: together(0, 5),
    rhythm: quicker(1),
    fingers: { kind: 'engine' },
  }),
  'legato-octaves': twoNotes(
    ['legato octaves', 'legato octaves'],
    { figure: together(0, 7), rhythm: steady('four', 1), fingers: { kind: 'outer-fingers' } },
    { isWide: true },
  ),
  'repeated-notes': exercise('repeated-notes', 'repeated notes', byFigure(1 / 4), { hasFigure: true }),
  trills: exercise('trills', 'trills', steady('four', 1 / 4), { hasDirection: false }),
  'thumb-crossings': exercise('thumb-crossings', 'thumb crossings', steady('four', 1 / 2), { isLine: true }),
} satisfies Readonly<Record<string, KindFacts>>;

export type PatternKind = keyof typeof TABLE;

export const KINDS: Readonly<Record<PatternKind, KindFacts>> = TABLE;

/** What is practised in every key: lines of single notes, two notes at a time, chords, and exercises. */
export const PATTERN_KINDS = Object.keys(TABLE) as PatternKind[] as readonly PatternKind[];

/** Single notes of a triad in a row. */
export const isTriadArpeggio = (of: PatternKind): boolean => KINDS[of].isLine && KINDS[of].notes.kind === 'triad';
