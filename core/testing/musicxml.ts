import { andThen, ContractError, ok } from '../src/result';
import {
  openMusicXml,
  parseMusicXml,
  readScore,
  type MusicXmlDocument,
  type MusicXmlError,
} from '../src/formats/musicxml';
import type { Score } from '../src/score/score';

/** Writing MusicXML by hand in tests: only what matters is said. */

export const pitched = (name: string, duration: number, more = ''): string => {
  const [, step, accidental, octave] = /^([A-G])(#|b|)(\d)$/.exec(name)!;
  const alter = accidental === '#' ? '<alter>1</alter>' : accidental === 'b' ? '<alter>-1</alter>' : '';
  return `<note>${more.includes('<chord/>') ? '<chord/>' : ''}<pitch><step>${step}</step>${alter}<octave>${octave}</octave></pitch><duration>${duration}</duration>${more.replace('<chord/>', '')}</note>`;
};

export const ATTRIBUTES = `<attributes><divisions>4</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time><clef><sign>G</sign><line>2</line></clef></attributes>`;

export const partwise = (measures: readonly string[], version = '3.0'): string =>
  `<?xml version="1.0" encoding="UTF-8"?><score-partwise version="${version}"><part-list><score-part id="P1"><part-name>Piano</part-name></score-part></part-list><part id="P1">${measures
    .map((content, index) =>
      content.startsWith('<measure') ? content : `<measure number="${index + 1}">${content}</measure>`,
    )
    .join('')}</part></score-partwise>`;

const bytesOf = (text: string | Uint8Array): Uint8Array =>
  typeof text === 'string' ? new TextEncoder().encode(text) : text;

export interface Opened {
  readonly document: MusicXmlDocument;
  readonly score: Score;
}

/** Opens, parses and reads; throws on an error, for tests of what reads well. */
export const openScore = (text: string | Uint8Array): Opened => {
  const document = andThen(openMusicXml(bytesOf(text)), parseMusicXml);
  if (document.kind === 'error') throw new ContractError(JSON.stringify(document.error));
  const score = readScore(document.value);
  if (score.kind === 'error') throw new ContractError(JSON.stringify(score.error));
  return { document: document.value, score: score.value };
};

/** The error a file is refused with, or undefined when it reads. */
export const refusal = (text: string | Uint8Array): MusicXmlError | undefined => {
  const read = andThen(andThen(openMusicXml(bytesOf(text)), parseMusicXml), (document) =>
    andThen(readScore(document), () => ok(undefined)),
  );
  return read.kind === 'error' ? read.error : undefined;
};
