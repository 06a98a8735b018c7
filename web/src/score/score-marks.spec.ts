import { testPiece } from '../../testing/piece';
import { createMarksReader, type Marks } from './score-marks';

const ALL: Marks = {
  positions: true,
  moves: true,
  reaches: true,
  eased: true,
  checkpoints: true,
  'elbow-room': true,
  together: true,
};
const NONE: Marks = {
  positions: false,
  moves: false,
  reaches: false,
  eased: false,
  checkpoints: false,
  'elbow-room': false,
  together: false,
};

const scoreMarks = createMarksReader();
const { score, plan } = testPiece('( C4/1/2 D4 E4 F4 G4 A4 B4 C5 ) | [C4 C5]/4');

describe('marks on the score', () => {
  it('are a bracket with a name for each position, over the notes played in it', () => {
    const { brackets } = scoreMarks(score, plan, ALL);
    expect(brackets.slice(0, 2).map(({ name, noteIds }) => [name, noteIds.length])).toEqual([
      ['C', 3],
      ['F', 5],
    ]);
    expect(brackets[0]!.words).toBe('right hand, C position');
  });

  it('are a sign for each move and a checkpoint where the hand has come to another place', () => {
    const { moves, checkpoints } = scoreMarks(score, plan, ALL);
    expect(moves[0]).toMatchObject({ kind: 'thumb-under', noteId: 'n4' });
    expect(checkpoints[0]).toMatchObject({ noteId: 'n4', words: 'Checkpoint: finger 1 is here' });
  });

  it('are a double arrow where the hand is stretched, with the figures', () => {
    const small = testPiece('[C4 C5]/4');
    const wide = scoreMarks(small.score, small.plan, ALL).reaches;
    expect(wide).toEqual([]);
    const ninth = testPiece('[C4 D5]/4');
    expect(scoreMarks(ninth.score, ninth.plan, ALL).reaches[0]?.words).toMatch(/^1-5 spans 188 mm of 197/);
  });

  it('tell of each bar how free the choice is', () => {
    const freedom = scoreMarks(score, plan, ALL).freedom;
    expect(freedom.map(({ bar }) => bar)).toEqual([0, 1]);
    const free = testPiece('C4/1 R/1 E4 R/1');
    expect(scoreMarks(free.score, free.plan, ALL).freedom[0]?.freedom).toBe('much');
  });

  it('are a word at each note that is played otherwise than written', () => {
    const { eased } = scoreMarks(score, plan, ALL, { written: score, eased: [{ kind: 'leave-out', noteId: 'n9' }] });
    expect(eased).toEqual([{ side: 'right', noteId: 'n9', isOut: true, label: 'leave out', words: 'C4 is left out' }]);
  });

  it('can each be hidden', () => {
    const { strip, ...marks } = scoreMarks(score, plan, NONE);
    expect(Object.values(marks).every((of: readonly unknown[]) => of.length === 0)).toBe(true);
    expect(strip).toEqual({ beats: [], holds: [] });
    expect(scoreMarks(score, plan, { ...NONE, together: true }).strip.beats).not.toEqual([]);
    expect(scoreMarks(score, plan, { ...NONE, moves: true }).moves).not.toEqual([]);
  });
});
