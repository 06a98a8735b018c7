import { STEPS, type Pitch, type Step } from '../../keyboard/pitch';
import type { Key } from '../../score/score';
import type { PlayedNote } from './performance';

/** Letters on the line of fifths from F; each turn of seven adds a sharp. */
const FIFTHS_LETTERS: readonly Step[] = ['F', 'C', 'G', 'D', 'A', 'E', 'B'];

const SEMITONES: readonly number[] = [5, 0, 7, 2, 9, 4, 11];

/**
 * Where on the line of fifths the twelve names of a key lie, from the tonic of its major signature: five lowered degrees are
 * not all used, nor all raised ones; music raises the fourth, first and fifth and lowers the seventh and third first
 * (common practice, no source). Minor keys raise more.
 */
const LOWEST_NAME = { major: -3, minor: -2 } as const;

/** Spells a key of the piano as a signature suggests. @example spell(66, { fifths: 1, mode: 'major' }) // F#4 */
export const spell = (midi: number, { fifths, mode }: Key): Pitch => {
  const pitchClass = ((midi % 12) + 12) % 12;
  const lowest = fifths + LOWEST_NAME[mode];
  for (let place = lowest; place < lowest + 12; place += 1) {
    // Places count from C.
    const index = (((place + 1) % 7) + 7) % 7;
    const alter = Math.floor((place + 1) / 7);
    if ((((SEMITONES[index]! + alter) % 12) + 12) % 12 !== pitchClass) continue;
    const natural = midi - alter;
    return { step: FIFTHS_LETTERS[index] ?? STEPS[0], alter, octave: Math.floor(natural / 12) - 1 };
  }
  // Twelve fifths in a row are the twelve pitch classes.
  return { step: 'C', alter: 0, octave: Math.floor(midi / 12) - 1 };
};

const MAJOR_STEPS = [0, 2, 4, 5, 7, 9, 11];

/**
 * The signature that the notes need fewest accidentals in, by length; between equals the one with fewest signs. Minor when
 * the lowest last note is the sixth degree.
 */
export const estimateKey = (notes: readonly PlayedNote[]): Key => {
  const weights = Array<number>(12).fill(0);
  for (const { midi, from, to } of notes) weights[midi % 12] = weights[midi % 12]! + (to - from);
  const inside = (fifths: number): number => {
    const tonic = (((fifths * 7) % 12) + 12) % 12;
    return MAJOR_STEPS.reduce((sum, step) => sum + weights[(tonic + step) % 12]!, 0);
  };
  const order = [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6];
  const fifths = order.reduce((best, next) => (inside(next) > inside(best) + 1e-9 ? next : best));
  const end = Math.max(...notes.map(({ to }) => to));
  const last = notes.filter(({ to }) => to === end).reduce((low, note) => (note.midi < low.midi ? note : low));
  const relativeMinor = (((fifths * 7 + 9) % 12) + 12) % 12;
  return { fifths, mode: last.midi % 12 === relativeMinor ? 'minor' : 'major' };
};
