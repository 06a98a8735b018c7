import type { Weights } from '../src/fingering/prices/prices';
import type { Lesson } from './lessons';
import { amountsOf, engineAt, fingersById, solve, strayNotes, tempting } from './solving';

/**
 * What a lesson teaches, once it has been solved at several prices: the ways that are right and the ways that are not, each as
 * amounts by price. Amounts do not depend on prices, so prices can be fitted on them without solving again.
 */
export interface TaughtWays {
  readonly lesson: Lesson;
  readonly right: Float64Array[];
  readonly wrong: Float64Array[];
}

/** How much cheaper a wrong finger is made while wrong ways are looked for. */
const TEMPTATION = 0.05;

const isKnown = (known: readonly Float64Array[], amounts: Float64Array): boolean =>
  known.some((other) => other.every((amount, index) => Math.abs(amount - amounts[index]!) < 1e-9));

const add = (known: Float64Array[], amounts: Float64Array): void => {
  if (!isKnown(known, amounts)) known.push(amounts);
};

export const cost = (amounts: Float64Array, weights: Weights): number => {
  let sum = 0;
  for (let at = 0; at < amounts.length; at += 1) sum += amounts[at]! * weights[at]!;
  return sum;
};

export const cheapest = (ways: readonly Float64Array[], weights: Weights): Float64Array =>
  ways.reduce((best, way) => (cost(way, weights) < cost(best, weights) ? way : best));

export const waysOf = (lessons: readonly Lesson[]): readonly TaughtWays[] =>
  lessons.map((lesson) => ({ lesson, right: [], wrong: [] }));

/** Solves every lesson at these prices and takes down what comes out. */
export const collect = (taught: readonly TaughtWays[], weights: Weights): void => {
  const engine = engineAt(weights);
  for (const { lesson, right, wrong } of taught) {
    const ways = engine[lesson.side];
    for (const allowed of lesson.rights) add(right, amountsOf(solve(ways, lesson, allowed)));
    for (const allowed of lesson.rights) {
      const solved = solve(tempting(ways, allowed, TEMPTATION), lesson, lesson.given);
      const fingers = fingersById(solved);
      if (lesson.rights.every((one) => strayNotes(one, fingers) > 0)) add(wrong, amountsOf(solved));
    }
    const free = solve(ways, lesson, lesson.given);
    if (lesson.rights.every((one) => strayNotes(one, fingersById(free)) > 0)) add(wrong, amountsOf(free));
  }
};
