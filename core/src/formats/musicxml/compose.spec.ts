import fc from 'fast-check';
import { openScore } from '../../../testing/musicxml';
import { comparable } from '../../../testing/comparable';
import { schemaErrors } from '../../../testing/schema';
import { scores } from '../../../testing/scores';
import { serializeMusicXml } from './document';
import { composeMusicXml } from './compose';

describe('a score written as MusicXML', () => {
  // Schema of MusicXML 3.0 as published; what is written needs nothing newer.
  it('is valid by the published schema', async () => {
    for (const score of fc.sample(scores(), { numRuns: 4, seed: 5 }))
      expect(await schemaErrors(serializeMusicXml(composeMusicXml(score)))).toEqual([]);
  }, 60_000);

  it('reads again as the same score', () => {
    fc.assert(
      fc.property(scores(), (score) => {
        const { score: read } = openScore(serializeMusicXml(composeMusicXml(score)));
        expect(comparable(read)).toEqual(comparable(score));
      }),
      { numRuns: 120 },
    );
  });
});
