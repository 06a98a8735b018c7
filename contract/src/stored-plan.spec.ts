import { bothHands, createPlanner, DEFAULT_HANDS, handOfSpan, type Finger, type Score } from '@kettle-step/core';
import { line } from '../../core/testing/line';
import { storedFingerSchema } from './piece';
import { ribbonCellSchema } from './ribbon';
import { locksOf, ribbonOf, storedFingers, writtenFingers } from './stored-plan';

const planner = createPlanner(DEFAULT_HANDS);
const planOf = (score: Score, locks: ReadonlyMap<string, Finger>) => planner.plan(score, { locks, alternatives: 0 });

const printing = (score: Score, id: string, finger: number): Score => ({
  ...score,
  notes: score.notes.map((note) =>
    note.id === id ? { ...note, printed: [{ finger, substitution: false, alternate: false }] } : note,
  ),
});

describe('what is stored of a plan', () => {
  const score = printing(printing(line('C4/1 D4 E4 F4 | G4/4'), 'n2', 2), 'n3', 5);
  const locks = new Map<string, Finger>([['n4', 4]]);
  const stored = storedFingers(score, planOf(score, locks), locks);

  it('says who decided: the file, the engine, or the teacher', () => {
    expect(stored.map(({ decidedBy }) => decidedBy)).toEqual([
      'suggested',
      'printed',
      'suggested',
      'teacher',
      'suggested',
    ]);
    for (const finger of stored) storedFingerSchema.parse(finger);
  });

  it('gives the teacher’s fingers back as locks', () => {
    expect([...locksOf(stored)]).toEqual([['n4', 4]]);
  });

  it('keeps what the teacher set where this hand cannot take it', () => {
    const octave = line('[C4 C5]/4');
    const settled = new Map<string, Finger>([
      ['n1', 1],
      ['n2', 5],
    ]);
    const small = createPlanner(bothHands(handOfSpan(150))).plan(octave, { locks: settled, alternatives: 0 });
    expect(small.warnings.length).toBeGreaterThan(0);
    const narrow = new Map<string, Finger>([
      ['n1', 4],
      ['n2', 5],
    ]);
    const refused = planOf(octave, narrow);
    expect(refused.warnings.map(({ kind }) => kind)).toContain('finger-refused');
    expect([...locksOf(storedFingers(octave, refused, narrow))]).toEqual([...narrow]);
  });

  it('is written out as it stands', () => {
    expect(writtenFingers(stored).get('n4')).toEqual({ finger: 4, substitute: null, alternates: [] });
  });
});

describe('the bar ribbon', () => {
  it('is settled where every note that has a finger is set', () => {
    const score = line('[C4 D4 E4 F4 G4 A4]/4');
    const free = planOf(score, new Map());
    const fingers = free.hands.right.notes.flatMap(({ id, finger }) =>
      finger === null ? [] : [[id, finger] as const],
    );
    expect(fingers.length).toBeLessThan(score.notes.length);
    const locks = new Map<string, Finger>(fingers);
    expect(ribbonOf(score, free, locks)[0]?.state).toBe('settled');
    expect(ribbonOf(score, free, new Map())[0]?.state).toBe('suggested');
  });

  it('has a cell for every bar of each hand, settled when the teacher has set every note of it', () => {
    const score = line('C4/1 D4 E4 F4 | G4/4');
    const locks = new Map<string, Finger>([['n5', 5]]);
    const cells = ribbonOf(score, planOf(score, locks), locks);
    expect(cells.map(({ side, number, state }) => `${side} ${number} ${state}`)).toEqual([
      'right 1 suggested',
      'right 2 settled',
      'left 1 silent',
      'left 2 silent',
    ]);
    for (const cell of cells) ribbonCellSchema.parse(cell);
  });

  it('shows in which bar the hand moves', () => {
    const score = line('( C4/1/2 D4 E4 F4 G4 A4 B4 C5 ) | C5/4');
    const [first, second] = ribbonOf(score, planOf(score, new Map()), new Map());
    expect(first?.moves).toEqual(['thumb-under']);
    expect(second?.moves).toEqual([]);
  });
});
