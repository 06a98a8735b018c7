import type { Note } from '../../../score/score';
import { attribute, nameOf, type Element } from '../dom';
import { dropNotations, setTie } from './note-element';
import { findElement, type OpenMusic } from './site';

/** What runs from note to note, when notes go. */

/** Ids of a note's tied pieces, the struck one first. */
export const piecesOf = ({ id, tiedIds }: Note): readonly string[] => [id, ...tiedIds];

const elementOf = (music: OpenMusic, id: string | undefined): Element | undefined =>
  id === undefined ? undefined : findElement(music, id)?.element;

/** Takes the ties off between two pieces that follow one another. */
export const untie = (music: OpenMusic, fromId: string | undefined, toId: string | undefined): void => {
  const [from, to] = [elementOf(music, fromId), elementOf(music, toId)];
  if (from) setTie(from, 'start', false);
  if (to) setTie(to, 'stop', false);
};

/** Takes off every tie of an element, on both sides. */
export const untieAround = (music: OpenMusic, id: string): void => {
  for (const note of music.score.notes) {
    const pieces = piecesOf(note);
    const at = pieces.indexOf(id);
    if (at > 0) untie(music, pieces[at - 1], id);
    if (at >= 0 && at < pieces.length - 1) untie(music, id, pieces[at + 1]);
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
export const dropSlursAt = (music: OpenMusic, id: string): void => {
  for (const { fromId, toId } of music.score.slurs) {
    if (fromId === id) dropSlurEnd(elementOf(music, toId), 'stop');
    if (toId === id) dropSlurEnd(elementOf(music, fromId), 'start');
  }
};
