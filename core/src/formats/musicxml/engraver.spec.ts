import fc from 'fast-check';
import { demoPieces } from '../../../testing/demo';
import { engravedOnsets } from '../../../testing/engraver';
import { openScore, type Opened } from '../../../testing/musicxml';
import { scores } from '../../../testing/scores';
import { composeMusicXml } from './compose';
import { serializeMusicXml } from './document';

/** Ids and onsets in quarters as the core reads them, struck notes and their tied continuations, without grace notes. */
const readOnsets = ({ score }: Opened): Map<string, number> =>
  new Map(
    score.notes
      .filter(({ graceIndex }) => graceIndex === null)
      .map(({ id, onsetTicks }) => [id, onsetTicks / score.ticksPerQuarter]),
  );

const expectAgreement = async (opened: Opened): Promise<void> => {
  const engraved = await engravedOnsets(serializeMusicXml(opened.document));
  const continuations = new Set(opened.score.notes.flatMap(({ tiedIds }) => tiedIds));
  const graces = new Set(opened.score.notes.filter(({ graceIndex }) => graceIndex !== null).map(({ id }) => id));
  const struck = [...engraved].filter(([id]) => !continuations.has(id) && !graces.has(id));
  const rounded = (onsets: Iterable<readonly [string, number]>): (readonly [string, string])[] =>
    [...onsets].map(([id, quarters]) => [id, quarters.toFixed(3)] as const).sort(([a], [b]) => (a < b ? -1 : 1));
  expect(rounded(struck)).toEqual(rounded(readOnsets(opened)));
};

describe('the engraver and the core', () => {
  it.each(demoPieces())('agree on the notes of $name and when they begin', async ({ bytes }) => {
    await expectAgreement(openScore(bytes));
  });

  // Without grace notes: the engraver takes their time from the note they adorn, and each its own way is right.
  it('agree on random scores', async () => {
    await fc.assert(
      fc.asyncProperty(scores({ plain: true }), async (score) => {
        await expectAgreement(openScore(serializeMusicXml(composeMusicXml(score))));
      }),
      { numRuns: 80 },
    );
  });
});
