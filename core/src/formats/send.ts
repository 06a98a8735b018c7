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

/** From the surroundings: the same in browsers, workers and Node (WHATWG Encoding standard). */
declare class TextEncoder {
  encode(text: string): Uint8Array<ArrayBuffer>;
}

const asText = (text: string): Uint8Array<ArrayBuffer> => new TextEncoder().encode(text);

/** A piece that leaves: its document, and its score with notes in the hands that play them. */
interface Sent {
  readonly document: MusicXmlDocument;
  readonly score: Score;
}

type Fingers = ReadonlyMap<string, WrittenFingers>;

interface Form {
  /** MusicXML's as registered with IANA, MIDI's as browsers know it. */
  readonly mediaType: string;
  /** How names of such files end; the first is the form's own. */
  readonly endings: readonly string[];
  readonly readAs: 'musicxml' | 'abc' | 'midi';
  readonly write: (sent: Sent, fingers: Fingers) => Uint8Array<ArrayBuffer>;
}

/** The document that came, but for the fingers. Writes into it. */
const musicXml = ({ document }: Sent, fingers: Fingers): string => {
  writeFingering(document, fingers);
  dropHouseMarks(document);
  return serializeMusicXml(document);
};

/** Every form in one table: a new form is one more record here. */
const FORMS = {
  musicxml: {
    mediaType: 'application/vnd.recordare.musicxml+xml',
    endings: ['musicxml', 'xml'],
    readAs: 'musicxml',
    write: (sent, fingers) => asText(musicXml(sent, fingers)),
  },
  mxl: {
    mediaType: 'application/vnd.recordare.musicxml',
    endings: ['mxl'],
    readAs: 'musicxml',
    write: (sent, fingers) => packMusicXml(musicXml(sent, fingers)),
  },
  abc: {
    mediaType: 'text/vnd.abc; charset=utf-8',
    endings: ['abc'],
    readAs: 'abc',
    write: ({ score }, fingers) => asText(writeAbc(withFingers(score, fingers))),
  },
  mid: {
    mediaType: 'audio/midi',
    endings: ['mid', 'midi'],
    readAs: 'midi',
    write: ({ score }) => writeMidi(score),
  },
} as const satisfies Readonly<Record<string, Form>>;

export type SentForm = keyof typeof FORMS;

/** Forms in which a piece leaves the house. */
export const SENT_FORMS = Object.keys(FORMS) as readonly SentForm[];

export const mediaTypeOf = (form: SentForm): string => FORMS[form].mediaType;

/** The form that a file name asks for by its ending. */
export const formOfName = (fileName: string): SentForm | undefined => {
  const ending = /\.([a-z]+)$/i.exec(fileName)?.[1]?.toLowerCase() ?? '';
  return SENT_FORMS.find((form) => (FORMS[form].endings as readonly string[]).includes(ending));
};

/** How a file of that name is read; undefined where its ending does not tell. */
export const readingOfName = (fileName: string): Form['readAs'] | undefined => {
  const form = formOfName(fileName);
  return form && FORMS[form].readAs;
};

/**
 * A piece as a file, with these fingers at its notes. MusicXML stays the document that came, but for the fingers; the other
 * forms are written from the score. Writes into the document: give it one of its own.
 */
export const sendMusic = (form: SentForm, sent: Sent, fingers: Fingers): Uint8Array<ArrayBuffer> =>
  FORMS[form].write(sent, fingers);
