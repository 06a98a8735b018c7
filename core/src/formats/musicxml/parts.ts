import type { Side } from '../../hand/hand';
import { fail, ok, type Result } from '../../result';
import {
  append,
  appendText,
  attribute,
  child,
  childNumber,
  childOrNew,
  childText,
  children,
  elementLike,
  nameOf,
  numberIn,
  parentOf,
  path,
  remove,
  text,
  type Element,
} from './dom';
import { measuresByPart, type Measure, type MusicXmlDocument } from './document';
import type { MusicXmlError } from './errors';

/** One part of the document that the pianist plays, and which hand each of its staves belongs to. */
export interface PianoPart {
  readonly id: string;
  readonly measures: readonly Measure[];
  readonly sideOfStaff: (staff: number) => Side;
}

interface PartInfo {
  readonly id: string;
  readonly name: string;
  readonly measures: readonly Measure[];
  readonly staves: number;
  readonly pitched: boolean;
  readonly lowClef: boolean;
  readonly keyboard: boolean;
}

/** General MIDI programs 1-8 are pianos (General MIDI level 1 sound set). */
const isPianoProgram = (program: number | undefined): boolean => program !== undefined && program >= 1 && program <= 8;

const KEYBOARD_NAME = /piano|klavier|keyboard|pf\b|pno|clavier|(right|left) hand|\b[RL]\.? ?H\b/i;

const stavesOf = (measures: readonly Measure[]): number => {
  let staves = 1;
  for (const { element } of measures)
    for (const attributes of children(element, 'attributes'))
      staves = Math.max(staves, childNumber(attributes, 'staves') ?? 1);
  return staves;
};

const firstClefIsLow = (measures: readonly Measure[]): boolean => {
  for (const { element } of measures)
    for (const attributes of children(element, 'attributes')) {
      const clef = child(attributes, 'clef');
      if (clef) return childText(clef, 'sign') === 'F';
    }
  return false;
};

const partInfos = (document: MusicXmlDocument): PartInfo[] => {
  const list = child(document.root, 'part-list');
  const described = new Map(
    list ? children(list, 'score-part').map((part) => [attribute(part, 'id') ?? '', part]) : [],
  );
  return [...measuresByPart(document)].map(([id, measures]) => {
    const part = described.get(id);
    const name = part ? childText(part, 'part-name') : '';
    return {
      id,
      name: name || id,
      measures,
      staves: stavesOf(measures),
      pitched: measures.some(({ element }) => children(element, 'note').some((note) => child(note, 'pitch'))),
      lowClef: firstClefIsLow(measures),
      keyboard:
        KEYBOARD_NAME.test(name) ||
        (part !== undefined && isPianoProgram(numberIn(text(path(part, 'midi-instrument', 'midi-program'))))),
    };
  });
};

const wholePart = (part: PartInfo): PianoPart => ({
  id: part.id,
  measures: part.measures,
  // A third staff of a piano part is nearly always the left hand's.
  sideOfStaff: part.staves > 1 ? (staff) => (staff <= 1 ? 'right' : 'left') : () => (part.lowClef ? 'left' : 'right'),
});

const oneHand = (part: PartInfo, side: Side): PianoPart => ({
  id: part.id,
  measures: part.measures,
  sideOfStaff: () => side,
});

const twoHands = (first: PartInfo, second: PartInfo): PianoPart[] =>
  first.lowClef && !second.lowClef
    ? [oneHand(first, 'left'), oneHand(second, 'right')]
    : [oneHand(first, 'right'), oneHand(second, 'left')];

/** Name under which a document itself remembers which of its parts are played. */
const CHOICE = 'kettle-step-parts';

const choiceField = (document: MusicXmlDocument): Element | undefined => {
  const miscellaneous = path(document.root, 'identification', 'miscellaneous');
  return miscellaneous && children(miscellaneous).find((field) => attribute(field, 'name') === CHOICE);
};

/** What may stand before `identification`, and after it, in a score. */
const BEFORE_IDENTIFICATION = new Set(['work', 'movement-number', 'movement-title']);

/** Writes into the document which parts are played, by id; reading follows it. */
export const choosePianoParts = (document: MusicXmlDocument, ids: readonly string[]): void => {
  forgetChosenParts(document);
  const { root } = document;
  const first = children(root).find((element) => !BEFORE_IDENTIFICATION.has(nameOf(element)));
  const miscellaneous = childOrNew(childOrNew(root, 'identification', first), 'miscellaneous');
  const field = elementLike(root, 'miscellaneous-field', { name: CHOICE });
  appendText(field, ids.join(' '));
  append(miscellaneous, field);
};

/** Takes the choice off again; what it left empty goes with it. */
export const forgetChosenParts = (document: MusicXmlDocument): void => {
  let element = choiceField(document);
  for (let level = 0; element && level < 3; level += 1) {
    const parent = parentOf(element);
    if (children(element).length > 0) return;
    remove(element);
    element = parent;
  }
};

/** A part of a document, for choosing. */
export interface PartChoice {
  readonly id: string;
  readonly name: string;
  readonly staves: number;
  readonly chosen: boolean;
}

/** The pitched parts of a document and which of them are read as the piano. */
export const partChoices = (document: MusicXmlDocument): readonly PartChoice[] => {
  const found = findPianoParts(document);
  const chosen = new Set(found.kind === 'ok' ? found.value.map(({ id }) => id) : []);
  return partInfos(document)
    .filter(({ pitched }) => pitched)
    .map(({ id, name, staves }) => ({ id, name, staves, chosen: chosen.has(id) }));
};

const asChosen = (parts: readonly PartInfo[], ids: readonly string[]): readonly PianoPart[] => {
  const [first, second] = ids.flatMap((id) => parts.find((part) => part.id === id) ?? []);
  if (first && second && first !== second && first.staves === 1 && second.staves === 1) return twoHands(first, second);
  return first ? [wholePart(first)] : [];
};

/**
 * Chooses what the pianist plays: what the document itself remembers, else a part with two staves (one that calls itself a piano before others), else two parts
 * with one staff each, else a single staff.
 */
export const findPianoParts = (document: MusicXmlDocument): Result<readonly PianoPart[], MusicXmlError> => {
  const parts = partInfos(document);
  const pitched = parts.filter((part) => part.pitched);
  const remembered = asChosen(pitched, text(choiceField(document)).split(/\s+/));
  if (remembered.length > 0) return ok(remembered);
  const grand = pitched.filter((part) => part.staves >= 2);
  const chosen = grand.find((part) => part.keyboard) ?? grand[0];
  if (chosen) return ok([wholePart(chosen)]);
  const named = pitched.filter((part) => part.keyboard);
  const [first, second, ...more] = pitched.length > 2 ? named : pitched;
  if (first && second && more.length === 0) return ok(twoHands(first, second));
  if (first && !second) return ok([wholePart(first)]);
  return fail({ code: 'no-piano-part', parts: parts.slice(0, 8).map((part) => part.name) });
};

/** Takes the parts that are not played out of a document. For drawing only. */
export const leaveOtherPartsOut = (document: MusicXmlDocument): void => {
  const found = findPianoParts(document);
  if (found.kind === 'error') return;
  const played = new Set(found.value.map(({ id }) => id));
  const list = child(document.root, 'part-list');
  const holders = [document.root, ...children(document.root, 'measure'), ...(list ? [list] : [])];
  for (const holder of holders)
    for (const element of children(holder)) {
      const isPart = nameOf(element) === 'part' || nameOf(element) === 'score-part';
      if ((isPart && !played.has(attribute(element, 'id') ?? '')) || nameOf(element) === 'part-group') remove(element);
    }
};
