import type { Pitch } from '../../../keyboard/pitch';
import { NOTE_TYPES, type NoteType, type NoteValue } from '../../notation/values';
import { attribute, child, childNumber, childText, children, insertBefore, nameOf, remove, type Element } from '../dom';
import { buildBeside, pitchElement, ratioElement } from '../compose-note';

/** Changes to single note elements. Children stand in the order of MusicXML 4.0's content model of `note`. */
const ORDER = [
  'grace',
  'cue',
  'chord',
  'pitch',
  'unpitched',
  'rest',
  'duration',
  'tie',
  'instrument',
  'footnote',
  'level',
  'voice',
  'type',
  'dot',
  'accidental',
  'time-modification',
  'stem',
  'notehead',
  'notehead-text',
  'staff',
  'beam',
  'notations',
  'lyric',
  'play',
  'listen',
];

export const dropChildren = (element: Element, ...names: readonly string[]): void => {
  for (const one of children(element)) if (names.includes(nameOf(one))) remove(one);
};

/** Puts an element where the content model wants it, after others of its name. */
export const putChild = (note: Element, element: Element): void => {
  const rank = ORDER.indexOf(nameOf(element));
  const after = children(note).find((one) => ORDER.indexOf(nameOf(one)) > rank);
  insertBefore(note, element, after);
};

const setChild = (note: Element, name: string, content: string | number): void => {
  dropChildren(note, name);
  putChild(note, buildBeside(note)(name, {}, content));
};

export const setPitch = (note: Element, pitch: Pitch): void => {
  // Stem and sign belonged to the pitch before; a sign that is needed is set for the whole bar.
  dropChildren(note, 'pitch', 'accidental', 'stem');
  putChild(note, pitchElement(buildBeside(note), pitch));
};

/** The drawn value of a note; null where it has none that is known. */
export const valueIn = (note: Element): NoteValue | null => {
  const type = NOTE_TYPES.find((known) => known === childText(note, 'type')) as NoteType | undefined;
  if (!type) return null;
  const modification = child(note, 'time-modification');
  const ratio = modification && {
    actual: childNumber(modification, 'actual-notes') ?? 1,
    normal: childNumber(modification, 'normal-notes') ?? 1,
  };
  return { type, dots: children(note, 'dot').length, ratio: ratio ?? null };
};

/** Gives a note its length: `units` divisions, drawn as `value`. */
export const setLength = (note: Element, units: number, value: NoteValue | null): void => {
  const build = buildBeside(note);
  dropChildren(note, 'duration', 'type', 'dot', 'time-modification', 'stem');
  putChild(note, build('duration', {}, units));
  if (!value) return;
  putChild(note, build('type', {}, value.type));
  for (let dot = 0; dot < value.dots; dot += 1) putChild(note, build('dot'));
  if (value.ratio) putChild(note, ratioElement(build, value.ratio));
};

export const setVoice = (note: Element, voice: string): void => setChild(note, 'voice', voice);

export const setStaff = (note: Element, staff: number | undefined): void => {
  if (staff === undefined) dropChildren(note, 'staff');
  else setChild(note, 'staff', staff);
};

/** First of its chord, or one that is struck with the note before it. */
export const setChord = (note: Element, joins: boolean): void => {
  dropChildren(note, 'chord');
  if (joins) putChild(note, buildBeside(note)('chord'));
};

export const setBeams = (note: Element, beams: readonly string[]): void => {
  dropChildren(note, 'beam');
  beams.forEach((beam, index) => putChild(note, buildBeside(note)('beam', { number: String(index + 1) }, beam)));
};

/** Adds a sign to the notations of a note. */
export const addNotation = (note: Element, notation: Element): void => {
  const present = child(note, 'notations');
  if (present) insertBefore(present, notation, present.children[0]);
  else putChild(note, buildBeside(note)('notations', {}, notation));
};

/** Takes signs off the notations of a note; notations that are left empty go too. */
export const dropNotations = (note: Element, isDropped: (notation: Element) => boolean): void => {
  for (const notations of children(note, 'notations')) {
    for (const notation of children(notations)) if (isDropped(notation)) remove(notation);
    if (children(notations).length === 0) remove(notations);
  }
};

/** Begins or ends a tie at a note, both its sound and its curve; or takes it off. */
export const setTie = (note: Element, type: 'start' | 'stop', tied: boolean): void => {
  for (const tie of children(note, 'tie')) if (attribute(tie, 'type') === type) remove(tie);
  dropNotations(note, (notation) => nameOf(notation) === 'tied' && attribute(notation, 'type') === type);
  if (!tied) return;
  putChild(note, buildBeside(note)('tie', { type }));
  addNotation(note, buildBeside(note)('tied', { type }));
};
