import render from 'dom-serializer';
import { cloneNode, DomHandler, ProcessingInstruction, type Document } from 'domhandler';
import { prependChild } from 'domutils';
import { SaxesParser, type XMLDecl } from 'saxes';
import { ContractError, fail, ok, type Result } from '../../result';
import { attribute, children, nameOf, type Element } from './dom';
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

/** A document type with declarations of its own: the door to entity tricks. Plain MusicXML names only a public DTD. */
const hasInternalSubset = (xml: string): boolean =>
  /<!DOCTYPE[^>[]*\[/i.test(xml.slice(0, 20_000)) || /<!ENTITY/i.test(xml);

class TooDeep extends Error {}

/** What the parser says begins with the place, which is told apart from it. */
const wordParseFailure = (message: string, line: number): MusicXmlError => {
  const detail = message.replace(/^[\d:]+: /, '').replace(/\.$/, '');
  return /^unclosed tag|^unexpected end/.test(detail)
    ? { code: 'truncated', line }
    : { code: 'not-xml', detail: detail.slice(0, 120), line };
};

/** The text is kept and sent as UTF-8 whatever the file's own encoding was. */
const declarationOf = ({ version, standalone }: XMLDecl): ProcessingInstruction =>
  new ProcessingInstruction(
    '?xml',
    `?xml version="${version}" encoding="UTF-8"${standalone ? ` standalone="${standalone}"` : ''}?`,
  );

/** Parses strictly (XML 1.0); nothing of the text is left out of the tree. */
const parseXml = (xml: string): Result<Document, MusicXmlError> => {
  const parser = new SaxesParser({ xmlns: false, position: true });
  const tree = new DomHandler(undefined, { xmlMode: true });
  let depth = 0;
  // No more than these seven: V8 keeps a parser with an eighth handler as a hash table, and reading takes twice as long.
  parser.on('doctype', (doctype) => tree.onprocessinginstruction('!doctype', `!DOCTYPE${doctype}`));
  parser.on('processinginstruction', ({ target, body }) => tree.onprocessinginstruction(target, `?${target} ${body}?`));
  parser.on('comment', (comment) => {
    tree.oncomment(comment);
    tree.oncommentend();
  });
  parser.on('cdata', (content) => {
    tree.oncdatastart();
    tree.ontext(content);
    tree.oncdataend();
  });
  parser.on('opentag', ({ name, attributes }) => {
    depth += 1;
    if (depth > MAX_DEPTH) throw new TooDeep();
    tree.onopentag(name, attributes as Record<string, string>);
  });
  parser.on('text', (content) => tree.ontext(content));
  parser.on('closetag', () => {
    depth -= 1;
    tree.onclosetag();
  });
  try {
    parser.write(xml);
    const { xmlDecl } = parser;
    parser.close();
    if (xmlDecl.version) prependChild(tree.root, declarationOf(xmlDecl));
    return ok(tree.root);
  } catch (cause) {
    if (cause instanceof TooDeep) return fail({ code: 'too-deep', limit: MAX_DEPTH });
    if (!(cause instanceof Error)) throw cause;
    return fail(wordParseFailure(cause.message, parser.line));
  }
};

/** Parses the text of a score; `openMusicXml` gives the text. */
export const parseMusicXml = (source: string): Result<MusicXmlDocument, MusicXmlError> => {
  const xml = source.replace(/^\uFEFF/, '');
  if (xml.trim() === '') return fail({ code: 'empty' });
  if (!/^\s*</.test(xml)) return fail({ code: 'not-xml', detail: 'it does not begin with “<”', line: 1 });
  if (hasInternalSubset(xml)) return fail({ code: 'unsafe-xml' });
  const parsed = parseXml(xml);
  if (parsed.kind === 'error') return parsed;
  const [root] = children(parsed.value);
  if (!root) return fail({ code: 'empty' });
  const layout = /^score-(partwise|timewise)$/.exec(nameOf(root))?.[1] as MusicXmlDocument['layout'] | undefined;
  if (layout === undefined) return fail({ code: 'not-musicxml', root: nameOf(root) });
  return ok({ dom: parsed.value, root, layout });
};

/** A copy that can be changed without the document noticing. */
export const copyOf = ({ dom, layout }: MusicXmlDocument): MusicXmlDocument => {
  const copy = cloneNode(dom, true);
  const [root] = children(copy);
  if (!root) throw new ContractError('a document has a root');
  return { dom: copy, root, layout };
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
      const partId = attribute(part, 'id') ?? '';
      add(partId, { partId, element: inner, header });
    }
  }
  return byPart;
};

/** The document as text, as it was but for what has been written into it. */
export const serializeMusicXml = ({ dom }: MusicXmlDocument): string => {
  const xml = render(dom, { xmlMode: true });
  return xml.startsWith('<?xml') ? xml : `<?xml version="1.0" encoding="UTF-8"?>\n${xml}`;
};
