import { agreementByBars } from '../../fit/agreement';
import { fragmentLessons } from '../../fit/lessons';
import { SHIPPED_WEIGHTS, weightsOf } from '../fingering/prices/prices';
import { certaintyOf, LIKELY_FROM, SURE_FROM } from './certainty';

describe('how sure a suggestion is', () => {
  it('goes by what the best different way costs more', () => {
    expect([null, SURE_FROM, LIKELY_FROM, LIKELY_FROM - 0.1, -1].map(certaintyOf)).toEqual([
      'sure',
      'sure',
      'likely',
      'choice',
      'choice',
    ]);
  });

  // teaching-corpus.json (common practice and memory): accepted fingerings of 152 fragments.
  it('holds: of bars that it calls sure at least 98 of 100 are accepted as they come', () => {
    const { choices } = agreementByBars(fragmentLessons(), weightsOf(SHIPPED_WEIGHTS));
    const sure = choices.filter(({ margin }) => certaintyOf(margin) === 'sure');
    expect(sure.length).toBeGreaterThan(choices.length / 2);
    expect(sure.filter(({ isRight }) => isRight).length / sure.length).toBeGreaterThanOrEqual(0.98);
  });
});
