import type { Side } from '@kettle-step/core';
import type { Drawing } from './drawing';

/** Where things stand in the engraver's drawing, in its own units; measured once after engraving. */
export interface Layout {
  readonly systems: readonly SystemLayout[];
  /** By note id. */
  readonly notes: ReadonlyMap<string, NoteLayout>;
}

export interface SystemLayout {
  readonly element: SVGGElement;
  /** Outermost ink of each hand's staff, numbers included: marks go beyond it. */
  readonly edge: Readonly<Record<Side, number>>;
  readonly bars: readonly { readonly bar: number; readonly left: number; readonly right: number }[];
  readonly right: number;
  /** The marks that are drawn in it now, in words; whoever draws them writes it. */
  drawn: string | undefined;
}

export interface NoteLayout {
  /** Index into `systems`. */
  readonly system: number;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Height of a staff space in the engraver's units; sizes of marks are told by it. */
export const SPACE = 180;

/** The right hand's marks go above the upper staff, the left hand's below the lower one. */
const edgesOf = (system: SVGGElement, numbers: readonly SVGGElement[]): Record<Side, number> => {
  const [upper, lower]: [DOMRect[], DOMRect[]] = [[], []];
  for (const measure of system.querySelectorAll<SVGGElement>('g.measure')) {
    const staves = [...measure.querySelectorAll<SVGGElement>(':scope > g.staff')];
    const [first, last] = [staves[0], staves[staves.length - 1]];
    if (first) upper.push(first.getBBox());
    if (last) lower.push(last.getBBox());
  }
  const all = numbers.map((number) => number.getBBox()).filter(({ height }) => height > 0);
  return {
    right: Math.min(...upper.map(({ y }) => y), ...all.map(({ y }) => y)),
    left: Math.max(...lower.map(({ y, height }) => y + height), ...all.map(({ y, height }) => y + height)),
  };
};

/**
 * Reads all places at once: between readings nothing is drawn, so the page is laid out only once. The first bar that is
 * drawn has the index `firstBar`.
 */
export const layOut = (sheet: HTMLElement, drawing: Drawing, firstBar = 0): Layout => {
  const elements = [...sheet.querySelectorAll<SVGGElement>('g.system')];
  const indexOf = new Map(elements.map((element, index) => [element, index]));
  let bar = firstBar;
  const systems = elements.map((element): SystemLayout => {
    const measures = [...element.querySelectorAll<SVGGElement>('g.measure')];
    const bars = measures.map((measure) => {
      const { x, width } = (measure.querySelector<SVGGElement>('g.staff > path') ?? measure).getBBox();
      return { bar: bar++, left: x, right: x + width };
    });
    // Whatever else stands under the staff is ink, too.
    const numbers = [...element.querySelectorAll<SVGGElement>('g.fing, g.pedal')];
    const right = Math.max(0, ...bars.map((one) => one.right));
    return { element, bars, edge: edgesOf(element, numbers), right, drawn: undefined };
  });
  const notes = new Map<string, NoteLayout>();
  for (const [id, note] of drawing.notes) {
    const system = note.closest<SVGGElement>('g.system');
    const head = note.querySelector<SVGGElement>('g.notehead') ?? note;
    if (!system) continue;
    const { x, y, width, height } = head.getBBox();
    notes.set(id, { system: indexOf.get(system) ?? 0, left: x, right: x + width, top: y, bottom: y + height });
  }
  return { systems, notes };
};
