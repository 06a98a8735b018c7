import { line } from '../../testing/line';
import { bothHands, DEFAULT_HANDS, handOfSpan, type Finger } from '../hand/hand';
import { pitchName } from '../keyboard/pitch';
import { positionLabel, rangeLabel, restingKeys } from '../moves/position';
import type { Score } from '../score/score';
import type { PianoPlan } from './plan';
import { createPlanner } from './planner';
import { wordWarning } from './warning-words';

const planner = createPlanner(DEFAULT_HANDS);
const planOf = (score: Score, locks = new Map<string, Finger>()): PianoPlan =>
  planner.plan(score, { locks, alternatives: 0 });

describe('positions', () => {
  it.each([
    ['right', 'C', 'C4/1 D4 E4 F4 | G4/4', 'C position', 'C4 to G4'],
    ['right', 'G', 'G4/1 A4 B4 C5 | D5/4', 'G position', 'G4 to D5'],
    ['left', 'G', 'G3/1 A3 B3 C4 | D4/4', 'G position', 'G3 to D4'],
    ['right', 'Eb', 'Eb4/1 F4 G4 Ab4 | Bb4/4', 'Eb position', 'Eb4 to Bb4'],
    ['right', 'D', 'D4/1 E4 F#4 G4 | A4/4', 'D position', 'D4 to A4'],
  ] as const)('are named by the key under the lowest finger: %s hand in %s', (side, key, music, name, range) => {
    const [position, ...more] = planOf(line(music, { side, key })).hands[side].positions;
    expect(more).toEqual([]);
    expect(positionLabel(position!)).toBe(name);
    expect(rangeLabel(position!)).toBe(range);
  });

  it('lay the fingers on the keys of the key signature', () => {
    const [position] = planOf(line('D4/1 E4 F#4 G4 | A4/4', { key: 'D' })).hands.right.positions;
    expect(restingKeys(position!, 2)).toEqual([62, 64, 66, 67, 69]);
  });
});

describe('moves', () => {
  it('say what happens in the words of the trade, with the notes they lead from and to', () => {
    const { moves, positions } = planOf(line('( C4/1/2 D4 E4 F4 G4 A4 B4 C5 )')).hands.right;
    expect(moves).toMatchObject([{ kind: 'thumb-under', fromFinger: 3, toFinger: 1, fromId: 'n3', toId: 'n4' }]);
    expect(moves[0]?.reason).toBe('the thumb passes under 3 to F4, and four fingers are free to go on into F position');
    expect(positions.map(({ name }) => name)).toEqual(['C', 'F']);
  });

  it('name the key that a hinge makes ready', () => {
    const { moves } = planOf(line('C4/1 E4 G4/2 | G4/1 A4 G4 E4 | D4/4')).hands.right;
    expect(moves[0]).toMatchObject({ kind: 'repeated-note-change', fromFinger: 5, toFinger: 4 });
    expect(moves[0]?.reason).toBe('5 gives way to 4 on G4, so that 5 is ready for A4');
  });

  it('give the reach of an extension in this hand', () => {
    const { moves } = planOf(line('( C4/1 E4 G4 A4 | A4 G4 E4 C4 )')).hands.right;
    const opened = moves.find(({ kind }) => kind === 'extension');
    if (opened) expect(opened.reason).toMatch(/\d-\d \d+ mm, this hand reaches \d+/);
  });
});

describe('reaches', () => {
  it('give the outer pair of each chord against this hand, and an inner pair that is harder for it', () => {
    const at = { bar: 0, onsetTicks: 0 };
    expect(planOf(line('[C4 E4 C5]/4')).hands.right.reaches).toEqual([
      { ...at, fingers: [1, 5], mm: 164.5, limitMm: 197, verdict: 'easy' },
      { ...at, fingers: [2, 5], mm: 117.5, limitMm: 138, verdict: 'stretched' },
    ]);
    expect(planOf(line('[C4 E4 G4]/4')).hands.right.reaches).toEqual([
      { ...at, fingers: [1, 5], mm: 94, limitMm: 197, verdict: 'easy' },
    ]);
  });

  it('judge the same chord by the hand that plays it', () => {
    const verdict = (span: number): string | undefined =>
      createPlanner(bothHands(handOfSpan(span))).plan(line('[C4 C5]/4'), { locks: new Map(), alternatives: 0 }).hands
        .right.reaches[0]?.verdict;
    expect([232, 200, 183, 160].map(verdict)).toEqual(['easy', 'stretched', 'limit', 'out-of-reach']);
  });
});

describe('the plan as a whole', () => {
  it('has a finger and five figures of elbow room for every note, 0 for the chosen one', () => {
    const score = line('C4/1 E4 G4 C5 | [C4 E4 G4]/4');
    for (const { finger, room } of planOf(score).hands.right.notes) {
      expect(room).toHaveLength(5);
      expect(room[finger! - 1]).toBe(0);
      expect(room.every((more) => more === null || more >= 0)).toBe(true);
    }
  });

  it('shares the effort out to the bars', () => {
    const { bars, effort } = planOf(line('C4/1 E4 G4 C5 | B4 A4 F4 D4 | C4/4')).hands.right;
    expect(bars.reduce((sum, bar) => sum + bar.effort, 0)).toBeCloseTo(effort, 2);
  });

  it('warns in plain words of what this hand cannot do, and of locks that cannot stand', () => {
    const wide = createPlanner(bothHands(handOfSpan(150))).plan(line('[C4 G4 E5]/4'), {
      locks: new Map(),
      alternatives: 0,
    });
    expect(wide.warnings).toEqual([
      { kind: 'rolled', side: 'right', bar: 0, onsetTicks: 0, noteIds: ['n1', 'n2', 'n3'] },
    ]);
    const locks = new Map<string, Finger>([['n1', 3], ['n2', 3]]); // prettier-ignore
    const clash = planOf(line('[C4 E4]/4'), locks);
    expect(clash.warnings[0]).toMatchObject({ kind: 'finger-refused', side: 'right', noteIds: ['n1', 'n2'] });
    expect(wordWarning(clash.warnings[0]!)).toMatch(
      /cannot take 3 on [CE]4 together with 3 on [CE]4; 3 on [CE]4 was set free/,
    );
  });

  it('offers alternatives that differ, cheapest first, and never the plan itself', () => {
    const score = line('C4/1 E4 G4 C5 | B4 A4 F4 D4');
    const plan = planner.plan(score, { locks: new Map(), alternatives: 3 }).hands.right;
    const chosen = new Map(plan.notes.map(({ id, finger }) => [id, finger]));
    for (const bar of [0, 1]) {
      const offered = plan.alternatives.filter((alternative) => alternative.bar === bar);
      expect(offered.map(({ rank }) => rank)).toEqual([1, 2, 3]);
      expect([...offered].sort((a, b) => a.effortMore - b.effortMore)).toEqual(offered);
      for (const { fingers } of offered)
        expect([...fingers].some(([id, finger]) => chosen.get(id) !== finger)).toBe(true);
      const texts = offered.map(({ fingers }) => [...fingers.values()].join(''));
      expect(new Set(texts).size).toBe(3);
    }
  });

  it('copes with a hand that is silent', () => {
    const { left } = planOf(line('C4/4')).hands;
    expect(left).toMatchObject({ notes: [], positions: [], moves: [], effort: 0 });
    expect(pitchName({ step: 'C', alter: 0, octave: 4 })).toBe('C4');
  });
});
