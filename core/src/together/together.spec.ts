import { bothLines } from '../../testing/both-lines';
import cases from '../../testing/together-cases.json';
import { DEFAULT_HANDS, type Finger } from '../hand/hand';
import { createPlanner } from '../plan/planner';
import type { Score } from '../score/score';
import { barLinksOf, spotsOf, handsTogether, type HandsTogether } from '.';

interface Fragment {
  readonly right: string;
  readonly rightFingers: string;
  readonly left: string;
  readonly leftFingers: string;
}

interface Setting {
  readonly key: string;
  readonly beats: number;
  readonly beat_type: number;
  readonly tempo: number;
}

const planner = createPlanner(DEFAULT_HANDS);

const planned = (fragment: Fragment, { key, beats, beat_type, tempo }: Setting) => {
  const options = { key, beats, beatType: beat_type, quartersPerMinute: tempo };
  const score: Score = bothLines(fragment.right, fragment.left, options);
  const locks = new Map<string, Finger>();
  for (const [side, fingers] of [
    ['right', fragment.rightFingers],
    ['left', fragment.leftFingers],
  ] as const)
    score.notes
      .filter((note) => note.side === side)
      .forEach(({ id }, at) => locks.set(id, Number(fingers.split(' ')[at]) as Finger));
  const plan = planner.plan(score, { locks, alternatives: 0 });
  return { score, plan, together: handsTogether(score, plan) };
};

const hardest = ({ beats }: HandsTogether) =>
  beats.reduce((best, one) => (one.difficulty > best.difficulty ? one : best));

// Common practice, no source: fragments judged by teachers' experience, written and judged again blind.
describe('the difficulty of both hands together', () => {
  it.each(cases.pairs.map((pair) => [pair.id, pair] as const))('orders the pair %s rightly', (_, pair) => {
    const [harder, easier] = [planned(pair.harder, pair), planned(pair.easier, pair)];
    expect(harder.together.difficulty).toBeGreaterThan(easier.together.difficulty);
  });

  it.each(cases.spots.map((spot) => [spot.id, spot] as const))('finds where pupils stumble: %s', (_, spot) => {
    const { together } = planned(spot, spot);
    expect(spot.hardest.map(({ bar }) => bar)).toContain(hardest(together).bar + 1);
    expect(spot.easy.map(({ bar }) => bar)).not.toContain(hardest(together).bar + 1);
  });
});

const SETTING = { key: 'C', beats: 4, beat_type: 4, tempo: 80 };

describe('hands together, beat by beat', () => {
  const { score, plan, together } = planned(
    {
      right: 'C4/1 D4 E4 F4 | G4/4',
      rightFingers: '1 2 3 4 5',
      left: 'C3/1 B2 A2 G2 | C3/4',
      leftFingers: '1 2 3 4 1',
    },
    SETTING,
  );

  it('says whose fingers are alike, where the thumbs are, and how the hands go', () => {
    const [first, second, , , last] = together.beats;
    expect(first).toMatchObject({ bar: 0, beat: 1, same: true, thumbs: 'both', difficulty: 0 });
    expect(second).toMatchObject({ motion: 'contrary', same: true, fingers: { right: [2], left: [2] } });
    expect(last).toMatchObject({ bar: 1, thumbs: 'left', motion: 'similar', same: false });
  });

  it('adds up from parts that are each told', () => {
    for (const { difficulty, parts } of together.beats)
      expect(parts.reduce((sum, { figure }) => sum + figure, 0)).toBeCloseTo(difficulty, 2);
    expect(together.beats[4]!.parts.map(({ why }) => why)).toContain(
      'the hands went against one another, and now the same way',
    );
  });

  it('lists trouble spots hardest first, bars with the same music as one, and moves over bar lines', () => {
    const bar = { right: 'C4/1/2 D4 E4 F4 G4 A4 B4 C5', left: '[C3 E3 G3]/2 [F2 A2 C3]' };
    const twice = planned(
      {
        right: `${bar.right} | C5/4 | ${bar.right} | C5/4`,
        rightFingers: '1 2 3 1 2 3 4 5 5 1 2 3 1 2 3 4 5 5',
        left: `${bar.left} | [F2 A2 C3]/4 | ${bar.left} | [F2 A2 C3]/4`,
        leftFingers: '5 3 1 5 3 1 5 3 1 5 3 1 5 3 1 5 3 1',
      },
      SETTING,
    );
    const spots = spotsOf(twice.score, twice.plan, twice.together);
    expect(spots[0]!.bars).toEqual([0, 2]);
    expect(spots.map(({ difficulty }) => difficulty)).toEqual(
      spots.map(({ difficulty }) => difficulty).sort((a, b) => b - a),
    );
    expect(barLinksOf(twice.plan, twice.together.beats)).toContainEqual(
      expect.objectContaining({ side: 'right', fromBar: 1, toBar: 2 }),
    );
    expect(spotsOf(score, plan, together).length).toBeLessThanOrEqual(1);
  });
});
