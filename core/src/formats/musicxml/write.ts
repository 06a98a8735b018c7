import type { Finger } from '../../hand/hand';
import type { Note, Score } from '../../score/score';
import {
  append,
  appendText,
  attribute,
  childOrNew,
  children,
  elementLike,
  nameOf,
  remove,
  setAttribute,
  type Element,
} from './dom';
import { measuresByPart, type MusicXmlDocument } from './document';
import { leaveOtherPartsOut } from './parts';

/** Fingers to be written on one note: the finger that strikes, the one that silently replaces it, and others that would do. */
export interface WrittenFingers {
  readonly finger: Finger;
  readonly substitute: Finger | null;
  readonly alternates: readonly Finger[];
}

/** What follows `notations` inside `note`, by the MusicXML content model of `note`. */
const AFTER_NOTATIONS = new Set(['lyric', 'play', 'listen']);

const technicalOf = (note: Element): Element => {
  const after = children(note).find((element) => AFTER_NOTATIONS.has(nameOf(element)));
  return childOrNew(childOrNew(note, 'notations', after), 'technical');
};

const fingering = (near: Element, finger: Finger, mark?: 'substitution' | 'alternate'): Element => {
  const element = elementLike(near, 'fingering', mark ? { [mark]: 'yes' } : {});
  appendText(element, String(finger));
  return element;
};

/** Takes the finger numbers off a note; what is left empty by that goes too. */
const clearFingers = (note: Element): void => {
  for (const notations of children(note, 'notations')) {
    for (const technical of children(notations, 'technical')) {
      const fingers = children(technical, 'fingering');
      for (const element of fingers) remove(element);
      if (fingers.length > 0 && children(technical).length === 0) remove(technical);
    }
    if (children(notations).length === 0) remove(notations);
  }
};

const writeOn = (note: Element, written: WrittenFingers): void => {
  clearFingers(note);
  const technical = technicalOf(note);
  append(technical, fingering(note, written.finger));
  if (written.substitute !== null) append(technical, fingering(note, written.substitute, 'substitution'));
  for (const alternate of written.alternates) append(technical, fingering(note, alternate, 'alternate'));
};

/** Writes fingers on the notes named by id, in place of the numbers that stood there. Other notes are left as they are. */
export const writeFingering = (document: MusicXmlDocument, fingers: ReadonlyMap<string, WrittenFingers>): void => {
  for (const measures of measuresByPart(document).values())
    for (const { element } of measures)
      for (const note of children(element, 'note')) {
        const written = fingers.get(attribute(note, 'id') ?? '');
        if (written) writeOn(note, written);
      }
};

/** Where a number stands in engraving: the right hand's over the staff, the left hand's under it, a lower voice's inside. */
const placementOf = (note: Note, voices: ReadonlyMap<string, readonly string[]>): 'above' | 'below' => {
  const [first] = voices.get(`${note.bar} ${note.staff}`) ?? [];
  const isFirstVoice = first === undefined || first === note.voice;
  return (note.side === 'right') === isFirstVoice ? 'above' : 'below';
};

const voicesByStaff = (score: Score): ReadonlyMap<string, readonly string[]> => {
  const voices = new Map<string, string[]>();
  for (const note of score.notes) {
    const key = `${note.bar} ${note.staff}`;
    const known = voices.get(key) ?? [];
    if (!known.includes(note.voice)) voices.set(key, [...known, note.voice].sort());
  }
  return voices;
};

/**
 * Gives every struck note a finger number to be engraved, whatever it will be: the engraver makes room for it once, and the
 * figure is put in later. Parts that are not played go. For drawing only; never stored or exported.
 */
export const writePlaceholders = (document: MusicXmlDocument, score: Score): void => {
  leaveOtherPartsOut(document);
  const voices = voicesByStaff(score);
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  for (const measures of measuresByPart(document).values())
    for (const { element } of measures)
      for (const noteElement of children(element, 'note')) {
        const note = byId.get(attribute(noteElement, 'id') ?? '');
        clearFingers(noteElement);
        if (!note) continue;
        const placeholder = fingering(noteElement, 1);
        setAttribute(placeholder, 'placement', placementOf(note, voices));
        append(technicalOf(noteElement), placeholder);
      }
};
