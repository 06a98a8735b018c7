import { append, appendText, bareText, child, childNumber, children, nameOf, removeAll, type Element } from '../dom';
import { buildBeside } from '../compose-note';

/** A measure as what stands in it and when; the going back and forth between its voices is left out. */
export interface Timeline {
  /** In the order of the document. */
  readonly items: readonly Item[];
  /** Where the longest voice ends, divisions from the barline. */
  readonly end: number;
}

export interface Item {
  /** Divisions from the barline. */
  readonly at: number;
  readonly element: Element;
}

const lengthOf = (element: Element): number => childNumber(element, 'duration') ?? 0;

const isNote = (element: Element): boolean => nameOf(element) === 'note';

/** How far an element moves time on: grace notes and all but the first note of a chord do not. */
const advance = (element: Element): number =>
  isNote(element) && !child(element, 'grace') && !child(element, 'chord') ? lengthOf(element) : 0;

export const readTimeline = (measure: Element): Timeline => {
  const items: Item[] = [];
  let [cursor, end, chordAt] = [0, 0, 0];
  for (const element of children(measure)) {
    const name = nameOf(element);
    if (name === 'backup') cursor = Math.max(0, cursor - lengthOf(element));
    else if (name === 'forward') cursor += lengthOf(element);
    else {
      if (!child(element, 'chord')) chordAt = cursor;
      items.push({ at: isNote(element) ? chordAt : cursor, element });
      cursor += advance(element);
    }
    end = Math.max(end, cursor);
  }
  return { items, end };
};

/** Line break and indentation before the children of a measure, where the document has them. */
const spacing = (measure: Element): { readonly before: string; readonly after: string } => {
  const { children: nodes } = measure;
  return { before: bareText(nodes[0]), after: bareText(nodes[nodes.length - 1]) };
};

/** Writes a measure anew from what stands in it. */
export const writeTimeline = (measure: Element, { items, end }: Timeline): void => {
  const build = buildBeside(measure);
  const { before, after } = spacing(measure);
  removeAll(measure);
  const put = (element: Element): void => {
    if (before) appendText(measure, before);
    append(measure, element);
  };
  let [cursor, furthest] = [0, 0];
  const goTo = (at: number): void => {
    if (at < cursor) put(build('backup', {}, build('duration', {}, cursor - at)));
    if (at > cursor) put(build('forward', {}, build('duration', {}, at - cursor)));
    cursor = at;
  };
  for (const { at, element } of items) {
    if (!child(element, 'chord')) goTo(at);
    put(element);
    cursor += advance(element);
    furthest = Math.max(furthest, cursor);
  }
  if (end > furthest) goTo(end);
  if (after) appendText(measure, after);
};
