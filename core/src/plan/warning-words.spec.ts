import { line } from '../../testing/line';
import { bothHands, DEFAULT_HAND } from '../hand/hand';
import { DEFAULT_RULES } from '../fingering/model/rules';
import { createPlanner } from './planner';
import { wordWarning } from './warning-words';

const SMALL = { span15Mm: 150, span25Mm: 105 };

const warningsIn = (music: string, hand = DEFAULT_HAND, rules = DEFAULT_RULES) =>
  createPlanner(bothHands(hand), rules).plan(line(music), { locks: new Map(), alternatives: 0 }).warnings;

describe('warnings', () => {
  it('say which hand, where, and which notes they are about', () => {
    const [warning] = warningsIn('C4/1 [C4 E5] D4/2', SMALL);
    expect(warning).toMatchObject({ kind: 'rolled', side: 'right', bar: 0, noteIds: ['n2', 'n3'] });
    expect(warning!.onsetTicks).toBeGreaterThan(0);
    expect(wordWarning(warning!)).toBe(
      'This chord is wider than the right hand reaches: roll it, leave a note out, or give one to the other hand.',
    );
  });

  it('name a move that was needed although it has not been taught', () => {
    const moves = { ...DEFAULT_RULES.moves, 'thumb-under': 'untaught', shift: 'untaught' } as const;
    const warnings = warningsIn('( C4/0.5 D4 E4 F4 G4 A4 B4 C5 )', DEFAULT_HAND, { ...DEFAULT_RULES, moves });
    expect(warnings.length).toBeGreaterThan(0);
    for (const warning of warnings) {
      expect(warning).toMatchObject({ kind: 'untaught', side: 'right' });
      expect(wordWarning(warning)).toMatch(/^The right hand finds no way here without a move .*: [a-z -]+\.$/);
    }
  });
});
