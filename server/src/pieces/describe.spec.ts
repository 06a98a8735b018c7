import { line } from '../../../core/testing/line';
import { describe as describePiece } from './describe';

describe('what the shelf says of a piece', () => {
  it('is tidy, whatever the file’s title looks like', () => {
    const score = { ...line('C4/1 D4 | E4/2'), title: '  Long\n   walk ' };
    expect(describePiece(score)).toEqual({
      title: 'Long walk',
      composer: '',
      metre: '4/4',
      key: 'C major',
      bars: 2,
      notes: 3,
    });
  });
});
