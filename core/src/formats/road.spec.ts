import { demoPieces } from '../../testing/demo';
import { engravedPlaying } from '../../testing/engraver';
import { CASES, END, piece, PLAIN, sign } from '../../testing/roads';
import { playOrder, unfolded } from '../unfold';
import type { Score } from '../score/score';
import { readAbc, writeAbc } from './abc';
import { composeMusicXml, parseMusicXml, readScore, serializeMusicXml } from './musicxml';

const readXml = (document: string): Score => {
  const parsed = parseMusicXml(document);
  if (parsed.kind === 'error') throw new Error(JSON.stringify(parsed.error));
  const score = readScore(parsed.value);
  if (score.kind === 'error') throw new Error(JSON.stringify(score.error));
  return score.value;
};

const readTune = (source: string): Score => {
  const read = readAbc(source);
  if (read.kind !== 'ok') throw new Error(JSON.stringify(read.error));
  return read.value.score;
};

const orderOf = (score: Score): string =>
  playOrder(score.bars)
    .map(({ bar }) => bar)
    .join(' ');

/** As the engraver plays it: Verovio's own expansion of repeats, from the document that we write. */
const asEngraved = async (score: Score): Promise<void> => {
  const document = composeMusicXml(score, true);
  const played = await engravedPlaying(serializeMusicXml(document));
  const ours = unfolded(score).score;
  expect(played.map(({ id, pass, quarters }) => `${id} ${pass} ${quarters}`).sort()).toEqual(
    ours.notes
      .map(({ id, onsetTicks }) => {
        const [written, pass = '1'] = id.split('\t');
        return `${written} ${pass} ${onsetTicks / ours.ticksPerQuarter}`;
      })
      .sort(),
  );
};

describe('the order of bars in files', () => {
  // The expected orders are common practice; the engraver (Verovio) says the same of each.

  it.each(Object.entries(CASES))('%s', async (_, [said, order]) => {
    const score = piece(said);
    expect(orderOf(score)).toBe(order);
    await asEngraved(score);
  });

  it('goes back to where the last repeat ended where no sign says where to: ABC 2.1, section 4.8', () => {
    expect(orderOf(readTune('X:1\nT:Two parts\nM:4/4\nL:1/4\nK:C\nCDEF :| GABc :|\n'))).toBe('0 0 1 1');
  });

  it('is the engraver’s for every demo piece', async () => {
    for (const { bytes } of demoPieces()) await asEngraved(readXml(new TextDecoder().decode(bytes)));
  });

  it('comes through MusicXML and ABC with its signs, rehearsal marks and double bar lines', () => {
    const plain = piece([sign('segno'), { ...END }, sign('fine'), sign('dal-segno')]);
    const score = {
      ...plain,
      bars: plain.bars.map((bar) => ({
        ...bar,
        rehearsal: bar.index === 2 ? 'B' : '',
        doubleBarline: bar.index === 2,
      })),
    };
    const roads = ({ bars }: Score) =>
      bars.map(({ signs, rehearsal, doubleBarline }) => [signs, rehearsal, doubleBarline]);
    expect(roads(readXml(serializeMusicXml(composeMusicXml(score))))).toEqual(roads(score));
    expect(roads(readTune(writeAbc(score)))).toEqual(roads(score));
  });

  it('reads words that nothing tells the meaning of', () => {
    const document = serializeMusicXml(composeMusicXml(piece([sign('fine'), PLAIN, sign('da-capo')])));
    const silent = document.replace(/<sound (fine|dacapo)="yes"\/>/g, '').replace('D.C.', 'D.C. al Fine');
    expect(orderOf(readXml(silent))).toBe('0 1 2 0');
  });
});
