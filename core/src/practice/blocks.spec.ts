import { bothLines } from '../../testing/both-lines';
import { DEFAULT_HANDS, type Finger } from '../hand/hand';
import { createPlanner } from '../plan/planner';
import { blocksOf, strokesScore } from '.';
import { said } from './lines';

const planner = createPlanner(DEFAULT_HANDS);

const planned = (right: string, fingers: string) => {
  const score = bothLines(
    right,
    right
      .split('|')
      .map(() => 'R/4')
      .join(' | '),
  );
  const locks = new Map(score.notes.map(({ id }, at) => [id, Number(fingers.split(' ')[at]) as Finger]));
  return { score, plan: planner.plan(score, { locks, alternatives: 0 }) };
};

// Common practice, no source: a position is learnt as one shape.
describe('a part as its row of blocks', () => {
  it('has a chord for each position of a scale, cut where the thumb passes', () => {
    const { score, plan } = planned('( C4/1/2 D4 E4 F4 G4 A4 B4 C5 )', '1 2 3 1 2 3 4 5');
    expect(blocksOf(score, plan, 'right').map(({ notes }) => notes.map(said).join(' '))).toEqual([
      'C(1) D(2) E(3)',
      'F(1) G(2) A(3) B(4) C(5)',
    ]);
  });

  it('is one block as long as the shape stays, and names its bars', () => {
    const { score, plan } = planned('C4/1 E4 G4 E4 | C4/1 E4 G4 E4 | B3/1 F4 G4 F4', '1 3 5 3 1 3 5 3 1 4 5 4');
    const row = blocksOf(score, plan, 'right');
    expect(row.map(({ bars }) => bars)).toEqual([
      [0, 1],
      [2, 2],
    ]);
    expect(row[1]!.notes.map(said).join(' ')).toBe('B(1) F(4) G(5)');
  });

  it('never gives a finger two keys, nor a key two fingers', () => {
    const { score, plan } = planned('C4/1 D4 E4 F4 | G4/1 A4 G4 F4', '1 2 3 4 4 5 4 3');
    for (const { notes } of blocksOf(score, plan, 'right')) {
      expect(new Set(notes.map(({ finger }) => finger)).size).toBe(notes.length);
      expect(new Set(notes.map(({ midi }) => midi)).size).toBe(notes.length);
    }
  });

  it('is music of its own: a chord a block, with its fingers, in the clef that fits', () => {
    const { score, plan } = planned('C4/1 E4 G4 E4 | B3/1 F4 G4 F4', '1 3 5 3 1 4 5 4');
    const row = blocksOf(score, plan, 'right');
    const music = strokesScore(
      score,
      row.map(({ notes }) => notes),
      { bar: 0, quarters: 4 },
    );
    expect(music.bars).toHaveLength(1);
    expect(music.notes.map(({ onsetTicks, printed }) => [onsetTicks, printed[0]!.finger])).toEqual([
      [0, 1],
      [0, 3],
      [0, 5],
      [4, 1],
      [4, 4],
      [4, 5],
    ]);
    expect(music.marks).toMatchObject([{ kind: 'clef', sign: 'G' }]);
  });
});
