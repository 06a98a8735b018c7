import { openScore } from '../../../testing/musicxml';
import { demoPieces } from '../../../testing/demo';
import { pedalSpansOf, withPedal, type PedalWay } from '../../pedal';
import { parseMusicXml, readScore, serializeMusicXml } from '.';
import { writePedal } from './write-pedal';

const WAYS: readonly PedalWay[] = ['each-harmony', 'first-beats', 'phrase-ends', 'none'];

describe('the pedal in a document', () => {
  it.each(demoPieces())('is read back as it was settled: $name', ({ bytes }) => {
    for (const way of WAYS) {
      const { document, score } = openScore(bytes);
      const settled = withPedal(score, [{ bars: [0, score.bars.length - 1], way }]);
      writePedal(document, settled);
      const again = parseMusicXml(serializeMusicXml(document));
      const read = again.kind === 'ok' ? readScore(again.value) : again;
      if (read.kind === 'error') throw new Error(JSON.stringify(read.error));
      expect(pedalSpansOf(read.value)).toEqual(pedalSpansOf(settled));
      expect(read.value.notes).toEqual(score.notes);
    }
  });
});
