import { ATTRIBUTES, openScore, partwise, pitched } from '../../../testing/musicxml';
import { demoPieces } from '../../../testing/demo';
import { schemaErrors } from '../../../testing/schema';
import type { Finger } from '../../hand/hand';
import { serializeMusicXml } from './document';
import { dropHouseMarks } from './ids';
import { writeFingering, writePlaceholders, type WrittenFingers } from './write';

const fingers = (
  entries: readonly (readonly [string, Finger, (Finger | null)?, (readonly Finger[])?])[],
): ReadonlyMap<string, WrittenFingers> =>
  new Map(
    entries.map(
      ([id, finger, substitute = null, alternates = []]) => [id, { finger, substitute, alternates }] as const,
    ),
  );

describe('writing fingers into a document', () => {
  it('puts them where the standard asks for: before lyrics, in the technical of the notations', () => {
    const { document } = openScore(
      partwise([ATTRIBUTES + pitched('C4', 8, '<lyric><text>la</text></lyric>') + pitched('D4', 8)]),
    );
    writeFingering(document, fingers([['ks-1-1-1', 3, 1, [2]]]));
    expect(serializeMusicXml(document)).toContain(
      '<duration>8</duration><notations><technical><fingering>3</fingering><fingering substitution="yes">1</fingering>' +
        '<fingering alternate="yes">2</fingering></technical></notations><lyric>',
    );
  });

  it('replaces the numbers that stood there and keeps every other notation', () => {
    const { document } = openScore(
      partwise([
        ATTRIBUTES +
          pitched(
            'C4',
            8,
            '<notations><technical><fingering>5</fingering><up-bow/></technical><fermata/></notations>',
          ) +
          pitched('D4', 8, '<notations><technical><fingering>4</fingering></technical></notations>'),
      ]),
    );
    writeFingering(document, fingers([['ks-1-1-1', 2]]));
    const xml = serializeMusicXml(document);
    expect(xml).toContain('<technical><up-bow/><fingering>2</fingering></technical><fermata/>');
    // A note that is not named keeps its number.
    expect(xml).toContain('<fingering>4</fingering>');
  });

  it('leaves all that is not understood untouched', () => {
    const odd =
      '<!-- a remark --><?engraver do="this"?><sound tempo="60"/><future-element kind="new"><deep>&lt;&amp;</deep></future-element>';
    const source = partwise([ATTRIBUTES + odd + pitched('C4', 16)]);
    const { document } = openScore(source);
    dropHouseMarks(document);
    expect(serializeMusicXml(document)).toBe(source.replace('?><score', '?>\n<score').replace('?>\n<', '?><'));
  });

  it('keeps the declaration, the document type, CDATA and letters of every alphabet', () => {
    const head = '<?xml version="1.0" encoding="UTF-8" standalone="no"?>\n<!DOCTYPE score-partwise PUBLIC "a" "b">\n';
    const body = partwise([`${ATTRIBUTES}<direction><words><![CDATA[a < b]]></words></direction>${pitched('C4', 16)}`]);
    const titled = body
      .replace(/^<\?xml.*?\?>/, head)
      .replace('<part-list>', '<movement-title>Été Ωδή</movement-title><part-list>');
    const { document } = openScore(titled);
    const xml = serializeMusicXml(document);
    expect(xml.startsWith(`${head}<score-partwise`)).toBe(true);
    expect(xml).toContain('<words><![CDATA[a < b]]></words>');
    expect(openScore(xml).score.title).toBe('Été Ωδή');
  });

  it('writes the same ids each time, keeps good ones of the file, and mends repeated ones', () => {
    const own = (id: string): string => pitched('C4', 4).replace('<note>', `<note id="${id}">`);
    const source = partwise([ATTRIBUTES + own('mine') + own('twice') + own('twice') + pitched('C4', 4)]);
    const ids = openScore(source).score.notes.map((note) => note.id);
    expect(ids).toEqual(['mine', 'ks-1-1-2', 'ks-1-1-3', 'ks-1-1-4']);
    const { document } = openScore(source);
    expect(openScore(serializeMusicXml(document)).score.notes.map((note) => note.id)).toEqual(ids);
    dropHouseMarks(document);
    expect(serializeMusicXml(document)).toContain('<note id="mine">');
    expect(serializeMusicXml(document)).not.toContain('ks-');
  });

  it('makes room for a figure on every struck note, and none on tied ones', () => {
    const { document, score } = openScore(
      partwise([ATTRIBUTES + pitched('C4', 16, '<tie type="start"/>'), pitched('C4', 16, '<tie type="stop"/>')]),
    );
    writePlaceholders(document, score);
    expect(serializeMusicXml(document).match(/<fingering/g)).toHaveLength(1);
  });
});

describe('the published schema', () => {
  it('is held against something wrong, too', async () => {
    expect(await schemaErrors(partwise([ATTRIBUTES + pitched('C4', 16) + '<nonsense/>']))).not.toEqual([]);
  });

  it.each(demoPieces())(
    'accepts $name with a finger, a substitute and an alternate on every note',
    async ({ bytes }) => {
      const { document, score } = openScore(bytes);
      writeFingering(document, fingers(score.notes.map(({ id }) => [id, 3, 1, [2]])));
      dropHouseMarks(document);
      expect(await schemaErrors(serializeMusicXml(document))).toEqual([]);
      // And what was written is read back.
      const again = openScore(serializeMusicXml(document)).score;
      expect(again.notes.map((note) => note.printed.map((printed) => printed.finger))).toEqual(
        score.notes.map(() => [3, 1, 2]),
      );
      expect(again.notes.map((note) => note.id)).toEqual(score.notes.map((note) => note.id));
    },
  );
});
