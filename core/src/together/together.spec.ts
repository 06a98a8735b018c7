import { bothLines } from '../../testing/both-lines';
import cases from '../../testing/together-cases.json';
import { DEFAULT_HANDS, type Finger } from '../hand/hand';
import { createPlanner } from '../plan/planner';
import type { Score } from '../score/score';
import {
  barLinksOf,
  chosenSpots,
  handSpotsOf,
  handsTogether,
  holdsOf,
  spotsOf,
  tellHold,
  type HandsTogether,
  type SpotChoices,
} from '.';

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

  it('walks repeats: a bar comes again with its number and the next pass, and counts once', () => {
    const again = { ...score, bars: score.bars.map((bar) => (bar.index === 1 ? { ...bar, repeatEnd: 2 } : bar)) };
    const twice = handsTogether(again, plan);
    expect(twice.beats.map(({ pass, bar }) => `${pass}.${bar}`)).toEqual(
      ['1.0', '1.0', '1.0', '1.0', '1.1', '2.0', '2.0', '2.0', '2.0', '2.1'], // prettier-ignore
    );
    expect(twice.difficulty).toBe(together.difficulty);
    expect(twice.beats[5]!.onsetTicks).toBe(twice.beats[0]!.onsetTicks);
    expect(spotsOf(again, plan, twice).flatMap(({ bars }) => bars)).toEqual([
      ...new Set(spotsOf(again, plan, twice).flatMap(({ bars }) => bars)),
    ]);
  });

  it('lists where one hand has most to do, bars that are alike as one', () => {
    const scale = '( C4/1/2 D4 E4 F4 G4 A4 B4 C5 )';
    const one = planned(
      {
        right: `${scale} | C5/4 | ${scale} | C5/4`,
        rightFingers: '1 2 3 1 2 3 4 5 5 1 2 3 1 2 3 4 5 5',
        left: 'C3/4 | C3/4 | C3/4 | C3/4',
        leftFingers: '5 5 5 5',
      },
      SETTING,
    );
    const [spot] = handSpotsOf(one.score, one.plan, 'right').filter(({ bars }) => bars.includes(0));
    expect(spot!.bars).toEqual([0, 2]);
    expect(spot!.why[0]).toContain('thumb passes under 3');
    expect(handSpotsOf(one.score, one.plan, 'left')).toEqual([]);
  });

  it('is the teacher’s to change: spots added, dropped and put in another order', () => {
    const found = [3, 1, 2].map((bar) => ({
      bars: [bar],
      hand: 'both' as const,
      beat: 1,
      difficulty: bar,
      why: ['so'],
    }));
    const none = { added: [], dropped: [], order: [] };
    const barsOf = (choices: SpotChoices) => chosenSpots(found, choices).map(({ bars }) => bars[0]);
    expect(barsOf(none)).toEqual([3, 2, 1]);
    expect(barsOf({ ...none, dropped: [3] })).toEqual([2, 1]);
    expect(barsOf({ ...none, order: [1, 3] })).toEqual([1, 3, 2]);
    const added = chosenSpots(found, {
      ...none,
      added: [
        { bar: 7, words: 'slow' },
        { bar: 1, words: 'look' },
      ],
    });
    expect(added.map(({ bars, why }) => [bars[0], why])).toEqual([
      [3, ['so']],
      [2, ['so']],
      [1, ['look', 'so']],
      [7, ['slow']],
    ]);
  });
});

// The example of the exact release (common practice, no source).
describe('what is held under the other hand', () => {
  it('is told with how many notes go by, and where it is let go', () => {
    const held = bothLines('C4/1/2 D4 E4 F4 G4/1 R/1 | C4/4', 'F3/3 R/1 | F3/4');
    expect(holdsOf(held).map((hold) => tellHold(held, hold))).toEqual([
      'F is held under 4 notes of the right hand, and let go on beat 4, where its rest begins',
    ]);
  });

  it('is worth telling under one note of its own hand, and under two of the other', () => {
    expect(holdsOf(bothLines('R/4', 'C3/4'))).toEqual([]);
    expect(holdsOf(bothLines('C4/2 D4', 'C3/4'))).toEqual([]);
    const plain = bothLines('R/4', 'C3/1 E3 G3 E3');
    const lengthened = {
      ...plain,
      notes: plain.notes.map((note, at) => (at === 0 ? { ...note, durationTicks: 2 * plain.ticksPerQuarter } : note)),
    };
    expect(holdsOf(lengthened)).toMatchObject([{ side: 'left', under: { right: 0, left: 1 } }]);
  });
});
