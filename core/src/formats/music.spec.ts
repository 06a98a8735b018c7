import { strToU8 } from 'fflate';
import { demoPieces } from '../../testing/demo';
import { comparable } from '../../testing/comparable';
import { openScore } from '../../testing/musicxml';
import { writeAbc } from './abc';
import { withFingers } from './fingered';
import { writeMidi } from './midi';
import { explainMusicError, formatOf, readMusic, type ReadMusic } from './music';
import { packMusicXml, serializeMusicXml } from './musicxml';

const read = (bytes: Uint8Array, name: string): ReadMusic => {
  const result = readMusic(bytes, name);
  if (result.kind === 'error') throw new Error(explainMusicError(result.error));
  return result.value;
};

describe('the door for music', () => {
  const [piece] = demoPieces();
  const { score } = openScore(piece!.bytes);

  it('tells formats by their first bytes, whatever the name says', () => {
    expect(formatOf(writeMidi(score), 'piece.xml')).toBe('midi');
    expect(formatOf(piece!.bytes, 'piece.mid')).toBe('musicxml');
    expect(formatOf(packMusicXml('<score-partwise/>'), 'piece.zip')).toBe('musicxml');
    expect(formatOf(strToU8('X:1\nK:C\nC|'), 'piece.txt')).toBe('abc');
  });

  it.each(demoPieces())('brings $name home from every format with a document that reads as its score', ({ bytes }) => {
    const { score: original } = openScore(bytes);
    const text = new TextDecoder().decode(bytes);
    const files = [packMusicXml(text), strToU8(writeAbc(original)), writeMidi(original)];
    for (const file of files) {
      const { document, score: came } = read(file, 'piece');
      expect(comparable(openScore(serializeMusicXml(document)).score)).toEqual(comparable(came));
      expect(came.bars.length).toBe(original.bars.length);
    }
  });

  it('writes fingers in place of those that were printed', () => {
    const { id } = score.notes[0]!;
    const fingered = withFingers(score, new Map([[id, { finger: 2, substitute: 1, alternates: [3] }]]));
    expect(fingered.notes[0]?.printed).toEqual([
      { finger: 2, substitution: false, alternate: false },
      { finger: 1, substitution: true, alternate: false },
      { finger: 3, substitution: false, alternate: true },
    ]);
    expect(fingered.notes[1]).toBe(score.notes[1]);
  });

  it('says what it derived and read around', () => {
    expect(read(writeMidi(score), 'a.mid').notices).toContain('Each hand has a track of its own.');
    expect(read(strToU8('X:1\nK:C\nC D !foo!E|\n'), 'a.abc').notices).toEqual([
      'Line 3, column 5: Unknown decoration: foo.',
    ]);
  });
});
