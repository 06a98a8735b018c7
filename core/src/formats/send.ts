import type { Score } from '../score/score';
import { writeAbc } from './abc';
import { withFingers } from './fingered';
import { writeMidi } from './midi';
import {
  dropHouseMarks,
  packMusicXml,
  serializeMusicXml,
  writeFingering,
  type MusicXmlDocument,
  type WrittenFingers,
} from './musicxml';

/** Forms in which a piece leaves the house. */
export const SENT_FORMS = ['musicxml', 'mxl', 'abc', 'mid'] as const;
export type SentForm = (typeof SENT_FORMS)[number];

/** Media types: MusicXML's as registered with IANA, MIDI's as browsers know it. */
export const MEDIA_TYPES: Readonly<Record<SentForm, string>> = {
  musicxml: 'application/vnd.recordare.musicxml+xml',
  mxl: 'application/vnd.recordare.musicxml',
  abc: 'text/vnd.abc; charset=utf-8',
  mid: 'audio/midi',
};

const FORM_OF: Readonly<Record<string, SentForm>> = {
  musicxml: 'musicxml',
  xml: 'musicxml',
  mxl: 'mxl',
  abc: 'abc',
  mid: 'mid',
  midi: 'mid',
};

/** The form that a file name asks for by its ending. */
export const formOfName = (fileName: string): SentForm | undefined =>
  FORM_OF[/\.([a-z]+)$/i.exec(fileName)?.[1]?.toLowerCase() ?? ''];

/** From the surroundings: the same in browsers, workers and Node (WHATWG Encoding standard). */
declare class TextEncoder {
  encode(text: string): Uint8Array<ArrayBuffer>;
}

const asText = (text: string): Uint8Array<ArrayBuffer> => new TextEncoder().encode(text);

/**
 * A piece as a file, with these fingers at its notes. MusicXML stays the document that came, but for the fingers; the other
 * forms are written from the score. Writes into the document: give it one of its own.
 */
export const sendMusic = (
  form: SentForm,
  { document, score }: { readonly document: MusicXmlDocument; readonly score: Score },
  fingers: ReadonlyMap<string, WrittenFingers>,
): Uint8Array<ArrayBuffer> => {
  if (form === 'abc') return asText(writeAbc(withFingers(score, fingers)));
  if (form === 'mid') return writeMidi(score);
  writeFingering(document, fingers);
  dropHouseMarks(document);
  const xml = serializeMusicXml(document);
  return form === 'mxl' ? packMusicXml(xml) : asText(xml);
};
