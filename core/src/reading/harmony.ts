import { pitchClass } from '../keyboard/geometry';

/** The chords that music for beginners and intermediate players is made of. */

/** Chords in common use by their semitones above the root: triads, then sevenths; what comes first gives the name. */
const TRIADS: readonly (readonly number[])[] = [[0, 4, 7], [0, 3, 7], [0, 3, 6], [0, 4, 8]]; // prettier-ignore
const DOMINANT = [0, 4, 7, 10];
const HALF_DIMINISHED = [0, 3, 6, 10];
const CHORDS = [...TRIADS, DOMINANT, [0, 3, 7, 10], [0, 4, 7, 11], HALF_DIMINISHED, [0, 3, 6, 9]];

/** Pitch classes as bits. */
const bitsOf = (keys: readonly number[]): number => keys.reduce((bits, key) => bits | (1 << pitchClass(key)), 0);

export interface Chord {
  readonly root: number;
  readonly bits: number;
}

/** A chord on every root. */
const onEveryRoot = (chord: readonly number[]): readonly Chord[] =>
  Array.from({ length: 12 }, (_, root) => ({ root, bits: bitsOf(chord.map((key) => key + root)) }));

/** Every chord in common use. */
export const HARMONIES = CHORDS.flatMap(onEveryRoot);

/** Triads and dominant sevenths: what beginners' music changes between. */
export const PLAIN_HARMONIES = [...TRIADS, DOMINANT].flatMap(onEveryRoot);

/** Sevenths whose root and seventh may stand as a second, each the mirror image of the other. */
export const WITH_A_SECOND = [DOMINANT, HALF_DIMINISHED].flatMap(onEveryRoot);

/** Whether some chord has all keys (MIDI, in any octave). */
export const isIn = (chords: readonly Chord[], keys: readonly number[]): boolean => {
  const own = bitsOf(keys);
  return chords.some(({ bits }) => (own & ~bits) === 0);
};

/** The pitch class of the root of the simplest chord that has all keys, one that sounds where there is such. */
export const rootOf = (keys: readonly number[]): number => {
  const own = bitsOf(keys);
  const fitting = HARMONIES.filter(({ bits }) => (own & ~bits) === 0);
  return (fitting.find(({ root }) => (own >> root) & 1) ?? fitting[0])?.root ?? pitchClass(keys[0]!);
};
