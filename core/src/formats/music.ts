import { andThen, fail, ok, type Result } from '../result';
import { barName } from '../score/bar-words';
import { wordIssue } from '../score/issue-words';
import type { Score } from '../score/score';
import { abcTunes, explainAbcError, readAbc, wordAbcRemark, type AbcError } from './abc';
import { MAX_FILE_BYTES } from './limits';
import { explainMidiError, readMidi, type MidiError, type MidiFindings } from './midi';
import {
  choosePianoParts,
  composeMusicXml,
  explainMusicXmlError,
  openMusicXml,
  parseMusicXml,
  partChoices,
  readScore,
  type MusicXmlDocument,
  type MusicXmlError,
  type PartChoice,
} from './musicxml';
import { readingOfName } from './send';

/** One door for every kind of file: whatever comes in leaves it as a MusicXML document and its score. */

export const MUSIC_FORMATS = ['musicxml', 'abc', 'midi'] as const;
export type MusicFormat = (typeof MUSIC_FORMATS)[number];

/** What a teacher may choose where a file holds more than one thing. */
export interface MusicChoice {
  /** Ids of the parts that are the piano, in MusicXML. */
  readonly parts?: readonly string[] | undefined;
  /** Which tune of an ABC file, from 0. */
  readonly tune?: number | undefined;
}

export interface ReadMusic {
  readonly format: MusicFormat;
  readonly document: MusicXmlDocument;
  readonly score: Score;
  /** What was read around, derived or guessed: sentences for the teacher. */
  readonly notices: readonly string[];
  /** Parts to choose from; empty where the format has none. */
  readonly parts: readonly PartChoice[];
  /** Titles of the tunes to choose from; empty where the format has none. */
  readonly tunes: readonly string[];
}

export type MusicError =
  | { readonly format: 'musicxml'; readonly error: MusicXmlError }
  | { readonly format: 'abc'; readonly error: AbcError }
  | { readonly format: 'midi'; readonly error: MidiError };

/** One sentence for the user: what is wrong, where, and what to do. */
export const explainMusicError = (error: MusicError): string => {
  switch (error.format) {
    case 'musicxml':
      return explainMusicXmlError(error.error);
    case 'abc':
      return explainAbcError(error.error);
    case 'midi':
      return explainMidiError(error.error);
  }
};

/** From the surroundings: the same in browsers, workers and Node (WHATWG Encoding standard). */
declare class TextDecoder {
  constructor(label: string, options: { readonly fatal: boolean });
  decode(input: Uint8Array): string;
}

/** Plain text in UTF-8, else in Latin-1 as older ABC collections are. */
const textOf = (bytes: Uint8Array): string | undefined => {
  if (bytes.subarray(0, 4096).includes(0)) return undefined;
  for (const encoding of ['utf-8', 'windows-1252'])
    try {
      return new TextDecoder(encoding, { fatal: true }).decode(bytes);
    } catch {
      continue;
    }
  return undefined;
};

/** What a file is: told by its first bytes, and by its name where they do not tell. */
export const formatOf = (bytes: Uint8Array, fileName: string): MusicFormat => {
  const head = String.fromCharCode(...bytes.subarray(0, 4));
  if (head === 'MThd') return 'midi';
  if (head.startsWith('PK') || /^(<|\xEF\xBB\xBF<|\xFF\xFE|\xFE\xFF|\0<)/.test(head)) return 'musicxml';
  return readingOfName(fileName) ?? 'abc';
};

const issueNotices = (score: Score): string[] =>
  score.issues.map((issue) => `${barName(score.bars[issue.bar]?.number ?? issue.bar + 1)}: ${wordIssue(issue)}`);

const openDocument = (
  bytes: Uint8Array,
  { parts }: MusicChoice,
): Result<Pick<ReadMusic, 'document' | 'score' | 'parts'>, MusicXmlError> => {
  const opened = andThen(openMusicXml(bytes), parseMusicXml);
  if (opened.kind === 'error') return opened;
  if (parts && parts.length > 0) choosePianoParts(opened.value, parts);
  return andThen(readScore(opened.value), (score) =>
    ok({ document: opened.value, score, parts: partChoices(opened.value) }),
  );
};

const fromMusicXml = (bytes: Uint8Array, choice: MusicChoice): Result<ReadMusic, MusicError> => {
  const read = openDocument(bytes, choice);
  if (read.kind === 'error') return fail({ format: 'musicxml', error: read.error });
  const { document, score, parts } = read.value;
  return ok({ format: 'musicxml', document, score, parts, tunes: [], notices: issueNotices(score) });
};

/** Music of another format as a document of ours; reading it gives the lasting ids. */
const asDocument = (
  format: MusicFormat,
  source: Score,
  notices: readonly string[],
  tunes: readonly string[],
): Result<ReadMusic, MusicError> => {
  const document = composeMusicXml(source);
  const read = readScore(document);
  if (read.kind === 'error') return fail({ format: 'musicxml', error: read.error });
  return ok({
    format,
    document,
    score: read.value,
    notices: [...notices, ...issueNotices({ ...read.value, issues: [...source.issues, ...read.value.issues] })],
    parts: [],
    tunes,
  });
};

const fromAbc = (bytes: Uint8Array, { tune = 0 }: MusicChoice): Result<ReadMusic, MusicError> => {
  if (bytes.length === 0) return fail({ format: 'abc', error: { code: 'empty' } });
  if (bytes.length > MAX_FILE_BYTES)
    return fail({ format: 'abc', error: { code: 'too-large', bytes: bytes.length, limitBytes: MAX_FILE_BYTES } });
  const text = textOf(bytes);
  if (text === undefined) return fail({ format: 'abc', error: { code: 'not-text' } });
  const read = readAbc(text, tune);
  if (read.kind === 'error') return fail({ format: 'abc', error: read.error });
  const { score, remarks } = read.value;
  return asDocument('abc', score, remarks.map(wordAbcRemark), abcTunes(text));
};

const GRIDS: Readonly<Record<number, string>> = {
  1: 'quarters',
  2: 'eighths',
  3: 'triplet eighths',
  4: 'sixteenths',
  6: 'sixteenths and triplets',
  8: 'thirty-seconds',
  12: 'sixteenths and triplets',
};

const wordFindings = ({ grid, handsBy, keyGiven, metreGiven }: MidiFindings): string[] => [
  grid.exact
    ? `The notes lie on a grid of ${GRIDS[grid.steps] ?? `${grid.steps} to a quarter`}.`
    : `The notes were played freely: they are set to ${GRIDS[grid.steps] ?? `${grid.steps} to a quarter`}, ${Math.round(grid.meanError * 1000) / 1000} of a quarter away on average.`,
  handsBy === 'tracks'
    ? 'Each hand has a track of its own.'
    : 'The notes were divided between the hands by reach and distance; give single notes to the other hand on the bench.',
  ...(keyGiven ? [] : ['The file names no key; it was told from the notes.']),
  ...(metreGiven ? [] : ['The file names no metre; it was told from where long and low notes fall.']),
];

const fromMidi = (bytes: Uint8Array): Result<ReadMusic, MusicError> => {
  const read = readMidi(bytes);
  if (read.kind === 'error') return fail({ format: 'midi', error: read.error });
  const { score, findings } = read.value;
  return asDocument('midi', score, wordFindings(findings), []);
};

/** Reads a file of any of the formats. */
export const readMusic = (
  bytes: Uint8Array,
  fileName: string,
  choice: MusicChoice = {},
): Result<ReadMusic, MusicError> => {
  switch (formatOf(bytes, fileName)) {
    case 'musicxml':
      return fromMusicXml(bytes, choice);
    case 'abc':
      return fromAbc(bytes, choice);
    case 'midi':
      return fromMidi(bytes);
  }
};
