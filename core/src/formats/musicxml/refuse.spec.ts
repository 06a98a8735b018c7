import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { ATTRIBUTES, openScore, partwise, pitched, refusal } from '../../../testing/musicxml';
import { explainMusicXmlError } from './errors';
import { MAX_DEPTH, MAX_DOCUMENT_BYTES, MAX_FILE_BYTES } from '../limits';

const good = partwise([ATTRIBUTES + pitched('C4', 16)]);
const CONTAINER =
  '<container><rootfiles><rootfile full-path="inside/score.xml" media-type="application/vnd.recordare.musicxml+xml"/></rootfiles></container>';

describe('packed files', () => {
  it('are read through their container, past pictures and other scores', () => {
    const packed = zipSync({
      'META-INF/container.xml': strToU8(CONTAINER),
      'a-first.xml': strToU8('<not-it/>'),
      'inside/score.xml': strToU8(good),
      'inside/picture.png': new Uint8Array(1000),
    });
    expect(openScore(packed).score.notes).toHaveLength(1);
  });

  it('are read without a container when there is one score', () => {
    expect(openScore(zipSync({ 'score.musicxml': strToU8(good) })).score.notes).toHaveLength(1);
  });

  it('are refused when damaged, empty of scores, or full of entries', () => {
    const packed = zipSync({ 'score.xml': strToU8(good) });
    expect(refusal(packed.slice(0, packed.length / 2))?.code).toBe('bad-zip');
    expect(refusal(zipSync({ 'readme.txt': strToU8('hello') }))?.code).toBe('bad-zip');
    const many = Object.fromEntries(Array.from({ length: 300 }, (_, index) => [`${index}.xml`, strToU8('<a/>')]));
    expect(refusal(zipSync(many))?.code).toBe('bad-zip');
  });

  it('are refused before a bomb is given memory, also when its header lies about the size', () => {
    const bomb = zipSync({ 'score.xml': new Uint8Array(60 * 1024 * 1024) }, { level: 9 });
    expect(bomb.length).toBeLessThan(100_000);
    expect(refusal(bomb)).toMatchObject({ code: 'too-large', bytes: null, limitBytes: MAX_DOCUMENT_BYTES });
    // The size stands in the central directory, 24 bytes into its entry (PKWARE APPNOTE 4.3.12).
    const lying = bomb.slice();
    const directory = lying.findLastIndex(
      (byte, index) => byte === 0x50 && lying[index + 1] === 0x4b && lying[index + 2] === 1 && lying[index + 3] === 2,
    );
    new DataView(lying.buffer).setUint32(directory + 24, 1000, true);
    const refused = refusal(lying);
    expect(refused).toBeDefined();
  });
});

describe('files that are no score', () => {
  const nested = `${'<a>'.repeat(MAX_DEPTH + 1)}${'</a>'.repeat(MAX_DEPTH + 1)}`;

  it.each([
    ['nothing', '', 'empty'],
    ['only space', '  \n ', 'empty'],
    ['plain text', 'X:1\nK:C\nCDEF|', 'not-xml'],
    ['a picture', '\u0089PNG\r\n\u001a\n', 'not-xml'],
    ['other XML', '<html><body/></html>', 'not-musicxml'],
    ['a file cut off', good.slice(0, good.length - 60), 'truncated'],
    ['a file cut inside a tag', good.slice(0, good.indexOf('<pitch') + 4), 'truncated'],
    ['crossed tags', '<score-partwise><part></measure></part></score-partwise>', 'not-xml'],
    [
      'a million laughs',
      `<!DOCTYPE lolz [<!ENTITY lol "lol"><!ENTITY lol2 "&lol;&lol;">]>${good.replace(/^.*?\?>/, '')}`,
      'unsafe-xml',
    ],
    [
      'a file that wants another',
      `<!DOCTYPE x [<!ENTITY f SYSTEM "file:///etc/passwd">]><score-partwise>&f;</score-partwise>`,
      'unsafe-xml',
    ],
    ['a nest without end', nested, 'too-deep'],
    ['a score without parts', '<score-partwise><part-list/></score-partwise>', 'no-piano-part'],
    ['drums alone', partwise([ATTRIBUTES + '<note><unpitched/><duration>4</duration></note>']), 'no-piano-part'],
    ['rests alone', partwise([`${ATTRIBUTES}<note><rest/><duration>16</duration></note>`]), 'no-piano-part'],
    [
      'a note without length',
      partwise([ATTRIBUTES + pitched('C4', 4).replace(/<duration>.*<\/duration>/, '')]),
      'bad-value',
    ],
    [
      'a length that is no number',
      partwise([ATTRIBUTES + pitched('C4', 4).replace('<duration>4<', '<duration>NaN<')]),
      'bad-value',
    ],
    ['an endless note', partwise([ATTRIBUTES + pitched('C4', 9e15)]), 'bad-value'],
    ['no divisions', partwise([ATTRIBUTES.replace('<divisions>4<', '<divisions>0<') + pitched('C4', 4)]), 'bad-value'],
  ])('%s: refused in one plain sentence', (_what, text, code) => {
    const refused = refusal(text);
    expect(refused?.code).toBe(code);
    const sentence = explainMusicXmlError(refused!);
    expect(sentence).toMatch(/^[A-Z].*\.$/);
    expect(sentence).not.toMatch(/undefined|\[object|xmldom/);
  });

  it('names the line or the bar of the trouble', () => {
    expect(refusal(good.slice(0, good.length - 60).replaceAll('><', '>\n<'))).toMatchObject({
      line: expect.any(Number),
    });
    const secondBar = partwise([
      ATTRIBUTES + pitched('C4', 16),
      pitched('C4', 4).replace('<duration>4<', '<duration>x<'),
    ]);
    expect(explainMusicXmlError(refusal(secondBar)!)).toContain('Bar 2');
  });

  it('refuses 30 MB without reading it', () => {
    expect(refusal(new Uint8Array(30 * 1024 * 1024).fill(0x3c))).toEqual({
      code: 'too-large',
      bytes: 30 * 1024 * 1024,
      limitBytes: MAX_FILE_BYTES,
    });
  });

  it('lists the parts where there are several and none is the piano', () => {
    const part = (id: string) =>
      `<part id="${id}"><measure number="1">${ATTRIBUTES}${pitched('C4', 16)}</measure></part>`;
    const names = ['Flute', 'Oboe', 'Bassoon'];
    const trio = `<score-partwise><part-list>${names.map((name, index) => `<score-part id="P${index}"><part-name>${name}</part-name></score-part>`).join('')}</part-list>${names.map((_, index) => part(`P${index}`)).join('')}</score-partwise>`;
    expect(refusal(trio)).toEqual({ code: 'no-piano-part', parts: names });
  });

  it('never throws, whatever a good file is damaged into', () => {
    const bytes = new TextEncoder().encode(good);
    fc.assert(
      fc.property(fc.nat(bytes.length - 1), fc.uint8Array({ maxLength: 12 }), fc.nat(40), (at, put, cut) => {
        const damaged = new Uint8Array([...bytes.slice(0, at), ...put, ...bytes.slice(at + cut)]);
        expect(() => refusal(damaged)).not.toThrow();
      }),
      { numRuns: 400 },
    );
  });
});

describe('encodings', () => {
  const utf16 = (text: string, bigEndian: boolean): Uint8Array => {
    const bytes = new Uint8Array(2 + 2 * text.length);
    const view = new DataView(bytes.buffer);
    [0xfeff, ...[...text].map((letter) => letter.charCodeAt(0))].forEach((code, index) =>
      view.setUint16(2 * index, code, !bigEndian),
    );
    return bytes;
  };

  it('reads UTF-16 either way round, UTF-8 with its mark, and Latin 1 by its declaration', () => {
    const titled = good.replace('<part-list>', '<movement-title>Étude</movement-title><part-list>');
    const declared = titled.replace('UTF-8', 'UTF-16');
    for (const bytes of [
      utf16(declared, true),
      utf16(declared, false),
      new TextEncoder().encode(`\uFEFF${titled}`),
      // The mark is right where the declaration is not: it occurs in published samples.
      new TextEncoder().encode(`\uFEFF${declared}`),
      Uint8Array.from(Buffer.from(titled.replace('UTF-8', 'ISO-8859-1'), 'latin1')),
    ])
      expect(openScore(bytes).score.title).toBe('Étude');
  });
});
