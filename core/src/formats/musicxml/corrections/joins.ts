import type { Note } from '../../../score/score';
import { attribute, nameOf, type Element } from '../dom';
import { dropNotations, setTie } from './note-element';
import { findElement, type Desk } from './site';

/** What runs from note to note, when notes go. */

/** Ids of a note's tied pieces, the struck one first. */
export const piecesOf = ({ id, tiedIds }: Note): readonly string[] => [id, ...tiedIds];

const elementOf = (desk: Desk, id: string | undefined): Element | undefined =>
  id === undefined ? undefined : findElement(desk, id)?.element;

/** Takes the ties off between two pieces that follow one another. */
export const untie = (desk: Desk, fromId: string | undefined, toId: string | undefined): void => {
  const [from, to] = [elementOf(desk, fromId), elementOf(desk, toId)];
  if (from) setTie(from, 'start', false);
  if (to) setTie(to, 'stop', false);
};

/** Takes off every tie of an element, on both sides. */
export const untieAround = (desk: Desk, id: string): void => {
  for (const note of desk.score.notes) {
    const pieces = piecesOf(note);
    const at = pieces.indexOf(id);
    if (at > 0) untie(desk, pieces[at - 1], id);
    if (at >= 0 && at < pieces.length - 1) untie(desk, id, pieces[at + 1]);
  }
};

const dropSlurEnd = (element: Element | undefined, type: 'start' | 'stop'): void => {
  if (!element) return;
  let dropped = false;
  dropNotations(element, (notation) => {
    if (dropped || nameOf(notation) !== 'slur' || attribute(notation, 'type') !== type) return false;
    dropped = true;
    return true;
  });
};

/** Takes off the slurs that begin or end at an element: the other end would hang in the air. */
export const dropSlursAt = (desk: Desk, id: string): void => {
  for (const { fromId, toId } of desk.score.slurs) {
    if (fromId === id) dropSlurEnd(elementOf(desk, toId), 'stop');
    if (toId === id) dropSlurEnd(elementOf(desk, fromId), 'start');
  }
};
