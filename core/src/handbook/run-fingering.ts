import type { Finger, Side } from '../hand/hand';

/** Where a table comes from, and how sure it is. */
export interface Source {
  readonly words: string;
  /** The same in two or three words. */
  readonly short: string;
  /** Written down from memory and not yet compared with the page. */
  readonly fromMemory: boolean;
}

/** Standard fingering as printed in common teaching manuals. */
export const MANUALS: Source = {
  words:
    'Standard scale-manual fingering as printed in common teaching manuals, e.g. C.-L. Hanon, The Virtuoso Pianist (1873), scale and arpeggio sections.',
  short: 'scale manuals',
  fromMemory: true,
};

/** Known to every teacher, and printed nowhere in particular. */
export const COMMON_PRACTICE: Source = {
  words: 'Common practice, no published source.',
  short: 'common practice',
  fromMemory: false,
};

/** Written down twice, independently of one another, and kept where both agree. */
export const SCALE_MANUAL: Source = {
  words: 'Common practice of scale manuals, compared with no print.',
  short: 'scale manuals',
  fromMemory: true,
};

/** The fingering of one hand for scales or arpeggios of some tonics, rising; falling is the same read backwards. */
export interface RunFingering {
  readonly tonics: readonly string[];
  readonly hand: Side;
  /** The pattern of one octave from the tonic, inside a run; a run of some octaves repeats it and adds the closing tonic. */
  readonly octave: readonly Finger[];
  /** Accepted replacements for the first notes of a run, the usual one first; empty where it begins with the pattern itself. */
  readonly starts: readonly (readonly Finger[])[];
  /** Accepted fingers on the closing tonic. */
  readonly ends: readonly Finger[];
  /** The pattern of one octave on the way down, listed rising, where it is not the same backwards. */
  readonly octaveDown?: readonly Finger[];
  /** Other patterns in common use. */
  readonly variants?: readonly (readonly Finger[])[];
  /** `medium` where a row is usual practice rather than the rule; left out: `high`. */
  readonly sure?: 'medium';
}

/** The same for a triad that begins on another note of it: 1 on the third, 2 on the fifth. */
export interface InversionFingering extends RunFingering {
  readonly mode: 'major' | 'minor';
  readonly inversion: 1 | 2;
}
