import { attribute, children, dropAttribute, setAttribute } from './dom';
import { measuresByPart, type MusicXmlDocument } from './document';
import { forgetChosenParts } from './parts';

/**
 * Prefix of the ids that are given here. They are made of part, measure and note counted in document order, so the same
 * file always gets the same ids, and they can be told from a file's own.
 */
const PREFIX = 'ks-';

/** XML names that are safe in a document, a URL and a command line (a subset of NCName). */
const USABLE_ID = /^[A-Za-z_][\w.-]*$/;

const idsInUse = (document: MusicXmlDocument): Map<string, number> => {
  const seen = new Map<string, number>();
  for (const measures of measuresByPart(document).values())
    for (const measure of measures)
      for (const note of children(measure.element, 'note')) {
        const id = attribute(note, 'id');
        if (id) seen.set(id, (seen.get(id) ?? 0) + 1);
      }
  return seen;
};

/** An id that several notes have; undefined where each has its own, or none. */
export const repeatedNoteId = (document: MusicXmlDocument): string | undefined =>
  [...idsInUse(document)].find(([, uses]) => uses > 1)?.[0];

/** Writes an id on every note element that has none, an unusable or a repeated one. Ids that are good stay. */
export const giveNoteIds = (document: MusicXmlDocument): void => {
  const inUse = idsInUse(document);
  let part = 0;
  for (const measures of measuresByPart(document).values()) {
    part += 1;
    measures.forEach((measure, bar) =>
      children(measure.element, 'note').forEach((note, index) => {
        const own = attribute(note, 'id');
        if (own && USABLE_ID.test(own) && inUse.get(own) === 1) return;
        let id = `${PREFIX}${part}-${bar + 1}-${index + 1}`;
        while (inUse.has(id)) id += 'x';
        inUse.set(id, 1);
        setAttribute(note, 'id', id);
      }),
    );
  }
};

/**
 * Takes off what the house wrote into a document for itself, for files that leave it: the choice of parts, and the given
 * ids (`note/@id` came only with MusicXML 3.1, and reading the file again gives the same ids).
 */
export const dropHouseMarks = (document: MusicXmlDocument): void => {
  forgetChosenParts(document);
  for (const measures of measuresByPart(document).values())
    for (const measure of measures)
      for (const note of children(measure.element, 'note'))
        if (attribute(note, 'id')?.startsWith(PREFIX)) dropAttribute(note, 'id');
};
