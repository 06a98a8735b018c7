import type { Side } from '@kettle-step/core';
import type { Drawing } from './drawing';
import { SPACE } from './layout';
import { newShape } from './svg';

/** Where the next note goes: after a note, or at the start of a hand's staff. */
export interface Caret {
  readonly afterId: string | undefined;
  readonly side: Side;
}

interface At {
  readonly staff: SVGGElement;
  readonly x: number;
}

const rightOf = (element: SVGGElement): number => {
  const { x, width } = element.getBBox();
  return x + width;
};

const afterNote = (note: SVGGElement): At | undefined => {
  const staff = note.closest<SVGGElement>('g.staff');
  return staff ? { staff, x: rightOf(note.querySelector<SVGGElement>('g.notehead') ?? note) } : undefined;
};

/** After clef, key and metre of the first bar. */
const atStart = (sheet: HTMLElement, side: Side): At | undefined => {
  const staves = [...(sheet.querySelector('g.measure')?.querySelectorAll<SVGGElement>(':scope > g.staff') ?? [])];
  const staff = side === 'left' ? staves.at(-1) : staves[0];
  if (!staff) return undefined;
  const head = [...staff.querySelectorAll<SVGGElement>('g.clef, g.keySig, g.meterSig')].map(rightOf);
  return { staff, x: Math.max(staff.getBBox().x, ...head) };
};

/** Draws the caret over its staff; gives what takes it away. */
export const drawCaret = (sheet: HTMLElement, drawing: Drawing, { afterId, side }: Caret): (() => void) | undefined => {
  const note = afterId === undefined ? undefined : drawing.notes.get(afterId);
  const at = note ? afterNote(note) : atStart(sheet, side);
  if (!at) return undefined;
  const lines = [...at.staff.querySelectorAll<SVGPathElement>(':scope > path')].map((line) => line.getBBox());
  const [top, bottom] = [Math.min(...lines.map(({ y }) => y)), Math.max(...lines.map(({ y, height }) => y + height))];
  const x = at.x + 0.8 * SPACE;
  const line = newShape('line', {
    class: `caret ${side}`,
    x1: x,
    x2: x,
    y1: top - SPACE,
    y2: bottom + SPACE,
    'stroke-width': 0.25 * SPACE,
  });
  at.staff.append(line);
  return () => line.remove();
};
