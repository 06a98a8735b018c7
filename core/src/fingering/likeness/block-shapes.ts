import type { Finger } from '../../hand/hand';

/**
 * The natural fingers of a chord by the gaps between its keys, counted from the thumb: 1 a second, 2 a third, 3 a fourth and so
 * on. Both hands are mirror images, so one table serves both. Where two shapes are usual, the first is the better. Source:
 * common practice, no published source (craft: root 1-3-5 in either hand, right hand 1-2-5 and 1-3-5, left hand 5-3-1 and
 * 5-2-1; octave chords 1-2-3-5 and 1-2-4-5).
 */
const SHAPES: Readonly<Record<string, readonly string[]>> = {
  '1 1': ['123'],
  '1 2': ['124'],
  '2 1': ['134'],
  '1 3': ['125'],
  '3 1': ['145'],
  '2 2': ['135'],
  '2 3': ['125'],
  '3 2': ['135'],
  '1 4': ['125'],
  '4 1': ['145'],
  '3 3': ['125', '135'],
  '2 4': ['125'],
  '4 2': ['135'],
  '1 5': ['125'],
  '5 1': ['145'],
  '3 4': ['125'],
  '4 3': ['125', '135'],
  '2 5': ['125'],
  '5 2': ['135', '145'],
  '1 2 2': ['1245', '1235'],
  '2 1 2': ['1235', '1345'],
  '2 2 1': ['1245', '1235'],
  '2 2 2': ['1235'],
  '2 2 3': ['1235'],
  '2 3 2': ['1245'],
  '3 2 2': ['1245'],
  '1 2 4': ['1235'],
  '1 3 3': ['1235'],
  '2 1 4': ['1235'],
  '3 1 3': ['1345', '1235'],
  '4 1 2': ['1345', '1245'],
  '4 2 1': ['1345', '1245'],
  '2 4 1': ['1245'],
  '1 4 2': ['1245'],
};

/** Semitones as a count of scale steps. */
const STEPS = [0, 1, 1, 2, 2, 3, 3, 4, 5, 5, 6, 6, 7] as const;

/** Beyond an octave, whatever lies between, the hand turns about its second finger. Semitones. */
const OCTAVE = 12;
const WIDE: Readonly<Record<number, readonly string[]>> = { 3: ['125'], 4: ['1235'] };

const parse = (shape: string): readonly Finger[] => [...shape].map((digit) => Number(digit) as Finger);

/**
 * Usual shapes for keys given from the thumb's side, MIDI; empty where none is common.
 * @example shapesFor([60, 64, 67]) // => [[1, 3, 5]]
 */
export const shapesFor = (keys: readonly number[]): readonly (readonly Finger[])[] => {
  const gaps = keys.slice(1).map((key, index) => Math.abs(key - keys[index]!));
  const span = gaps.reduce((sum, gap) => sum + gap, 0);
  const shapes = span > OCTAVE ? WIDE[keys.length] : SHAPES[gaps.map((gap) => STEPS[gap] ?? 7).join(' ')];
  return (shapes ?? []).map(parse);
};
