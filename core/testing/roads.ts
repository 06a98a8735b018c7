import type { Bar, Score } from '../src/score/score';
import { line } from './line';

/** Pieces with repeats, endings, D.C. and D.S., and the order in which their bars are played. */

export type Said = Partial<Pick<Bar, 'repeatStart' | 'repeatEnd' | 'endings' | 'signs'>>;

/** A piece of one whole note a bar, with what is said about the order of its bars. */
export const piece = (said: readonly Said[]): Score => {
  const score = line(said.map((_, at) => `${'CDEFGAB'[at % 7]!}4/4`).join(' | '));
  return { ...score, bars: score.bars.map((bar, at) => ({ ...bar, ...said[at] })) };
};

export const START = { repeatStart: true };
export const END = { repeatEnd: 2 };
export const sign = (...signs: Bar['signs']): Said => ({ signs });
const ending = (...numbers: readonly number[]): Said => ({ endings: numbers });
export const PLAIN: Said = {};

/** Each with the indices of its bars as they are played: common practice, no source. */
export const CASES: Readonly<Record<string, readonly [readonly Said[], string]>> = {
  'a repeat from the beginning': [[PLAIN, END, PLAIN], '0 1 0 1 2'],
  'two repeats': [[START, END, START, END, PLAIN], '0 1 0 1 2 3 2 3 4'],
  'three times': [[START, { repeatEnd: 3 }, PLAIN], '0 1 0 1 0 1 2'],
  'two endings': [[START, { ...ending(1), ...END }, ending(2), PLAIN], '0 1 0 2 3'],
  'one ending for two times and another': [[START, { ...ending(1, 2), ...END }, ending(3), PLAIN], '0 1 0 1 0 2 3'],
  'a last ending that repeats nothing': [
    [START, { ...ending(1), ...END }, { ...ending(2), ...END }, PLAIN],
    '0 1 0 2 3',
  ],
  'two passages with endings': [
    [START, { ...ending(1), ...END }, ending(2), START, { ...ending(1), ...END }, ending(2)],
    '0 1 0 2 3 4 3 5',
  ],
  'D.C. al Fine, its repeat not taken again': [
    [START, END, sign('fine'), PLAIN, sign('da-capo')],
    '0 1 0 1 2 3 4 0 1 2',
  ],
  'D.C. takes the last ending': [
    [START, { ...ending(1), ...END }, ending(2), sign('fine'), sign('da-capo')],
    '0 1 0 2 3 4 0 2 3',
  ],
  'Fine in the last ending': [
    [START, { ...ending(1), ...END }, { ...ending(2), ...sign('fine') }, PLAIN, sign('da-capo')],
    '0 1 0 2 3 4 0 2',
  ],
  'D.S. al Fine': [
    [PLAIN, { ...START, ...sign('segno') }, END, sign('fine'), PLAIN, sign('dal-segno')],
    '0 1 2 1 2 3 4 5 1 2 3',
  ],
  'D.S. al Coda': [[PLAIN, sign('segno'), sign('to-coda'), sign('dal-segno'), sign('coda'), PLAIN], '0 1 2 3 1 2 4 5'],
  'D.C. al Coda': [[PLAIN, sign('to-coda'), PLAIN, sign('da-capo'), sign('coda'), PLAIN], '0 1 2 3 0 1 4 5'],
  'D.C. without an end in between': [[START, END, PLAIN, sign('da-capo')], '0 1 0 1 2 3 0 1 2 3'],
};
