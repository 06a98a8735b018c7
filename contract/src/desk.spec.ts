import { createPlanner, DEFAULT_HANDS } from '@kettle-step/core';
import { line } from '../../core/testing/line';
import { apartOf, deskSchema, levelOf, LEVELS, NEW_DESK, rulesAtLevel } from './desk';
import { completeRules } from './rules';

describe('the desk', () => {
  it('is as usual where nothing was decided', () => {
    expect(deskSchema.parse({})).toEqual(NEW_DESK);
    expect(NEW_DESK).toMatchObject({ hands: null, rules: {} });
  });

  it('refuses what is no hand, no bar and no hand’s side', () => {
    const refuses = (change: object): boolean => !deskSchema.safeParse({ ...NEW_DESK, ...change }).success;
    const tiny = { span15Mm: 20, span25Mm: 10 };
    expect(refuses({ hands: { right: tiny, left: tiny } })).toBe(true);
    expect(refuses({ apart: [{ side: 'right', bar: -1 }] })).toBe(true);
    expect(refuses({ given: [{ noteId: 'n1', side: 'both' }] })).toBe(true);
    expect(refuses({ remarks: [{ side: 'left', bar: 0, text: '' }] })).toBe(true);
  });

  it('tells bars apart by hand', () => {
    const apart = apartOf({
      apart: [
        { side: 'left', bar: 3 },
        { side: 'right', bar: 1 },
      ],
    });
    expect([[...apart.right], [...apart.left]]).toEqual([[1], [3]]);
  });
});

describe('levels', () => {
  it('each add moves to the one before, and the last has all', () => {
    LEVELS.slice(1).forEach(({ untaught }, index) => {
      expect(LEVELS[index]!.untaught).toEqual(expect.arrayContaining([...untaught]));
      expect(untaught.length).toBeLessThan(LEVELS[index]!.untaught.length);
    });
    expect(LEVELS[LEVELS.length - 1]!.untaught).toEqual([]);
  });

  it('are found again in the rules they made, and not in a choice of one’s own', () => {
    for (const level of LEVELS) expect(levelOf(rulesAtLevel({ repeats: 'never-change' }, level))?.id).toBe(level.id);
    expect(levelOf({})?.id).toBe('intermediate');
    expect(levelOf({ moves: { shift: 'untaught' } })).toBeUndefined();
    expect(levelOf({ moves: { shift: 0.5 } })).toBeUndefined();
  });

  // Common practice, no source: in the first months a hand moves only by lifting and landing elsewhere.
  it('keep what has not been taught out of the suggestion', () => {
    const scale = line('( C4/1 D4 E4 F4 | G4 A4 B4 C5 )');
    const kinds = (level: number) =>
      createPlanner(DEFAULT_HANDS, completeRules(rulesAtLevel({}, LEVELS[level]!)))
        .plan(scale, { locks: new Map(), alternatives: 0 })
        .hands.right.moves.map(({ kind }) => kind);
    expect(kinds(0)).not.toContain('thumb-under');
    expect(kinds(2)).toEqual(['thumb-under']);
  });
});
