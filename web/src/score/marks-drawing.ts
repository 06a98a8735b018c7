import type { Side } from '@kettle-step/core';
import { MOVE_SHAPES } from '../parts/move-shapes';
import { SPACE, type Layout, type NoteLayout, type SystemLayout } from './layout';
import type { Bracket, NoteMark, ScoreMarks } from './score-marks';
import { drawStrip } from './strip';
import { newShape } from './svg';

/** Draws marks into the engraver's drawing: brackets with names, moves, reaches, checkpoints, elbow room. */

const TEXT = 1.7 * SPACE;
const MARK = 2.1 * SPACE;
/** Lines of marks from the staff outward: elbow room, then brackets with what stands on them. */
const BAND_LINE = 0.6 * SPACE;
const BRACKET_LINE = 1.3 * SPACE;
const HOOK = 0.7 * SPACE;
/** Rough width of a letter, as a share of its size. */
const LETTER = 0.56;

/** Away from the staff. */
const outward = (side: Side): 1 | -1 => (side === 'right' ? -1 : 1);

const lineAt = ({ edge }: SystemLayout, side: Side, distance: number): number => edge[side] + outward(side) * distance;

/** A group with words that are read and shown on pointing. */
const told = (className: string, side: Side, words: string, shapes: readonly SVGElement[]): SVGElement => {
  const group = newShape('g', { class: `mark ${className} ${side}` });
  const title = newShape('title', {});
  title.textContent = words;
  group.append(title, ...shapes);
  return group;
};

const textAt = (x: number, y: number, words: string): SVGElement => {
  const text = newShape('text', { x, y, 'font-size': TEXT });
  text.textContent = words;
  return text;
};

const moveShape = (mark: NoteMark, x: number, y: number): SVGElement =>
  newShape('path', {
    class: 'sign',
    d: MOVE_SHAPES[mark.kind ?? 'shift'],
    transform: `translate(${x} ${y}) scale(${MARK / 16})`,
    'stroke-width': 1.7,
  });

/** Parts of a bracket by system. */
const partsOf = (bracket: Bracket, layout: Layout): ReadonlyMap<number, readonly NoteLayout[]> => {
  const parts = new Map<number, NoteLayout[]>();
  for (const id of bracket.noteIds) {
    const note = layout.notes.get(id);
    if (note) parts.set(note.system, [...(parts.get(note.system) ?? []), note]);
  }
  return parts;
};

/** Where labels of a line end, so that the next does not stand on the last. */
type Ends = Map<string, number>;

/** What is to be drawn in each system, told in words so that a system that stays as it was is not touched. */
class Sheets {
  private readonly marks = new Map<number, { readonly text: string[]; readonly makers: (() => SVGElement)[] }>();

  put(system: number, text: string, make: () => SVGElement): void {
    const sheet = this.marks.get(system) ?? { text: [], makers: [] };
    sheet.text.push(text);
    sheet.makers.push(make);
    this.marks.set(system, sheet);
  }

  /** Draws what has changed in the systems. */
  draw({ systems }: Layout): void {
    systems.forEach((system, index) => {
      const { element } = system;
      const { text, makers } = this.marks.get(index) ?? { text: [], makers: [] };
      const told = text.join('|');
      if (system.drawn === told) return;
      system.drawn = told;
      for (const old of [...element.children].filter((child) => child.classList.contains('mark'))) old.remove();
      element.append(...makers.map((make) => make()));
    });
  }
}

const drawBracket = (
  bracket: Bracket,
  layout: Layout,
  sheets: Sheets,
  ends: Ends,
  move: NoteMark | undefined,
): void => {
  const { side } = bracket;
  [...partsOf(bracket, layout)].forEach(([index, notes], part) => {
    const system = layout.systems[index];
    if (!system) return;
    const [left, right] = [Math.min(...notes.map((note) => note.left)), Math.max(...notes.map((note) => note.right))];
    const y = lineAt(system, side, BRACKET_LINE);
    const inward = -outward(side) * HOOK;
    const begins = part === 0;
    // The name stands on the line's outer side, after the sign of the move that led here.
    const words = begins ? bracket.name : `(${bracket.name})`;
    const room = `${index} ${side}`;
    const sign = begins && move ? MARK * 1.15 : 0;
    const x = Math.max(left, ends.get(room) ?? 0);
    ends.set(room, x + sign + words.length * TEXT * LETTER + SPACE * 0.8);
    const baseline = side === 'right' ? y - SPACE * 0.45 : y + TEXT * 0.95;
    const spoken = `${bracket.words}${begins && move ? `; ${move.words}` : ''}`;
    sheets.put(index, `${spoken} ${left} ${right} ${x} ${words}`, () =>
      told('position', side, spoken, [
        newShape('path', {
          class: 'bracket',
          d: `${begins ? `M${left} ${y + inward}V${y}` : `M${left} ${y}`}H${right}v${inward * 0.6}`,
          'stroke-width': SPACE * 0.16,
        }),
        ...(begins && move ? [moveShape(move, x, side === 'right' ? y - MARK - SPACE * 0.15 : y + SPACE * 0.15)] : []),
        textAt(x + sign, baseline, words),
      ]),
    );
  });
};

/** The shapes of a mark at a note. */
type Shapes = (note: NoteLayout, system: SystemLayout, mark: NoteMark) => readonly SVGElement[];

/** A move inside a position, and every move where brackets are not shown, stands over its note. */
const moveShapes: Shapes = (note, system, mark) => {
  const y = lineAt(system, mark.side, BRACKET_LINE);
  const top = mark.side === 'right' ? y - MARK - SPACE * 0.15 : y + SPACE * 0.15;
  return [moveShape(mark, (note.left + note.right) / 2 - MARK / 2, top)];
};

/** A double arrow beside the note. */
const reachShapes: Shapes = (note) => {
  const [x, y] = [note.right + SPACE * 0.35, (note.top + note.bottom) / 2];
  const [half, tip] = [SPACE * 1.1, SPACE * 0.35];
  const d = `M${x} ${y - half}V${y + half}M${x - tip} ${y - half + tip}L${x} ${y - half}l${tip} ${tip}M${x - tip} ${y + half - tip}L${x} ${y + half}l${tip} ${-tip}`;
  return [newShape('path', { class: 'sign', d, 'stroke-width': SPACE * 0.14 })];
};

/** A diamond on the bracket's line. */
const checkpointShapes: Shapes = (note, system, mark) => {
  const size = SPACE * 0.5;
  const [x, y] = [(note.left + note.right) / 2, lineAt(system, mark.side, BRACKET_LINE)];
  return [
    newShape('path', { class: 'solid', d: `M${x} ${y - size}l${size} ${size}l${-size} ${size}l${-size} ${-size}z` }),
  ];
};

/** Words beside the note, on the side where its finger is not; what is left out stands in brackets. */
const easedShapes: Shapes = (note, _system, { side, isOut, label = '' }) => {
  const y = side === 'right' ? note.bottom + TEXT * 1.05 : note.top - TEXT * 0.35;
  const [half, middle] = [SPACE * 0.85, (note.top + note.bottom) / 2];
  const bow = (x: number, way: 1 | -1): SVGElement =>
    newShape('path', {
      class: 'sign',
      d: `M${x} ${middle - half}q${way * SPACE * 0.55} ${half} 0 ${2 * half}`,
      'stroke-width': SPACE * 0.16,
    });
  return [
    textAt(note.left, y, label),
    ...(isOut ? [bow(note.left - SPACE * 0.25, -1), bow(note.right + SPACE * 0.25, 1)] : []),
  ];
};

const drawAtNotes = (
  marks: readonly NoteMark[],
  className: string,
  shapes: Shapes,
  layout: Layout,
  sheets: Sheets,
): void => {
  for (const mark of marks) {
    const note = layout.notes.get(mark.noteId);
    const system = note && layout.systems[note.system];
    if (note && system)
      sheets.put(note.system, `${className} ${mark.words} ${note.left}`, () =>
        told(className, mark.side, mark.words, shapes(note, system, mark)),
      );
  }
};

/** Full where there is no choice, dashed where there is some, dotted where there is much. */
const DASHES = { none: '', some: `${SPACE * 1.2} ${SPACE * 0.5}`, much: `${SPACE * 0.2} ${SPACE * 0.5}` } as const;
const FREEDOM_WORDS = {
  none: 'no real choice of fingers in this bar',
  some: 'some notes of this bar have another good finger',
  much: 'most notes of this bar have another good finger',
} as const;

const drawFreedom = ({ freedom }: ScoreMarks, layout: Layout, sheets: Sheets): void => {
  const places = new Map(
    layout.systems.flatMap((system, index) => system.bars.map((at) => [at.bar, { system, index, at }] as const)),
  );
  for (const { side, bar, freedom: how } of freedom) {
    const place = places.get(bar);
    if (!place) continue;
    const { system, index, at } = place;
    sheets.put(index, `${how} ${side} ${bar}`, () => {
      const y = lineAt(system, side, BAND_LINE);
      const line = newShape('line', {
        class: 'band',
        x1: at.left + SPACE * 0.3,
        x2: at.right - SPACE * 0.3,
        y1: y,
        y2: y,
        'stroke-width': SPACE * 0.16,
        'stroke-dasharray': DASHES[how],
      });
      return told('freedom', side, FREEDOM_WORDS[how], [line]);
    });
  }
};

/** The notes that a position begins with: one, or a chord. */
const firstStruck = ({ noteIds }: Bracket, { notes }: Layout): readonly string[] => {
  const first = notes.get(noteIds[0] ?? '');
  const isBeside = (id: string): boolean => {
    const note = notes.get(id);
    return first !== undefined && note?.system === first.system && Math.abs(note.left - first.left) < 2 * SPACE;
  };
  return noteIds.slice(0, 5).filter(isBeside);
};

/** Draws these marks in place of those that are there. */
export const drawMarks = (layout: Layout, marks: ScoreMarks): void => {
  const sheets = new Sheets();
  const moveAt = new Map(marks.moves.map((move) => [`${move.side} ${move.noteId}`, move]));
  const onBrackets = new Set<NoteMark>();
  const ends: Ends = new Map();
  for (const bracket of marks.brackets) {
    const leads = firstStruck(bracket, layout)
      .map((id) => moveAt.get(`${bracket.side} ${id}`))
      .find((found) => found !== undefined);
    if (leads) onBrackets.add(leads);
    drawBracket(bracket, layout, sheets, ends, leads);
  }
  const others = marks.moves.filter((move) => !onBrackets.has(move));
  drawAtNotes(others, 'move', moveShapes, layout, sheets);
  drawAtNotes(marks.reaches, 'reach', reachShapes, layout, sheets);
  drawAtNotes(marks.eased, 'eased', easedShapes, layout, sheets);
  drawAtNotes(marks.checkpoints, 'checkpoint', checkpointShapes, layout, sheets);
  drawFreedom(marks, layout, sheets);
  drawStrip(marks.strip, layout, (system, text, make) => sheets.put(system, text, make));
  sheets.draw(layout);
};
