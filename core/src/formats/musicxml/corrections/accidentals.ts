import { child, childNumber, childText, nameOf, type Element } from '../dom';
import { accidentalsIn, type BarAccidentals } from '../../notation/accidentals';
import { ACCIDENTALS, buildBeside, signFor } from '../compose-note';
import { notationsOf, readPitch, readTies } from '../notations';
import { dropChildren, putChild } from './note-element';
import type { Site } from './site';
import { readTimeline } from './timeline';

const ALTERS: ReadonlyMap<string, number> = new Map([
  ...Object.entries(ACCIDENTALS).map(([alter, name]) => [name, Number(alter)] as const),
  ['sharp-sharp', 2],
]);

const restate = (note: Element, memory: BarAccidentals): void => {
  const read = readPitch(note);
  if (!read) return;
  const sign = signFor(memory, read);
  const written = childText(note, 'accidental');
  const says = ALTERS.get(written);
  // A note tied over the barline needs no new sign; a sign that only reminds stays while it is true.
  const isRight = says === undefined ? written !== '' : says === read.pitch.alter;
  if (isRight || (written === '' && (!sign || readTies(note, notationsOf(note)).stops))) return;
  dropChildren(note, 'accidental');
  if (sign) putChild(note, buildBeside(note)('accidental', {}, sign));
};

/** Sets the signs of a measure anew where a change of pitch, or of what stands before, asks for it. */
export const restateAccidentals = ({ measure, fifths }: Site): void => {
  const memories = new Map<number, BarAccidentals>();
  const inTime = [...readTimeline(measure).items].sort((a, b) => a.at - b.at);
  for (const { element } of inTime) {
    if (nameOf(element) !== 'note' || !child(element, 'pitch')) continue;
    const staff = childNumber(element, 'staff') ?? 1;
    const memory = memories.get(staff) ?? accidentalsIn(fifths);
    memories.set(staff, memory);
    restate(element, memory);
  }
};
