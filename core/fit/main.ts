import { writeFileSync } from 'node:fs';
import { PRICE_NAMES, SHIPPED_WEIGHTS, weightsOf, type PriceName, type Weights } from '../src/fingering/prices/prices';
import {
  allLessons,
  chordLessons,
  chromaticLessons,
  isFittedHalf,
  runLessons,
  teachingLessons,
  tuneLessons,
  type Lesson,
} from './cases';
import { priceTable } from './price-table';
import prior from './prior.json';
import { publishedAgreement } from './published';
import { agreement, train, type Agreement } from './train';

/** npm run fit: fits the prices, prints how far the engine agrees with books and teachers, writes the weights file. */

const WEIGHTS_FILE = 'core/src/fingering/weights.json';
const PRICES_PAGE = 'docs/engine-prices.md';

const OPTIONS = { rounds: 24, rate: 0.015, pull: 0.08, margin: 0.05 };

const print = (text: string): void => console.log(text);

const percent = (part: number, whole: number): string => `${((100 * part) / Math.max(1, whole)).toFixed(1)} %`;

const figure = ({ whole, cases, right, notes }: Agreement): string =>
  `${whole}/${cases} cases (${percent(whole, cases)}), ${percent(right, notes)} of notes`;

const GROUPS: readonly (readonly [string, () => readonly Lesson[]])[] = [
  ['scales and arpeggios', runLessons],
  ['chromatic runs', chromaticLessons],
  ['block chords', chordLessons],
  ['tunes', tuneLessons],
  ['teaching cases', teachingLessons],
];

const report = (
  title: string,
  weights: Weights,
  keep: (lesson: Lesson, index: number) => boolean,
  list: boolean,
): Record<string, string> => {
  print(`\n${title}`);
  return Object.fromEntries(
    GROUPS.flatMap(([name, lessons]) => {
      const kept = lessons().filter(keep);
      if (kept.length === 0) return [];
      const found = agreement(kept, weights);
      print(`  ${name}: ${figure(found)}`);
      if (list) for (const wrong of found.wrong) print(`    ${wrong}`);
      return [[name, figure(found)]];
    }),
  );
};

const progress = (round: number, wrong: number, total: number): void =>
  print(`  round ${round}: ${total - wrong} of ${total} by weight`);

const rounded = (weights: Weights): Record<PriceName, number> =>
  Object.fromEntries(PRICE_NAMES.map((name, index) => [name, Math.round(weights[index]! * 1000) / 1000])) as Record<
    PriceName,
    number
  >;

const fit = (): void => {
  const lessons = allLessons();
  print('Fitting on one half of keys and tunes…');
  const half = train(lessons.filter(isFittedHalf), prior.prices, { ...OPTIONS, report: progress });
  const fitted = report('Fitted half', half, isFittedHalf, false);
  const apart = report('Half held apart', half, (lesson, index) => !isFittedHalf(lesson, index), true);
  print('\nFitting on everything…');
  const prices = rounded(train(lessons, prior.prices, { ...OPTIONS, report: progress }));
  const all = report('Fitted on everything (shipped)', weightsOf(prices), () => true, true);
  const published = publishedAgreement([...runLessons(), ...chromaticLessons()]);
  print(`\nThe 1997 rules as published, scales, arpeggios and chromatic runs: ${figure(published)}`);
  const file = {
    date: new Date().toISOString().slice(0, 10),
    about: 'Prices of the fingering terms, fitted by npm run fit from core/fit/prior.json; see docs/engine.md.',
    agreement: { all, fitted, apart, published1997: figure(published) },
    prices,
  };
  writeFileSync(WEIGHTS_FILE, `${JSON.stringify(file, null, 2)}\n`);
  writeFileSync(PRICES_PAGE, priceTable(prices));
};

if (process.argv.includes('--report')) {
  report('As shipped', weightsOf(SHIPPED_WEIGHTS), () => true, true);
} else fit();
