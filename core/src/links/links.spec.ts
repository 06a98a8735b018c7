import { bothLines } from '../../testing/both-lines';
import { DEFAULT_HANDS, type Finger } from '../hand/hand';
import { createPlanner } from '../plan/planner';
import type { Bar, Score } from '../score/score';
import { withRoad } from '../unfold';
import { linksOf, playingOf, sectionsOf } from '.';

const planner = createPlanner(DEFAULT_HANDS);

/** A piece with signs over its bars. */
const piece = (
  right: string,
  left: string,
  signs: readonly Partial<
    Pick<Bar, 'repeatStart' | 'repeatEnd' | 'doubleBarline' | 'rehearsal' | 'signs' | 'endings'>
  >[],
): Score => {
  const score = bothLines(right, left);
  return { ...score, bars: score.bars.map((bar, at) => ({ ...bar, ...signs[at] })) };
};

const lockedTo = (score: Score, fingers: string): ReadonlyMap<string, Finger> =>
  new Map(
    score.notes
      .filter(({ side }) => side === 'right')
      .map(({ id }, at) => [id, Number(fingers.split(' ')[at]) as Finger]),
  );

describe('sections', () => {
  it('begin at rehearsal marks, after double bar lines and at repeats', () => {
    const score = piece('C4/4 | D4/4 | E4/4 | F4/4 | G4/4', 'R/4 | R | R | R | R', [
      {},
      { doubleBarline: true },
      { repeatStart: true },
      { repeatEnd: 2 },
      { rehearsal: 'Coda' },
    ]);
    expect(sectionsOf(score)).toEqual([
      { name: 'A', bars: [0, 1] },
      { name: 'B', bars: [2, 3] },
      { name: 'Coda', bars: [4, 4] },
    ]);
  });

  it('keep first and second endings together, and take in what the teacher settles', () => {
    const score = piece('C4/4 | D4/4 | E4/4 | F4/4', 'R/4 | R | R | R', [
      { repeatStart: true },
      { endings: [1], repeatEnd: 2 },
      { endings: [2] },
      {},
    ]);
    expect(sectionsOf(score).map(({ bars }) => bars)).toEqual([
      [0, 2],
      [3, 3],
    ]);
    const settled = withRoad(score, { sections: [{ bar: 1, name: 'The turn' }], octaves: [] });
    expect(sectionsOf(settled).map(({ name }) => name)).toEqual(['A', 'The turn', 'C']);
  });
});

describe('links', () => {
  // Up five notes and back to the beginning: the hand has to come down again at the repeat.
  const score = piece('C4/1 D4 E4 F4 | G4/1 C5 E5 G5', 'R/4 | R', [{}, { repeatEnd: 2 }]);
  const plan = planner.plan(score, { locks: lockedTo(score, '1 2 3 4 1 2 3 5'), alternatives: 0 });
  const links = linksOf(score, plan, planner);

  it('name and price the seam from the last bar to the first', () => {
    expect(links).toHaveLength(1);
    expect(links[0]).toMatchObject({ side: 'right', kind: 'seam', fromBar: 1, toBar: 0, pass: 1 });
    expect(links[0]!.move).toMatchObject({ kind: 'shift', fromFinger: 5, toFinger: 1, bar: 0 });
    expect(links[0]!.effort).toBeGreaterThan(0);
  });

  it('are told where they are played: the second time the first bar begins with that move', () => {
    const playing = playingOf(score, plan, links);
    expect(playing.score.bars).toHaveLength(4);
    const second = playing.score.bars[2]!.onsetTicks;
    expect(playing.plan.hands.right.moves.filter(({ onsetTicks }) => onsetTicks === second)).toMatchObject([
      { kind: 'shift', bar: 2 },
    ]);
    expect(playing.plan.hands.right.notes.map(({ finger }) => finger)).toEqual(
      [1, 2, 3, 4, 1, 2, 3, 5, 1, 2, 3, 4, 1, 2, 3, 5], // prettier-ignore
    );
  });

  it('offer fingers in the bar before where those prepare it for less than they cost', () => {
    // The last bar stays on E and D; whoever takes them with 3 and 2 is at C again.
    const turning = piece('C4/1 D4 E4 F4 | E4/1 D4 E4 D4', 'R/4 | R', [{}, { repeatEnd: 2 }]);
    const awkward = planner.plan(turning, { locks: lockedTo(turning, '1 2 3 4 3 2 5 4'), alternatives: 0 });
    const [seam] = linksOf(turning, awkward, planner);
    expect(seam!.better).not.toBeNull();
    expect([...seam!.better!.fingers.values()]).toEqual([3, 2]);
    expect(seam!.better!.saves).toBeGreaterThan(seam!.better!.costs);
    const settled = new Map([...lockedTo(turning, '1 2 3 4 3 2 5 4'), ...seam!.better!.fingers]);
    const [mended] = linksOf(turning, planner.plan(turning, { locks: settled, alternatives: 0 }), planner);
    expect(mended!.effort).toBeLessThan(seam!.effort);
    expect(mended!.better).toBeNull();
  });

  it('stand between sections, too', () => {
    const two = piece('C4/4 | G5/4', 'R/4 | R', [{ doubleBarline: true }, {}]);
    const [link] = linksOf(two, planner.plan(two, { locks: new Map(), alternatives: 0 }), planner);
    expect(link).toMatchObject({ kind: 'section', fromBar: 0, toBar: 1, move: { kind: 'shift' } });
  });
});
