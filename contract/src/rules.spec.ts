import { DEFAULT_RULES } from '@kettle-step/core';
import { completeRules, rulesFileSchema } from './rules';

describe('a rules file', () => {
  it('may say nothing, and then everything is as usual', () => {
    expect(completeRules(rulesFileSchema.parse({}))).toEqual(DEFAULT_RULES);
  });

  it('changes what it names and leaves the rest', () => {
    const rules = completeRules(rulesFileSchema.parse({ moves: { slide: 'untaught', shift: 2 }, ties: 'hard' }));
    expect(rules).toEqual({
      ...DEFAULT_RULES,
      ties: 'hard',
      moves: { ...DEFAULT_RULES.moves, slide: 'untaught', shift: 2 },
    });
  });

  it.each([
    [{ moves: { somersault: 1 } }],
    [{ moves: { shift: -1 } }],
    [{ moves: { shift: 'never' } }],
    [{ ties: 2 }],
    [{ blackThumb: 'sometimes' }],
    [{ colour: 'red' }],
  ])('is refused where it is not known: %j', (written) => {
    expect(rulesFileSchema.safeParse(written).success).toBe(false);
  });
});
