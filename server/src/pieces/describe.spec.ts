import { Key } from 'tonal';
import { line } from '../../../core/testing/line';
import { describe as describePiece, keyName } from './describe';

// tonal is a reference library from the registry: key signatures as it knows them.
describe('the name of a key', () => {
  it.each(['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'Cb'])(
    'of %s major and its relative minor is read off the signature',
    (tonic) => {
      const { alteration, minorRelative } = Key.majorKey(tonic);
      expect(keyName({ fifths: alteration, mode: 'major' })).toBe(`${tonic} major`);
      expect(keyName({ fifths: alteration, mode: 'minor' })).toBe(`${minorRelative} minor`);
    },
  );
});

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
