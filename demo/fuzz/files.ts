import fc from 'fast-check';
import { composeMusicXml, serializeMusicXml, type Score } from '@kettle-step/core';
import { explainMusicError, readMusic, writeAbc, writeMidi } from '@kettle-step/core/formats';
import { packMusicXml } from '@kettle-step/core';
import { scores } from '../../core/testing/scores';

/** Files of each form: music that was made up and written, damaged a little; and text of the form's own words in any order. */

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);

const WRITERS: Readonly<Record<'musicxml' | 'mxl' | 'abc' | 'mid', (score: Score) => Uint8Array>> = {
  musicxml: (score) => bytesOf(serializeMusicXml(composeMusicXml(score))),
  mxl: (score) => packMusicXml(serializeMusicXml(composeMusicXml(score))),
  abc: (score) => bytesOf(writeAbc(score)),
  mid: writeMidi,
};
export type Form = keyof typeof WRITERS;
export const FORMS = Object.keys(WRITERS) as Form[];

/** A stretch of a file that is replaced by something else; places are parts of the whole. */
const damages = fc.array(
  fc.record({
    at: fc.double({ min: 0, max: 1, noNaN: true }),
    remove: fc.nat(60),
    insert: fc.oneof(
      fc.uint8Array({ maxLength: 8 }),
      fc
        .constantFrom('1000000000', '-1', '0', '1e309', '<note>', '</part>', '&lt;', '(9999', '|:', ':|', '&', '\0')
        .map(bytesOf),
    ),
  }),
  { maxLength: 3 },
);

const damaged = (bytes: Uint8Array, all: readonly { at: number; remove: number; insert: Uint8Array }[]): Uint8Array =>
  all.reduce((before, { at, remove, insert }) => {
    const from = Math.floor(at * before.length);
    return Uint8Array.from([...before.subarray(0, from), ...insert, ...before.subarray(from + remove)]);
  }, bytes);

const ABC_WORDS = [
  'C',
  'd',
  "e'",
  'F,',
  '[CEG]',
  '2',
  '/2',
  '3/2',
  '|',
  '|:',
  ':|',
  '::',
  '[1',
  '[2',
  '(3',
  '&',
  '-',
  '(',
  ')',
  '!1!',
  '!trill!',
  '{g}',
  'z',
  'Z4',
  '[K:D]',
  '[M:6/8]',
  '[L:1/16]',
  '[V:2]',
  '\n',
  'V:1\n',
  '%%score (1 2)\n',
  '"Am"',
  '>',
  '~',
  'x',
  '[r:x]',
  '\\\n',
] as const;
const abcTexts = fc
  .array(fc.constantFrom(...ABC_WORDS), { maxLength: 60 })
  .map((words) => bytesOf(`X:1\nT:t\nM:4/4\nL:1/4\nK:C\n${words.join(' ')}\n`));

const XML_PARTS = [
  '<note>',
  '</note>',
  '<pitch><step>C</step><octave>4</octave></pitch>',
  '<rest/>',
  '<chord/>',
  '<grace/>',
  '<duration>1</duration>',
  '<duration>-4</duration>',
  '<voice>2</voice>',
  '<staff>2</staff>',
  '<type>quarter</type>',
  '<dot/>',
  '<backup><duration>4</duration></backup>',
  '<forward><duration>1</duration></forward>',
  '<attributes><divisions>4</divisions><staves>2</staves></attributes>',
  '<attributes><time><beats>3</beats><beat-type>8</beat-type></time></attributes>',
  '<tie type="start"/>',
  '<notations><technical><fingering>3</fingering></technical></notations>',
  '<barline><repeat direction="backward"/></barline>',
  '<barline><ending number="1" type="start"/></barline>',
  '<direction><sound dacapo="yes"/></direction>',
  '</measure><measure number="2">',
  '<time-modification><actual-notes>3</actual-notes><normal-notes>2</normal-notes></time-modification>',
] as const;
const xmlTexts = fc
  .array(fc.constantFrom(...XML_PARTS), { maxLength: 40 })
  .map((parts) =>
    bytesOf(
      `<score-partwise><part-list><score-part id="P1"><part-name/></score-part></part-list><part id="P1"><measure number="1">${parts.join('')}</measure></part></score-partwise>`,
    ),
  );

/** Events of a track in any order: delta times, status bytes and data (Standard MIDI File 1.0). */
const midiFiles = fc
  .array(fc.tuple(fc.nat(200), fc.constantFrom(0x80, 0x90, 0xb0, 0xc0, 0xe0, 0xf0, 0xff), fc.nat(127), fc.nat(127)), {
    maxLength: 40,
  })
  .map((events) => {
    const track = events.flatMap(([delta, status, one, two]) => [delta & 0x7f, status, one, two]);
    const length = track.length;
    return Uint8Array.from([
      0x4d,
      0x54,
      0x68,
      0x64,
      0,
      0,
      0,
      6,
      0,
      0,
      0,
      1,
      0,
      96,
      0x4d,
      0x54,
      0x72,
      0x6b,
      0,
      0,
      length >> 8,
      length & 255,
      ...track,
    ]);
  });

const written = (form: Form): fc.Arbitrary<Uint8Array> =>
  fc.tuple(scores(), damages).map(([score, all]) => damaged(WRITERS[form](score), all));

const FILES: Readonly<Record<Form, fc.Arbitrary<Uint8Array>>> = {
  musicxml: fc.oneof(written('musicxml'), xmlTexts),
  mxl: fc.oneof(
    written('mxl'),
    xmlTexts.map((bytes) => packMusicXml(new TextDecoder().decode(bytes))),
  ),
  abc: fc.oneof(written('abc'), abcTexts),
  mid: fc.oneof(written('mid'), midiFiles),
};

export const files = (form: Form): fc.Arbitrary<Uint8Array> => FILES[form];

/** A file is read to a score, or refused in one sentence; nothing throws. Tells which. */
export const readOrRefuse = (form: Form, bytes: Uint8Array): 'read' | 'refused' => {
  const read = readMusic(bytes, `piece.${form}`, { tune: bytes.length % 2 });
  if (read.kind === 'error') {
    const words = explainMusicError(read.error);
    if (!/^.{20,400}$/s.test(words)) throw new Error(`refused in these words: ${words}`);
    return 'refused';
  }
  if (read.value.score.notes.length === 0) throw new Error('read without a note');
  return 'read';
};
