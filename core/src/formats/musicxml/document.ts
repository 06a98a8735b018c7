import { DOMParser, XMLSerializer, type Document, type Element } from '@xmldom/xmldom';
import { fail, ok, type Result } from '../../result';
import { children, nameOf } from './dom';
import type { MusicXmlError } from './errors';
import { MAX_DEPTH } from '../limits';

/** A whole score document, kept with everything in it. */
export interface MusicXmlDocument {
  readonly dom: Document;
  readonly root: Element;
  readonly layout: 'partwise' | 'timewise';
}

/** One measure of one part. */
export interface Measure {
  readonly partId: string;
  readonly element: Element;
  /** Carries number and implicit: the measure itself, also in timewise scores. */
  readonly header: Element;
}

/** How far the parser had come when it failed. */
const lineOf = (context: unknown): number | null => {
  const locator = (context as { readonly locator?: { readonly lineNumber?: number } } | undefined)?.locator;
  return typeof locator?.lineNumber === 'number' ? locator.lineNumber : null;
};

/** A document type with declarations of its own: the door to entity tricks. Plain MusicXML names only a public DTD. */
const hasInternalSubset = (xml: string): boolean =>
  /<!DOCTYPE[^>[]*\[/i.test(xml.slice(0, 20_000)) || /<!ENTITY/i.test(xml);

/** Counts elements inside elements before parsing, so that a nest of millions never reaches the parser. */
const tooDeep = (xml: string): boolean => {
  const tag = /<(\/?)[A-Za-z_][^<>]*?(\/?)>/g;
  let depth = 0;
  for (let match = tag.exec(xml); match; match = tag.exec(xml)) {
    if (match[1]) depth -= 1;
    else if (!match[2]) depth += 1;
    if (depth > MAX_DEPTH) return true;
  }
  return false;
};

const wordParseFailure = (message: string, line: number | null): MusicXmlError =>
  /unclosed|unexpected end|not closed/i.test(message)
    ? { code: 'truncated', line }
    : { code: 'not-xml', detail: message.split('\n')[0]?.slice(0, 120) ?? 'damaged', line };

const parseOnce = (xml: string, locator: boolean): Result<Document, MusicXmlError> => {
  let failure: MusicXmlError | undefined;
  const parser = new DOMParser({
    locator,
    onError: (level, message, context) => {
      // Warnings are about style (unquoted attributes and the like); a score with one still reads.
      if (level !== 'warning') failure ??= wordParseFailure(message, lineOf(context));
    },
  });
  try {
    const dom = parser.parseFromString(xml, 'text/xml');
    return failure === undefined ? ok(dom) : fail(failure);
  } catch (cause) {
    return fail(failure ?? wordParseFailure(cause instanceof Error ? cause.message : 'damaged', null));
  }
};

/** Counting lines takes a third of the time: it is done only for a document that fails, to say where. */
const parseXml = (xml: string): Result<Document, MusicXmlError> => {
  const parsed = parseOnce(xml, false);
  return parsed.kind === 'ok' ? parsed : parseOnce(xml, true);
};

/** Parses the text of a score; `openMusicXml` gives the text. */
export const parseMusicXml = (source: string): Result<MusicXmlDocument, MusicXmlError> => {
  const xml = source.replace(/^\uFEFF/, '');
  if (xml.trim() === '') return fail({ code: 'empty' });
  if (!/^\s*</.test(xml)) return fail({ code: 'not-xml', detail: 'it does not begin with “<”', line: 1 });
  if (hasInternalSubset(xml)) return fail({ code: 'unsafe-xml' });
  if (tooDeep(xml)) return fail({ code: 'too-deep', limit: MAX_DEPTH });
  const parsed = parseXml(xml);
  if (parsed.kind === 'error') return parsed;
  const root = parsed.value.documentElement;
  if (!root) return fail({ code: 'empty' });
  const layout = /^score-(partwise|timewise)$/.exec(nameOf(root))?.[1] as MusicXmlDocument['layout'] | undefined;
  if (layout === undefined) return fail({ code: 'not-musicxml', root: nameOf(root) });
  return ok({ dom: parsed.value, root, layout });
};

/** The measures of each part in order, whichever way the document is laid out. */
export const measuresByPart = (document: MusicXmlDocument): ReadonlyMap<string, readonly Measure[]> => {
  const byPart = new Map<string, Measure[]>();
  const add = (partId: string, measure: Measure): void => {
    const measures = byPart.get(partId);
    if (measures) measures.push(measure);
    else byPart.set(partId, [measure]);
  };
  const outerName = document.layout === 'partwise' ? 'part' : 'measure';
  const innerName = document.layout === 'partwise' ? 'measure' : 'part';
  for (const outer of children(document.root, outerName)) {
    for (const inner of children(outer, innerName)) {
      const [part, header] = document.layout === 'partwise' ? [outer, inner] : [inner, outer];
      const partId = part.getAttribute('id') ?? '';
      add(partId, { partId, element: inner, header });
    }
  }
  return byPart;
};

/** The document as text, as it was but for what has been written into it. */
export const serializeMusicXml = (document: MusicXmlDocument): string => {
  const xml = new XMLSerializer().serializeToString(document.dom);
  const declared = xml.startsWith('<?xml') ? xml : `<?xml version="1.0" encoding="UTF-8"?>\n${xml}`;
  // The text is kept and sent as UTF-8 whatever the file's own encoding was.
  return declared.replace(/^(<\?xml[^>]*encoding=["'])[\w-]+/, '$1UTF-8');
};
