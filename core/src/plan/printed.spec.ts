import { line } from '../../testing/line';
import { DEFAULT_HANDS } from '../hand/hand';
import type { PrintedFinger, Score } from '../score/score';
import { createPlanner } from './planner';
import { printedLocks } from './printed';

const planner = createPlanner(DEFAULT_HANDS);

const figure = (finger: number, more: Partial<PrintedFinger> = {}): PrintedFinger => ({
  finger,
  substitution: false,
  alternate: false,
  ...more,
});

const printing = (score: Score, figures: Readonly<Record<string, readonly PrintedFinger[]>>): Score => ({
  ...score,
  notes: score.notes.map((note) => ({ ...note, printed: figures[note.id] ?? [] })),
});

describe('a printed fingering', () => {
  const tune = line('C4/1 D4 E4 F4 | G4/4');

  it('is read by its striking fingers: substitutes and alternates stand aside', () => {
    const score = printing(tune, {
      n1: [figure(3), figure(1, { substitution: true })],
      n2: [figure(4, { alternate: true }), figure(2)],
      n3: [figure(5, { alternate: true })],
    });
    expect([...printedLocks(score)]).toEqual([
      ['n1', 3],
      ['n2', 2],
    ]);
  });

  it('costs nothing more where it is the best', () => {
    const score = printing(tune, { n1: [figure(1)], n5: [figure(5)] });
    const { right } = planner.scorePrinted(score);
    expect(right.effort).toBe(right.bestEffort);
    expect(right.bars.every(({ differences }) => differences.length === 0)).toBe(true);
  });

  it('is priced bar by bar, and the bars add up to the whole', () => {
    const score = printing(tune, { n1: [figure(5)], n2: [figure(5)] });
    const { right } = planner.scorePrinted(score);
    const sum = (figures: readonly number[]): number => figures.reduce((all, one) => all + one, 0);
    expect(sum(right.bars.map(({ effort }) => effort))).toBeCloseTo(right.effort, 2);
    expect(sum(right.bars.map(({ bestEffort }) => bestEffort))).toBeCloseTo(right.bestEffort, 2);
    expect(right.effort).toBeGreaterThan(right.bestEffort);
    const named = right.bars.flatMap(({ differences }) => differences);
    expect(sum(named.map(({ effort }) => effort))).toBeCloseTo(right.effort - right.bestEffort, 1);
  });

  it('of a silent hand has no bars', () => {
    expect(planner.scorePrinted(tune).left.bars).toEqual([]);
  });
});
