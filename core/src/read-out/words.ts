import type { Finger } from '../hand/hand';
import { midiOf, spokenName, type Pitch } from '../keyboard/pitch';

/** Words in which music is read out: no signs, no digits that could be fingers. */

const NUMBERS = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];

/** @example numberWord(3) // => 'three' */
export const numberWord = (number: number): string => NUMBERS[number] ?? String(number);

/** A bar by its printed number; an upbeat is 0. @example barWord(3) // => 'bar three' */
export const barWord = (number: number): string => (number === 0 ? 'the upbeat' : `bar ${numberWord(number)}`);

export const capitalized = (text: string): string => text.replace(/^./, (letter) => letter.toUpperCase());

export const fingerWord = (finger: Finger): string => numberWord(finger);

const MIDDLE_C = 60;

const ORDINALS = ['', '', 'second ', 'third ', 'fourth '];

/** A key with its place on the keyboard: which one of its name it is from middle C on. */
export const placedKey = (pitch: Pitch): string => {
  const midi = midiOf(pitch);
  const name = spokenName(pitch);
  if (midi === MIDDLE_C) return `middle ${name}`;
  const octaves = Math.ceil(Math.abs(midi - MIDDLE_C) / 12);
  const which = ORDINALS[octaves] ?? `${octaves}th `;
  return `the ${which}${name} ${midi > MIDDLE_C ? 'above' : 'below'} middle C`;
};

const PARTS: readonly (readonly [number, string])[] = [
  [0.5, 'half a count'],
  [0.25, 'a quarter of a count'],
  [0.75, 'three quarters of a count'],
  [1 / 3, 'a third of a count'],
  [2 / 3, 'two thirds of a count'],
  [1.5, 'a count and a half'],
];

/** How long, in counts. @example countWords(2) // => 'two counts' */
export const countWords = (counts: number): string => {
  if (counts === 1) return 'a count';
  if (Number.isInteger(counts)) return `${numberWord(counts)} counts`;
  const known = PARTS.find(([part]) => Math.abs(part - counts) < 1e-6);
  if (known) return known[1];
  const whole = Math.floor(counts);
  const part = PARTS.find(([one]) => Math.abs(one - (counts - whole)) < 1e-6);
  return whole > 0 && part ? `${numberWord(whole)} counts and ${part[1]}` : `${counts.toFixed(2)} counts`;
};
