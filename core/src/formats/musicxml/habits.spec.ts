import { strToU8, zipSync } from 'fflate';
import { ATTRIBUTES, openScore, partwise, pitched } from '../../../testing/musicxml';
import { pitchName } from '../../keyboard/pitch';
import { wordIssue } from '../../score/issue-words';
import type { Score } from '../../score/score';
import { serializeMusicXml } from './document';
import { dropHouseMarks } from './ids';
import { choosePianoParts, partChoices } from './parts';
import { readScore } from './read';
import { writePlaceholders } from './write';

// What programs write in the wild; element names and meanings by MusicXML 4.0.

const read = (measures: readonly string[]): Score => openScore(partwise(measures)).score;

const notes = (score: Score): string[] =>
  score.notes.map(
    ({ pitch, onsetTicks, durationTicks, side }) =>
      `${pitchName(pitch)} ${onsetTicks / score.ticksPerQuarter} ${durationTicks / score.ticksPerQuarter} ${side}`,
  );

const GRAND = ATTRIBUTES.replace('<clef>', '<staves>2</staves><clef>');
const BACK = '<backup><duration>16</duration></backup>';

const words = (score: Score): string[] =>
  score.issues.map(({ bar, ...issue }) => `${bar} ${wordIssue({ bar, ...issue })}`);

describe('a document from the wild', () => {
  it('gives notes that cross staves within a voice to the hand of their staff', () => {
    const bar =
      GRAND +
      pitched('C4', 8, '<voice>1</voice><staff>2</staff>') +
      pitched('C5', 8, '<voice>1</voice><staff>1</staff>');
    expect(notes(read([bar]))).toEqual(['C4 0 2 left', 'C5 2 2 right']);
  });

  it('keeps clefs that change within a bar where they stand', () => {
    const clef = '<attributes><clef><sign>F</sign><line>4</line></clef></attributes>';
    const { marks } = read([ATTRIBUTES + pitched('C4', 8) + clef + pitched('C3', 8)]);
    expect(marks.filter(({ kind }) => kind === 'clef').map(({ onsetTicks }) => onsetTicks)).toEqual([0, 8]);
  });

  it('reads rests of several bars as the bars they are', () => {
    const rest = '<note><rest measure="yes"/><duration>16</duration></note>';
    const multiple = '<attributes><measure-style><multiple-rest>2</multiple-rest></measure-style></attributes>';
    expect(read([ATTRIBUTES + pitched('C4', 16), multiple + rest, rest, pitched('D4', 16)]).bars).toHaveLength(4);
  });

  it('reads nested tuplets by their sounding length', () => {
    const ratio = '<time-modification><actual-notes>9</actual-notes><normal-notes>4</normal-notes></time-modification>';
    const attributes = ATTRIBUTES.replace('<divisions>4', '<divisions>9');
    const score = read([
      attributes +
        Array(9)
          .fill(pitched('C4', 4, ratio))
          .join(''),
    ]);
    expect(score.notes[8]?.onsetTicks).toBe(32);
    expect(score.notes[0]?.tuplet).toEqual({ actual: 9, normal: 4 });
  });

  it('warns of bars that hold too much or too little, and keeps them', () => {
    const score = read([
      ATTRIBUTES + pitched('C4', 16),
      pitched('D4', 12),
      pitched('E4', 20),
      pitched('F4', 16),
      pitched('G4', 8),
    ]);
    expect(words(score)).toEqual([
      '1 This bar holds 3 quarters and its metre asks for 4; it is kept as it is written.',
      '2 This bar holds 5 quarters and its metre asks for 4; it is kept as it is written.',
    ]);
    expect(notes(score).map((note) => note.split(' ')[1])).toEqual(['0', '4', '7', '12', '16']);
  });

  it('lets free time, upbeats, uncounted bars and bars divided by a repeat be short', () => {
    const free = '<attributes><time><senza-misura/></time></attributes>';
    const metre = '<attributes><time><beats>4</beats><beat-type>4</beat-type></time></attributes>';
    const uncounted = `<measure number="X1" implicit="yes">${pitched('A4', 4)}</measure>`;
    const end = '<barline location="right"><repeat direction="backward"/></barline>';
    const score = read([
      ATTRIBUTES + pitched('C4', 4),
      pitched('D4', 16),
      uncounted,
      pitched('E4', 12) + end,
      pitched('F4', 4),
      pitched('G4', 16),
      free + pitched('A4', 36),
      metre + pitched('B4', 16),
      pitched('C5', 8),
    ]);
    expect(words(score)).toEqual([]);
    expect(score.bars).toHaveLength(9);
  });

  it('keeps repeated measure numbers apart', () => {
    const twice = (number: number, note: string): string => `<measure number="${number}">${note}</measure>`;
    const score = read([
      twice(1, ATTRIBUTES + pitched('C4', 16)),
      twice(2, pitched('D4', 16)),
      twice(2, pitched('E4', 16)),
    ]);
    expect(score.bars.map(({ index, number }) => [index, number])).toEqual([
      [0, 1],
      [1, 2],
      [2, 2],
    ]);
    expect(new Set(score.notes.map(({ id }) => id)).size).toBe(3);
  });

  it('reads transposing parts as they sound', () => {
    const transposed = (transpose: string): string =>
      ATTRIBUTES.replace('</attributes>', `<transpose>${transpose}</transpose></attributes>`);
    // A clarinet in B flat and a cor anglais (handbooks of orchestration; from memory).
    const clarinet = transposed('<diatonic>-1</diatonic><chromatic>-2</chromatic>');
    expect(notes(read([clarinet + pitched('C5', 8) + pitched('F#4', 8)]))).toEqual(['Bb4 0 2 right', 'E4 2 2 right']);
    const coranglais = transposed('<chromatic>-7</chromatic>');
    expect(notes(read([coranglais + pitched('C5', 16)]))).toEqual(['F4 0 4 right']);
    const octave = transposed('<chromatic>0</chromatic><octave-change>-1</octave-change>');
    expect(notes(read([octave + pitched('C5', 16)]))).toEqual(['C4 0 4 right']);
  });

  it('takes pitches under an octave line as they sound, and cue-sized notes as notes', () => {
    const shift = '<direction><direction-type><octave-shift type="down" size="8"/></direction-type></direction>';
    const small = pitched('D6', 8, '<type size="cue">half</type>');
    expect(notes(read([ATTRIBUTES + shift + pitched('C6', 8) + small]))).toEqual(['C6 0 2 right', 'D6 2 2 right']);
  });

  it('leaves hidden staves and their notes out', () => {
    const hidden = pitched('C3', 16, '<staff>2</staff>').replace('<note>', '<note print-object="no">');
    expect(notes(read([GRAND + pitched('C5', 16, '<staff>1</staff>') + BACK + hidden]))).toEqual(['C5 0 4 right']);
  });
});

describe('encodings and packing', () => {
  const title = (text: string): string =>
    partwise([ATTRIBUTES + pitched('C4', 16)]).replace(
      '<part-list>',
      `<work><work-title>${text}</work-title></work><part-list>`,
    );

  it.each([
    [
      'UTF-16, low byte first',
      (text: string) => Uint8Array.from([0xff, 0xfe, ...new Uint8Array(Buffer.from(text, 'utf16le'))]),
    ],
    [
      'UTF-16, high byte first',
      (text: string) => Uint8Array.from([0xfe, 0xff, ...Buffer.from(text, 'utf16le').swap16()]),
    ],
    ['Latin-1', (text: string) => new Uint8Array(Buffer.from(text.replace('UTF-8', 'ISO-8859-1'), 'latin1'))],
  ])('reads %s', (_name, encode) => {
    expect(openScore(encode(title('Étude für Öl'))).score.title).toBe('Étude für Öl');
  });

  it('takes the score among several root files of a packed document', () => {
    const container =
      '<container><rootfiles><rootfile full-path="page.pdf" media-type="application/pdf"/>' +
      '<rootfile full-path="music/piece.xml" media-type="application/vnd.recordare.musicxml+xml"/></rootfiles></container>';
    const packed = zipSync({
      'META-INF/container.xml': strToU8(container),
      'page.pdf': strToU8('%PDF-1.4'),
      'other.xml': strToU8('<html/>'),
      'music/piece.xml': strToU8(title('The one inside')),
    });
    expect(openScore(packed).score.title).toBe('The one inside');
  });
});

describe('several parts', () => {
  const part = (id: string, content: string): string =>
    `<part id="${id}"><measure number="1">${content}</measure></part>`;
  const ensemble =
    '<?xml version="1.0"?><score-partwise version="4.0"><part-list>' +
    ['Flute', 'Piano', 'Harp']
      .map((name, index) => `<score-part id="P${index + 1}"><part-name>${name}</part-name></score-part>`)
      .join('') +
    '</part-list>' +
    part('P1', ATTRIBUTES + pitched('C6', 16)) +
    part('P2', GRAND + pitched('C5', 16, '<staff>1</staff>') + BACK + pitched('C3', 16, '<staff>2</staff>')) +
    part('P3', GRAND + pitched('E5', 16, '<staff>1</staff>') + BACK + pitched('E3', 16, '<staff>2</staff>')) +
    '</score-partwise>';

  it('names the parts and takes the piano', () => {
    const { document, score } = openScore(ensemble);
    expect(partChoices(document)).toEqual([
      { id: 'P1', name: 'Flute', staves: 1, chosen: false },
      { id: 'P2', name: 'Piano', staves: 2, chosen: true },
      { id: 'P3', name: 'Harp', staves: 2, chosen: false },
    ]);
    expect(notes(score)).toEqual(['C3 0 4 left', 'C5 0 4 right']);
  });

  it('remembers another choice in the document itself, and leaves no trace on the way out', () => {
    const { document } = openScore(ensemble);
    const before = serializeMusicXml(openScore(ensemble).document);
    choosePianoParts(document, ['P3']);
    const kept = openScore(serializeMusicXml(document));
    expect(notes(kept.score)).toEqual(['E3 0 4 left', 'E5 0 4 right']);
    choosePianoParts(document, ['P1']);
    const flute = readScore(document);
    expect(flute.kind === 'ok' && notes(flute.value)).toEqual(['C6 0 4 right']);
    dropHouseMarks(document);
    const clean = openScore(before).document;
    dropHouseMarks(clean);
    expect(serializeMusicXml(document)).toBe(serializeMusicXml(clean));
  });

  it('draws only what is played', () => {
    const { document, score } = openScore(ensemble);
    writePlaceholders(document, score);
    expect(partChoices(document).map(({ name }) => name)).toEqual(['Piano']);
    expect(serializeMusicXml(document)).not.toContain('Flute');
  });
});
