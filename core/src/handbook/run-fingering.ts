import type { Finger, Side } from '../hand/hand';

/** Where a table comes from, and how sure it is. */
export interface Source {
  readonly words: string;
  /** Written down from memory and not yet compared with the page. */
  readonly fromMemory: boolean;
}

/** Standard fingering as printed in common teaching manuals. */
export const MANUALS: Source = {
  words:
    'Standard scale-manual fingering as printed in common teaching manuals, e.g. C.-L. Hanon, The Virtuoso Pianist (1873), scale and arpeggio sections.',
  fromMemory: true,
};

/** Known to every teacher, and printed nowhere in particular. */
export const COMMON_PRACTICE: Source = { words: 'Common practice, no published source.', fromMemory: false };

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
}
