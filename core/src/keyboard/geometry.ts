/**
 * Where keys lie, in millimetres and in white keys.
 *
 * Usual modern keyboard (cf. DIN 8996; figures written down from memory). Black-key centres follow the common equal-tail
 * layout: C-E split in five equal tails, F-B in seven.
 */

/** Distance between the centres of neighbouring white keys, mm. */
export const WHITE_KEY_PITCH_MM = 23.5;
/** Seven white keys, mm. */
export const OCTAVE_MM = 164.5;
export const WHITE_KEY_LENGTH_MM = 150;
export const BLACK_KEY_LENGTH_MM = 95;
export const BLACK_KEY_WIDTH_MM = 10;

/** Key centres from the left edge of a C key, mm, by pitch class. */
export const KEY_CENTRES_FROM_C_MM = [
  11.75, 21.15, 35.25, 49.35, 58.75, 82.25, 90.64, 105.75, 117.5, 129.25, 144.36, 152.75,
] as const;

const BLACK_PITCH_CLASSES = new Set([1, 3, 6, 8, 10]);

/** 0 for C to 11 for B. @example pitchClass(60) // => 0 */
export const pitchClass = (midi: number): number => ((midi % 12) + 12) % 12;

/** @example isBlack(61) // => true */
export const isBlack = (midi: number): boolean => BLACK_PITCH_CLASSES.has(pitchClass(midi));

/** Centre of a key in mm from the left edge of C-1 (MIDI 0). @example keyCentreMm(60) - keyCentreMm(48) // => 164.5 */
export const keyCentreMm = (midi: number): number =>
  Math.floor(midi / 12) * OCTAVE_MM + (KEY_CENTRES_FROM_C_MM[pitchClass(midi)] ?? 0);

/** Distance between two key centres, mm, never negative. @example keyDistanceMm(60, 72) // => 164.5 */
export const keyDistanceMm = (a: number, b: number): number => Math.abs(keyCentreMm(a) - keyCentreMm(b));

/**
 * Place of a key in white keys (u): whole numbers are white keys, C-1 is 0; a black key lies at its true place between two.
 * @example keyPlace(62) - keyPlace(60) // => 1
 */
export const keyPlace = (midi: number): number => keyCentreMm(midi) / WHITE_KEY_PITCH_MM - 0.5;

const WHITE_SEMITONES = [0, 2, 4, 5, 7, 9, 11] as const;

/** MIDI number of the white key at a whole place. @example whiteKeyAt(35) // => 60 */
export const whiteKeyAt = (place: number): number =>
  12 * Math.floor(place / 7) + (WHITE_SEMITONES[((place % 7) + 7) % 7] ?? 0);
