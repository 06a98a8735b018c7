import { letterPlace, naturalAt, midiOf, type Pitch } from '../../keyboard/pitch';
import { childNumber, type Element } from './dom';

/** How far a part sounds from what is written: letters and semitones, octaves among them. */
export interface Transposition {
  readonly letters: number;
  readonly semitones: number;
}

export const AS_WRITTEN: Transposition = { letters: 0, semitones: 0 };

/** More than this is a slip, not an instrument. */
const MOST_OCTAVES = 3;

const whole = (value: number | undefined): number => (value !== undefined && Number.isInteger(value) ? value : 0);

export const readTransposition = (transpose: Element): Transposition => {
  const chromatic = whole(childNumber(transpose, 'chromatic'));
  const octaves = whole(childNumber(transpose, 'octave-change'));
  // A missing letter count follows the semitones: seven letters to twelve semitones.
  const letters = childNumber(transpose, 'diatonic') ?? Math.round((chromatic * 7) / 12);
  if (Math.abs(octaves) > MOST_OCTAVES || Math.abs(chromatic) > 12 * MOST_OCTAVES) return AS_WRITTEN;
  return { letters: whole(letters) + 7 * octaves, semitones: chromatic + 12 * octaves };
};

/** The pitch that sounds. @example transposed(C4, a whole tone down) // => Bb3 */
export const transposed = (pitch: Pitch, { letters, semitones }: Transposition): Pitch => {
  if (letters === 0 && semitones === 0) return pitch;
  const natural = naturalAt(letterPlace(pitch) + letters);
  return { ...natural, alter: midiOf(pitch) + semitones - midiOf(natural) };
};
