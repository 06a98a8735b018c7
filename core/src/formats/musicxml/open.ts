import { strFromU8 } from 'fflate';
import { fail, ok, type Result } from '../../result';
import type { MusicXmlError } from './errors';
import { MAX_DOCUMENT_BYTES, MAX_FILE_BYTES, MAX_ZIP_ENTRIES } from '../limits';
import { unzipWithin } from '../unzip';

/** From the surroundings: the same in browsers, workers and Node (WHATWG Encoding standard). */
declare class TextDecoder {
  constructor(label: string, options: { readonly fatal: boolean });
  decode(input: Uint8Array): string;
}

type Opened = Result<string, MusicXmlError>;

const CONTAINER = 'META-INF/container.xml';
const SCORE_NAME = /\.(musicxml|xml)$/i;

const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** Encoding by byte order mark, else by the XML declaration, else UTF-8 (XML 1.0, appendix F). */
const encodingOf = (bytes: Uint8Array): string => {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) return 'utf-8';
  if (bytes[0] === 0x3c && bytes[1] === 0) return 'utf-16le';
  if (bytes[0] === 0 && bytes[1] === 0x3c) return 'utf-16be';
  const head = strFromU8(bytes.subarray(0, 120), true);
  return /^<\?xml[^>]*encoding=["']([\w-]+)["']/.exec(head)?.[1]?.toLowerCase() ?? 'utf-8';
};

const decode = (bytes: Uint8Array): Opened => {
  const encoding = encodingOf(bytes);
  try {
    return ok(new TextDecoder(encoding, { fatal: true }).decode(bytes));
  } catch {
    return fail({ code: 'not-xml', detail: `its text is not ${encoding}`, line: null });
  }
};

const attribute = (tag: string, name: string): string | undefined =>
  new RegExp(`\\b${name}\\s*=\\s*["']([^"']+)["']`).exec(tag)?.[1];

/** The score among the root files of a container: by its media type, which only others need to name (MusicXML 4.0). */
const containerScore = (container: Uint8Array | undefined): string | undefined => {
  const roots = container ? [...strFromU8(container).matchAll(/<rootfile\b[^>]*>/g)].map(([tag]) => tag) : [];
  const score = roots.find((tag) => /musicxml|^$/.test(attribute(tag, 'media-type') ?? ''));
  return attribute(score ?? roots[0] ?? '', 'full-path');
};

const unpack = (
  bytes: Uint8Array,
  wanted: (name: string) => boolean,
): Result<Readonly<Record<string, Uint8Array>>, MusicXmlError> => {
  const files = unzipWithin(bytes, wanted, { entries: MAX_ZIP_ENTRIES, bytes: MAX_DOCUMENT_BYTES });
  if (files.kind === 'ok') return files;
  switch (files.error.code) {
    case 'too-large':
      return fail({ code: 'too-large', bytes: null, limitBytes: MAX_DOCUMENT_BYTES });
    case 'too-many':
      return fail({ code: 'bad-zip', detail: `more than ${MAX_ZIP_ENTRIES} entries` });
    case 'damaged':
      return fail({ code: 'bad-zip', detail: files.error.detail });
  }
};

const openZip = (bytes: Uint8Array): Opened => {
  const head = unpack(bytes, (name) => name === CONTAINER);
  if (head.kind === 'error') return head;
  const named = containerScore(head.value[CONTAINER]);
  const body = unpack(bytes, (name) =>
    named === undefined ? SCORE_NAME.test(name) && !name.startsWith('META-INF/') : name === named,
  );
  if (body.kind === 'error') return body;
  const score = Object.values(body.value)[0];
  if (score === undefined) return fail({ code: 'bad-zip', detail: 'no score inside' });
  return score.length === 0 ? fail({ code: 'empty' }) : decode(score);
};

/** The text of a MusicXML file, plain or packed (.mxl), whatever its encoding. Nothing outside the bytes is read. */
export const openMusicXml = (bytes: Uint8Array): Opened => {
  if (bytes.length === 0) return fail({ code: 'empty' });
  if (bytes.length > MAX_FILE_BYTES)
    return fail({ code: 'too-large', bytes: bytes.length, limitBytes: MAX_FILE_BYTES });
  return isZip(bytes) ? openZip(bytes) : decode(bytes);
};
