/** Pitches as a score spells them, and as keys of the piano count them. */

export const STEPS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const;
export type Step = (typeof STEPS)[number];

/** A spelled pitch; `alter` in whole semitones (-1 flat, 1 sharp), `octave` in scientific notation (C4 = middle C). */
export interface Pitch {
  readonly step: Step;
  readonly alter: number;
  readonly octave: number;
}

const SEMITONES: Readonly<Record<Step, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** Lowest and highest key of an 88-key piano, as MIDI numbers (A0 and C8). */
export const LOWEST_KEY = 21;
export const HIGHEST_KEY = 108;

export const isOnKeyboard = (midi: number): boolean => midi >= LOWEST_KEY && midi <= HIGHEST_KEY;

/** MIDI number of a pitch. @example midiOf({ step: 'C', alter: 0, octave: 4 }) // => 60 */
export const midiOf = (pitch: Pitch): number => 12 * (pitch.octave + 1) + SEMITONES[pitch.step] + pitch.alter;

const ACCIDENTALS: Readonly<Record<string, number>> = { bb: -2, b: -1, '': 0, '#': 1, '##': 2 };

/** Step and accidental without the octave, in plain letters. @example pitchClassName({ step: 'B', alter: -1, octave: 4 }) // => 'Bb' */
export const pitchClassName = (pitch: Pitch): string =>
  pitch.step + (pitch.alter < 0 ? 'b'.repeat(-pitch.alter) : '#'.repeat(pitch.alter));

/** Full name of a pitch. @example pitchName({ step: 'F', alter: 1, octave: 5 }) // => 'F#5' */
export const pitchName = (pitch: Pitch): string => `${pitchClassName(pitch)}${pitch.octave}`;

/** Reads a name such as `Bb4`; undefined when it is not one. @example parsePitch('Bb4') // => { step: 'B', alter: -1, octave: 4 } */
export const parsePitch = (name: string): Pitch | undefined => {
  const match = /^([A-G])(bb|b|##|#|)(-?\d+)$/.exec(name);
  if (!match) return undefined;
  return {
    step: match[1] as Step,
    alter: ACCIDENTALS[match[2] ?? ''] ?? 0,
    octave: Number(match[3]),
  };
};

/** The accidental a key signature gives each letter, `fifths` sharps (positive) or flats (negative). @example alterInKey('F', 1) // => 1 */
export const alterInKey = (step: Step, fifths: number): number => {
  const order = fifths >= 0 ? ['F', 'C', 'G', 'D', 'A', 'E', 'B'] : ['B', 'E', 'A', 'D', 'G', 'C', 'F'];
  const rank = order.indexOf(step);
  // Beyond seven accidentals letters are altered twice (rare, but legal).
  const times = Math.floor((Math.abs(fifths) - rank - 1) / 7) + 1;
  return times > 0 ? Math.sign(fifths) * times : 0;
};

const ACCIDENTAL_WORDS: Readonly<Record<number, string>> = {
  [-2]: ' double flat',
  [-1]: ' flat',
  0: '',
  1: ' sharp',
  2: ' double sharp',
};

/** A note as one says it: “F sharp”. */
export const spokenName = ({ step, alter }: Pick<Pitch, 'step' | 'alter'>): string =>
  `${step}${ACCIDENTAL_WORDS[alter] ?? ''}`;

/** Places on the staff counted from C0: seven to the octave. */
export const letterPlace = ({ step, octave }: Pick<Pitch, 'step' | 'octave'>): number =>
  octave * 7 + STEPS.indexOf(step);

/** The natural pitch at a place on the staff. */
export const naturalAt = (place: number): Pitch => ({
  step: STEPS[((place % 7) + 7) % 7]!,
  alter: 0,
  octave: Math.floor(place / 7),
});

/** The pitch so many steps of a key away. @example stepBeside(E4, 1, 1) // => F#4 */
export const stepBeside = (pitch: Pitch, steps: number, fifths: number): Pitch => {
  const natural = naturalAt(letterPlace(pitch) + steps);
  return { ...natural, alter: alterInKey(natural.step, fifths) };
};

/** A key of the piano spelled on another letter; the pitch itself where that would take more than two accidentals. */
const spelledOn = (pitch: Pitch, letters: number): Pitch => {
  const natural = naturalAt(letterPlace(pitch) + letters);
  const alter = midiOf(pitch) - midiOf(natural);
  return Math.abs(alter) <= 2 ? { ...natural, alter } : pitch;
};

/** The key a half step away, on the same letter as long as one accidental says it. @example halfStepBeside(C4, 1) // => C#4 */
export const halfStepBeside = (pitch: Pitch, by: 1 | -1): Pitch => {
  const altered = { ...pitch, alter: pitch.alter + by };
  return Math.abs(altered.alter) <= 1 ? altered : spelledOn(altered, by);
};

/** The same key under its other usual name. @example respelled(F#4) // => Gb4; respelled(D4) // => D4 */
export const respelled = (pitch: Pitch): Pitch => {
  const others = [spelledOn(pitch, 1), spelledOn(pitch, -1)];
  const other = others.find(({ step, alter }) => step !== pitch.step && Math.abs(alter) <= 1);
  return other ?? pitch;
};

/** A key as far as its name goes; flats are negative fifths. */
interface NamedKey {
  readonly fifths: number;
  readonly mode: 'major' | 'minor';
}

/** Sharps (positive) or flats (negative) of a key by its tonic. @example fifthsOf({ step: 'E', alter: -1 }, 'major') // => -3 */
export const fifthsOf = ({ step, alter }: Pick<Pitch, 'step' | 'alter'>, mode: NamedKey['mode']): number =>
  'FCGDAEB'.indexOf(step) - 1 + 7 * alter - (mode === 'minor' ? 3 : 0);

/** @example tonicName({ fifths: -3, mode: 'major' }) // => 'Eb' */
export const tonicName = ({ fifths, mode }: NamedKey): string => {
  // Tonics lie a fifth apart, four letters on; the minor tonic is the sixth degree.
  const letters = fifths * 4 + (mode === 'minor' ? 5 : 0);
  const { step } = naturalAt(letters);
  return pitchClassName({ step, alter: alterInKey(step, fifths), octave: 4 });
};

/** @example keyName({ fifths: -3, mode: 'major' }) // => 'Eb major' */
export const keyName = (key: NamedKey): string => `${tonicName(key)} ${key.mode}`;

/** Tonic of a key as a pitch class number 0-11. @example tonicPitchClass(1, 'major') // => 7 */
export const tonicPitchClass = (fifths: number, mode: 'major' | 'minor'): number =>
  (((fifths * 7 + (mode === 'minor' ? 9 : 0)) % 12) + 12) % 12;

/** The pitch of a key by itself, black keys as sharps. @example pitchName(pitchOf(61)) // => 'C#4' */
export const pitchOf = (midi: number): Pitch => {
  const natural = STEPS.find((step) => SEMITONES[step] === midi % 12);
  const octave = Math.floor(midi / 12) - 1;
  if (natural) return { step: natural, alter: 0, octave };
  return { ...pitchOf(midi - 1), alter: 1 };
};
