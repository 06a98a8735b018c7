import { createdSchema, pieceSchema, problemSchema, type Created, type Piece } from '@kettle-step/contract';
import { dropHouseMarks, serializeMusicXml } from '@kettle-step/core';
import { readMusic, writeMidi } from '@kettle-step/core/formats';
import { demoPieces } from '../../../core/testing/demo';
import { openScore } from '../../../core/testing/musicxml';
import { bringIn, testServer, type TestServer } from '../../testing/server';

const TWO_TUNES = 'X:1\nT:One\nL:1/4\nK:C\nCDEF|\nX:2\nT:Two\nL:1/4\nK:G\n!2!GAB !foo!c|\n';

let server: TestServer;
beforeEach(async () => {
  server = await testServer();
});
afterEach(() => server.stop());

const add = async (content: string | Uint8Array<ArrayBuffer>, query: string): Promise<Created> =>
  createdSchema.parse(await (await bringIn(server, content, query)).json());

const piece = async (id: string): Promise<Piece> =>
  pieceSchema.parse(await (await server.fetch(`api/pieces/${id}`)).json());

const download = async (id: string, form: string): Promise<{ type: string; bytes: Uint8Array<ArrayBuffer> }> => {
  const response = await server.fetch(`api/pieces/${id}/export.${form}`);
  expect(response.status).toBe(200);
  expect(response.headers.get('content-disposition')).toMatch(new RegExp(`\\.${form}"?$`));
  return { type: response.headers.get('content-type') ?? '', bytes: new Uint8Array(await response.arrayBuffer()) };
};

describe('music of other formats', () => {
  it('comes in as ABC, the tune that is meant, with what was read around', async () => {
    const { id, title, notices } = await add(TWO_TUNES, '?name=tunes.abc&tune=1');
    expect(title).toBe('Two');
    expect(notices).toEqual([expect.stringMatching(/^Line 10, column 8: Unknown decoration/)]);
    expect((await piece(id)).document).toContain('<fingering>2</fingering>');
  });

  it('comes in as MIDI, with what was derived', async () => {
    const [demo] = demoPieces();
    const { notices } = await add(writeMidi(openScore(demo!.bytes).score), '?name=scale.mid');
    expect(notices).toContain('Each hand has a track of its own.');
  });

  it('is kept as it was accepted, to the byte', async () => {
    for (const { name, bytes } of demoPieces().slice(0, 3)) {
      const { id } = await add(bytes, `?name=${name}.musicxml`);
      const response = await server.fetch(`api/pieces/${id}/source`);
      expect(new Uint8Array(await response.arrayBuffer())).toEqual(bytes);
      expect(response.headers.get('content-type')).toBe('application/octet-stream');
    }
    const { id } = await add(TWO_TUNES, '?name=tunes.abc');
    expect(await (await server.fetch(`api/pieces/${id}/source`)).text()).toBe(TWO_TUNES);
  });

  it.each([
    ['no such tune', TWO_TUNES, '?name=a.abc&tune=7', 422],
    ['a tune that is no number', TWO_TUNES, '?name=a.abc&tune=x', 400],
    ['half a MIDI file', 'MThd\0\0', '?name=a.mid', 422],
    ['a picture', '\x89PNG\r\n\x1a\n\0\0\0', '?name=a.png', 422],
  ])('refuses %s', async (_what, content, query, status) => {
    const response = await bringIn(server, content, query);
    expect(response.status).toBe(status);
    expect(problemSchema.parse(await response.json()).detail.length).toBeGreaterThan(20);
  });
});

describe('a piece on its way out', () => {
  it.each(['musicxml', 'mxl', 'abc'])('carries its fingers as %s', async (form) => {
    const { bytes } = demoPieces().find(({ name }) => name === 'the-postmans-gate')!;
    const { id } = await add(bytes, '');
    const { plan } = await piece(id);
    const sent = readMusic((await download(id, form)).bytes, `piece.${form}`);
    if (sent.kind === 'error') throw new Error(JSON.stringify(sent.error));
    const order = (a: { onsetTicks: number; midi: number }, b: { onsetTicks: number; midi: number }): number =>
      a.onsetTicks - b.onsetTicks || a.midi - b.midi;
    const fingers = new Map(plan.fingers.map(({ noteId, finger }) => [noteId, finger]));
    expect([...sent.value.score.notes].sort(order).map(({ printed }) => printed[0]?.finger)).toEqual(
      [...openScore(bytes).score.notes].sort(order).map((note) => fingers.get(note.id)),
    );
  });

  it('sounds the same as MIDI, and makes a table of its plan', async () => {
    const [demo] = demoPieces();
    const { id } = await add(demo!.bytes, '');
    const midi = await download(id, 'mid');
    expect(midi.type).toBe('audio/midi');
    expect(midi.bytes).toEqual(writeMidi(openScore(demo!.bytes).score));
    const csv = await download(id, 'csv');
    expect(csv.type).toContain('text/csv');
    const lines = new TextDecoder().decode(csv.bytes).split('\r\n');
    expect(lines[0]).toBe('bar,beat,hand,note,finger,position,move,reach_mm,remark');
    expect(lines).toHaveLength(1 + openScore(demo!.bytes).score.notes.length);
  });

  it('is the document that came, but for the fingers', async () => {
    for (const { bytes } of demoPieces()) {
      const { id } = await add(bytes, '');
      const sent = new TextDecoder().decode((await download(id, 'musicxml')).bytes);
      // Parsed and written again: how a quotation mark is spelled is no matter of XML.
      const came = openScore(bytes).document;
      dropHouseMarks(came);
      expect(withoutFingers(sent)).toBe(withoutFingers(serializeMusicXml(came)));
    }
  });

  it('carries numbers that would also do beside those that stand, or none but those that came', async () => {
    const { bytes } = demoPieces().find(({ name }) => name === 'the-postmans-gate')!;
    const { id } = await add(bytes, '');
    const printedOf = async (numbers: string) => {
      const response = await server.fetch(`api/pieces/${id}/export.musicxml?numbers=${numbers}`);
      return openScore(await response.text()).score.notes.map(({ printed }) => printed);
    };
    const came = openScore(bytes).score.notes.map(({ printed }) => printed);
    expect(await printedOf('as-came')).toEqual(came);
    const others = await printedOf('with-alternates');
    expect(others.every((printed) => printed.filter(({ alternate }) => !alternate).length >= 1)).toBe(true);
    const alternates = others.filter((printed) => printed.some(({ alternate }) => alternate));
    expect(alternates.length).toBeGreaterThan(0);
    for (const [first, second] of alternates) expect(second!.finger).not.toBe(first!.finger);
    expect((await printedOf('plan')).flat().some(({ alternate }) => alternate)).toBe(false);
  });

  it('is not sent in a form that is not known', async () => {
    const { id } = await add(TWO_TUNES, '?name=a.abc');
    expect((await server.fetch(`api/pieces/${id}/export.pdf`)).status).toBe(404);
    expect((await server.fetch('api/pieces/nothing/export.abc')).status).toBe(404);
  });
});

/** A document without our elements, and without what was left empty by taking them out or made for them. */
const withoutFingers = (xml: string): string =>
  xml
    .replace(/<fingering[^>]*>[^<]*<\/fingering>/g, '')
    .replace(/<(technical|notations)>\s*<\/\1>/g, '')
    .replace(/<(technical|notations)>\s*<\/\1>/g, '')
    .replace(/\s+/g, ' ')
    .replace(/> </g, '><')
    .replace(/\s*\/>/g, '/>')
    .trim();
