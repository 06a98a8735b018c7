import type { Score } from './score';

/** Bars by their printed numbers, in words. An upbeat is numbered 0 in files; nobody says "bar 0". */

/** The printed number of a bar by its index; upbeats have 0. */
export const numberOfBar = (score: Pick<Score, 'bars'> | undefined, bar: number): number =>
  score?.bars[bar]?.number ?? bar + 1;

/** As a heading or at the start of a line: "Bar 3", or "Upbeat". */
export const barName = (number: number): string => (number === 0 ? 'Upbeat' : `Bar ${number}`);

/** Within a sentence: "bar 3", or "the upbeat". */
export const barInWords = (number: number): string => (number === 0 ? 'the upbeat' : `bar ${number}`);

/** A stretch by its printed numbers within a sentence: "bars 3 to 6", "bar 3", "the upbeat to bar 4". */
export const stretchInWords = (first: number, last: number): string =>
  first === last ? barInWords(first) : first === 0 ? `the upbeat to ${barInWords(last)}` : `bars ${first} to ${last}`;

/** Several bars within a sentence: "the upbeat and bars 3, 5 and 8"; empty for none. */
export const barsInWords = (numbers: readonly number[]): string => {
  const counted = numbers.filter((number) => number !== 0);
  const list = new Intl.ListFormat('en-GB', { type: 'conjunction' }).format(counted.map(String));
  const told = counted.length === 0 ? [] : [`${counted.length === 1 ? 'bar' : 'bars'} ${list}`];
  return [...(numbers.includes(0) ? ['the upbeat'] : []), ...told].join(' and ');
};
