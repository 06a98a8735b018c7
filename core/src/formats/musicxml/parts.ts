import type { Side } from '../../hand/hand';
import { fail, ok, type Result } from '../../result';
import { child, childNumber, children, childText, numberIn, path, text } from './dom';
import { measuresByPart, type Measure, type MusicXmlDocument } from './document';
import type { MusicXmlError } from './errors';

/** One part of the document that the pianist plays, and which hand each of its staves belongs to. */
export interface PianoPart {
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
    list ? children(list, 'score-part').map((part) => [part.getAttribute('id') ?? '', part]) : [],
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
  measures: part.measures,
  // A third staff of a piano part is nearly always the left hand's.
  sideOfStaff: part.staves > 1 ? (staff) => (staff <= 1 ? 'right' : 'left') : () => (part.lowClef ? 'left' : 'right'),
});

const oneHand = (part: PartInfo, side: Side): PianoPart => ({ measures: part.measures, sideOfStaff: () => side });

const twoHands = (first: PartInfo, second: PartInfo): PianoPart[] =>
  first.lowClef && !second.lowClef
    ? [oneHand(first, 'left'), oneHand(second, 'right')]
    : [oneHand(first, 'right'), oneHand(second, 'left')];

/**
 * Chooses what the pianist plays: a part with two staves (one that calls itself a piano before others), else two parts
 * with one staff each, else a single staff.
 */
export const findPianoParts = (document: MusicXmlDocument): Result<readonly PianoPart[], MusicXmlError> => {
  const parts = partInfos(document);
  const pitched = parts.filter((part) => part.pitched);
  const grand = pitched.filter((part) => part.staves >= 2);
  const chosen = grand.find((part) => part.keyboard) ?? grand[0];
  if (chosen) return ok([wholePart(chosen)]);
  const named = pitched.filter((part) => part.keyboard);
  const [first, second, ...more] = pitched.length > 2 ? named : pitched;
  if (first && second && more.length === 0) return ok(twoHands(first, second));
  if (first && !second) return ok([wholePart(first)]);
  return fail({ code: 'no-piano-part', parts: parts.slice(0, 8).map((part) => part.name) });
};
