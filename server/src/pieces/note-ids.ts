/** Ids of a document, as they stand in its text: those of its notes and of whatever else has one. */
const ID = /\sid\s*=\s*(?:"([^"]*)"|'([^']*)')/g;

const ENTITIES: Readonly<Record<string, string>> = {
  '&amp;': '&',
  '&lt;': '<',
  '&gt;': '>',
  '&quot;': '"',
  '&apos;': "'",
};

/** Undoes what XML writes for its own signs (XML 1.0, 4.6). */
const plain = (text: string): string =>
  text.replace(/&(amp|lt|gt|quot|apos);/g, (entity) => ENTITIES[entity] ?? entity);

/** The ids of MusicXML, read from its text: opening the whole document at each save would hold others up. */
export const idsIn = (document: string): ReadonlySet<string> =>
  new Set([...document.matchAll(ID)].map(([, double, single]) => plain(double ?? single ?? '')));

/** The first note that a plan names and its music does not have. */
export const unknownNote = (document: string, fingers: readonly { readonly noteId: string }[]): string | undefined => {
  const ids = idsIn(document);
  return fingers.find(({ noteId }) => !ids.has(noteId))?.noteId;
};
