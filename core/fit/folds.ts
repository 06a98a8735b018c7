import type { PriceName, Weights } from '../src/fingering/prices/prices';
import { agreementByBars, NOTHING, sum, type Agreement, type BarChoice } from './agreement';
import { learn, type LearnOptions } from './learn';
import type { Lesson } from './lessons';
import type { TaughtWays } from './ways';

/** A lesson counted at prices that were fitted without it. */
export interface LeftOut {
  readonly lesson: Lesson;
  readonly agreement: Agreement;
  readonly choices: readonly BarChoice[];
}

/**
 * Cross-validation: lessons that share a name are left out together, prices are fitted on everything else, and those left out are
 * counted. Lessons without a name are always learnt from.
 */
export function* leftOut(
  taught: readonly TaughtWays[],
  nameOf: (lesson: Lesson) => string | undefined,
  prior: Readonly<Record<PriceName, number>>,
  options: LearnOptions,
): Generator<LeftOut> {
  const names = new Set(taught.flatMap(({ lesson }) => nameOf(lesson) ?? []));
  for (const name of names) {
    const weights: Weights = learn(
      taught.filter(({ lesson }) => nameOf(lesson) !== name),
      prior,
      options,
    );
    for (const { lesson } of taught)
      if (nameOf(lesson) === name) yield { lesson, ...agreementByBars([lesson], weights) };
  }
}

export const totalOf = (left: readonly LeftOut[]): Agreement =>
  left.map(({ agreement }) => agreement).reduce(sum, NOTHING);
