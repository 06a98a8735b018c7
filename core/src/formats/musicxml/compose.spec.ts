import fc from 'fast-check';
import { openScore } from '../../../testing/musicxml';
import { comparable } from '../../../testing/comparable';
import { scores } from '../../../testing/scores';
import { serializeMusicXml } from './document';
import { composeMusicXml } from './compose';

describe('a score written as MusicXML', () => {
  it('reads again as the same score', () => {
    fc.assert(
      fc.property(scores(), (score) => {
        const { score: read } = openScore(serializeMusicXml(composeMusicXml(score)));
        expect(comparable(read)).toEqual(comparable(score));
      }),
      { numRuns: 300 },
    );
  });
});
