import { writeFileSync } from 'node:fs';
import { PRICE_NAMES, SHIPPED_WEIGHTS, weightsOf, type PriceName, type Weights } from '../src/fingering/prices/prices';
import { agreement, agreementByBars, NOTHING, sum, type Agreement, type BarChoice } from './agreement';
import { leftOut, totalOf, type LeftOut } from './folds';
import { learn } from './learn';
import {
  chordLessons,
  chromaticLessons,
  fragmentLessons,
  manualLessons,
  runLessons,
  tableLessons,
  teachingLessons,
  tuneLessons,
  type Lesson,
} from './lessons';
import { MANUAL_FAMILIES } from '../testing/manual';
import { priceTable } from './price-table';
import prior from './prior.json';
import { publishedAgreement } from './published';
import { collect, waysOf, type TaughtWays } from './ways';

/**
 * npm run fit: fits the prices, prints how far the engine agrees with books and teachers, writes the weights file. What it says of
 * teaching music is cross-validated; the figures on what was fitted stand beside it.
 */

const WEIGHTS_FILE = 'core/src/fingering/prices/weights.json';
const PRICES_PAGE = 'docs/engine-prices.md';

const OPTIONS = { margin: 0.2, rounds: 200, rate: 0.03, pull: 600 };

/** Rounds of solving all lessons at the latest prices and fitting on what came out so far. */
const PASSES = 4;

const FOLDS = 5;

const print = (text: string): void => console.log(text);

const percent = (part: number, whole: number): string => `${((100 * part) / Math.max(1, whole)).toFixed(1)} %`;

const figure = ({ whole, cases, right, notes }: Agreement): string =>
  `${whole}/${cases} cases (${percent(whole, cases)}), ${percent(right, notes)} of notes`;

const barFigure = (found: Agreement): string =>
  `${figure(found)}, bars ${percent(found.first, found.bars)} first, ${percent(found.three, found.bars)} in the first three`;

const TABLES: readonly (readonly [string, () => readonly Lesson[]])[] = [
  ['scales and arpeggios', runLessons],
  ['chromatic runs', chromaticLessons],
  ['block chords', chordLessons],
  ['tunes', tuneLessons],
  ['teaching cases', teachingLessons],
];

const reportTables = (weights: Weights): Record<string, string> =>
  Object.fromEntries(
    TABLES.map(([name, lessons]) => {
      const found = agreement(lessons(), weights);
      print(`  ${name}: ${figure(found)}`);
      for (const wrong of found.wrong) print(`    ${wrong}`);
      return [name, figure(found)];
    }),
  );

/** The engine alone against the tables of the scale room, family by family. */
const reportManual = (weights: Weights): Record<string, string> => {
  print('  the scale manual, which is not learnt from:');
  const lessons = manualLessons();
  return Object.fromEntries(
    MANUAL_FAMILIES.map((family) => {
      const found = figure(
        agreement(
          lessons.filter(({ category }) => category === family),
          weights,
        ),
      );
      print(`    ${family}: ${found}`);
      return [family, found];
    }),
  );
};

const reportFragments = (weights: Weights): string => {
  const found = agreementByBars(fragmentLessons(), weights).agreement;
  print(`  teaching music: ${barFigure(found)}`);
  for (const wrong of found.wrong) print(`    ${wrong}`);
  return barFigure(found);
};

/** Sums of what was left out by some name, as lines. */
const reportBy = (left: readonly LeftOut[], title: string, nameOf: (lesson: Lesson) => string): void => {
  const groups = new Map<string, Agreement>();
  for (const { lesson, agreement: found } of left)
    groups.set(nameOf(lesson), sum(groups.get(nameOf(lesson)) ?? NOTHING, found));
  print(`  by ${title}:`);
  for (const [name, found] of [...groups].sort(([a], [b]) => (a < b ? -1 : 1)))
    print(`    ${name}: ${barFigure(found)}`);
};

/** How often the first choice is right, by how much the second is dearer. */
const reportMargins = (choices: readonly BarChoice[]): void => {
  print('  how sure the first choice of a bar is, by what the best different way costs more:');
  const steps = [0, 0.25, 0.5, 0.75, 1, 1.5, 2, 2.5, 3, 4, 6, Infinity];
  steps.slice(1).forEach((to, index) => {
    const from = steps[index]!;
    const within = choices.filter(({ margin }) => margin >= from && margin < to);
    const beyond = choices.filter(({ margin }) => margin >= from);
    const right = (some: readonly BarChoice[]): string =>
      `${percent(some.filter(({ isRight }) => isRight).length, some.length)} of ${some.length}`;
    print(`    ${from} to ${to}: ${right(within)}; from ${from} on: ${right(beyond)}`);
  });
};

const rounded = (weights: Weights): Record<PriceName, number> =>
  Object.fromEntries(PRICE_NAMES.map((name, index) => [name, Math.round(weights[index]! * 1000) / 1000])) as Record<
    PriceName,
    number
  >;

const taughtWays = (): readonly TaughtWays[] => {
  const taught = waysOf([...tableLessons(), ...fragmentLessons()]);
  let weights = weightsOf(prior.prices);
  for (let pass = 1; pass <= PASSES; pass += 1) {
    collect(taught, weights);
    weights = learn(taught, prior.prices, OPTIONS);
    print(`  pass ${pass}: ${taught.filter(({ wrong }) => wrong.length > 0).length} lessons have wrong ways`);
  }
  return taught;
};

const isFragment = ({ level }: Lesson): boolean => level > 0;

const crossValidate = (taught: readonly TaughtWays[]): Record<string, string> => {
  const order = new Map(
    taught.filter(({ lesson }) => isFragment(lesson)).map(({ lesson }, index) => [lesson.id, index]),
  );
  print(`\nTeaching music left out, one fold of ${FOLDS} at a time`);
  const byFold = [
    ...leftOut(
      taught,
      ({ id }) => (order.has(id) ? `fold ${order.get(id)! % FOLDS}` : undefined),
      prior.prices,
      OPTIONS,
    ),
  ];
  print(`  ${barFigure(totalOf(byFold))}`);
  for (const { agreement: found } of byFold) for (const wrong of found.wrong) print(`    ${wrong}`);
  reportBy(byFold, 'category', ({ category }) => category);
  reportBy(byFold, 'level', ({ level }) => `level ${level}`);
  reportMargins(byFold.flatMap(({ choices }) => choices));
  print('\nTeaching music left out, one category at a time');
  const byCategory = [
    ...leftOut(taught, (lesson) => (isFragment(lesson) ? lesson.category : undefined), prior.prices, OPTIONS),
  ];
  print(`  ${barFigure(totalOf(byCategory))}`);
  return { 'five folds': barFigure(totalOf(byFold)), 'by category': barFigure(totalOf(byCategory)) };
};

const fit = (): void => {
  print('Solving what is learnt from…');
  const taught = taughtWays();
  const apart = crossValidate(taught);
  print('\nFitted on everything (shipped)');
  const prices = rounded(learn(taught, prior.prices, OPTIONS));
  const weights = weightsOf(prices);
  const fitted = { ...reportTables(weights), 'teaching music': reportFragments(weights) };
  const manual = reportManual(weights);
  const published = publishedAgreement([...runLessons(), ...chromaticLessons()]);
  print(`\nThe 1997 rules as published, scales, arpeggios and chromatic runs: ${figure(published)}`);
  const file = {
    date: new Date().toISOString().slice(0, 10),
    about: 'Prices of the fingering terms, fitted by npm run fit from core/fit/prior.json; see docs/engine.md.',
    agreement: { 'left out': apart, fitted, 'scale manual': manual, published1997: figure(published) },
    prices,
  };
  writeFileSync(WEIGHTS_FILE, `${JSON.stringify(file, null, 2)}\n`);
  writeFileSync(PRICES_PAGE, priceTable(prices));
};

if (process.argv.includes('--report')) {
  const weights = weightsOf(SHIPPED_WEIGHTS);
  print('As shipped');
  reportTables(weights);
  reportManual(weights);
  reportFragments(weights);
} else fit();
