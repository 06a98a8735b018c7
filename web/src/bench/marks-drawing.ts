import type { Side } from '@kettle-step/core';
import { MOVE_SHAPES } from '../parts/move-shapes';
import { SPACE, type Layout, type NoteLayout, type SystemLayout } from './layout';
import type { Bracket, NoteMark, ScoreMarks } from './score-marks';
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

const drawBracket = (bracket: Bracket, layout: Layout, ends: Ends, move: NoteMark | undefined): void => {
  const { side } = bracket;
  [...partsOf(bracket, layout)].forEach(([index, notes], part) => {
    const system = layout.systems[index];
    if (!system) return;
    const [left, right] = [Math.min(...notes.map((note) => note.left)), Math.max(...notes.map((note) => note.right))];
    const y = lineAt(system, side, BRACKET_LINE);
    const inward = -outward(side) * HOOK;
    const begins = part === 0;
    const shapes = [
      newShape('path', {
        class: 'bracket',
        d: `${begins ? `M${left} ${y + inward}V${y}` : `M${left} ${y}`}H${right}v${inward * 0.6}`,
        'stroke-width': SPACE * 0.16,
      }),
    ];
    // The name stands on the line's outer side, after the sign of the move that led here.
    const words = begins ? bracket.name : `(${bracket.name})`;
    const room = `${index} ${side}`;
    const sign = begins && move ? MARK * 1.15 : 0;
    const width = sign + words.length * TEXT * LETTER;
    const x = Math.max(left, ends.get(room) ?? 0);
    const baseline = side === 'right' ? y - SPACE * 0.45 : y + TEXT * 0.95;
    if (begins && move) shapes.push(moveShape(move, x, side === 'right' ? y - MARK - SPACE * 0.15 : y + SPACE * 0.15));
    shapes.push(textAt(x + sign, baseline, words));
    ends.set(room, x + width + SPACE * 0.8);
    system.element.append(told('position', side, `${bracket.words}${begins && move ? `; ${move.words}` : ''}`, shapes));
  });
};

/** A move inside a position, and every move where brackets are not shown, stands over its note. */
const drawMove = (mark: NoteMark, layout: Layout): void => {
  const note = layout.notes.get(mark.noteId);
  const system = note && layout.systems[note.system];
  if (!note || !system) return;
  const y = lineAt(system, mark.side, BRACKET_LINE);
  const x = (note.left + note.right) / 2 - MARK / 2;
  const top = mark.side === 'right' ? y - MARK - SPACE * 0.15 : y + SPACE * 0.15;
  system.element.append(told('move', mark.side, mark.words, [moveShape(mark, x, top)]));
};

/** A double arrow with a sign of care beside the note. */
const drawReach = (mark: NoteMark, layout: Layout): void => {
  const note = layout.notes.get(mark.noteId);
  const system = note && layout.systems[note.system];
  if (!note || !system) return;
  const [x, y] = [note.right + SPACE * 0.35, (note.top + note.bottom) / 2];
  const [half, tip] = [SPACE * 1.1, SPACE * 0.35];
  const d = `M${x} ${y - half}V${y + half}M${x - tip} ${y - half + tip}L${x} ${y - half}l${tip} ${tip}M${x - tip} ${y + half - tip}L${x} ${y + half}l${tip} ${-tip}`;
  system.element.append(
    told('reach', mark.side, mark.words, [newShape('path', { class: 'sign', d, 'stroke-width': SPACE * 0.14 })]),
  );
};

/** A diamond on the bracket's line. */
const drawCheckpoint = (mark: NoteMark, layout: Layout): void => {
  const note = layout.notes.get(mark.noteId);
  const system = note && layout.systems[note.system];
  if (!note || !system) return;
  const size = SPACE * 0.5;
  const [x, y] = [(note.left + note.right) / 2, lineAt(system, mark.side, BRACKET_LINE)];
  const d = `M${x} ${y - size}l${size} ${size}l${-size} ${size}l${-size} ${-size}z`;
  system.element.append(told('checkpoint', mark.side, mark.words, [newShape('path', { class: 'solid', d })]));
};

/** Full where there is no choice, dashed where there is some, dotted where there is much. */
const DASHES = { none: '', some: `${SPACE * 1.2} ${SPACE * 0.5}`, much: `${SPACE * 0.2} ${SPACE * 0.5}` } as const;
const FREEDOM_WORDS = {
  none: 'no real choice of fingers in this bar',
  some: 'some notes of this bar have another good finger',
  much: 'most notes of this bar have another good finger',
} as const;

const drawFreedom = ({ freedom }: ScoreMarks, layout: Layout): void => {
  const places = new Map(
    layout.systems.flatMap((system) => system.bars.map((at) => [at.bar, { system, at }] as const)),
  );
  for (const { side, bar, freedom: how } of freedom) {
    const place = places.get(bar);
    if (!place) continue;
    const y = lineAt(place.system, side, BAND_LINE);
    const line = newShape('line', {
      class: 'band',
      x1: place.at.left + SPACE * 0.3,
      x2: place.at.right - SPACE * 0.3,
      y1: y,
      y2: y,
      'stroke-width': SPACE * 0.22,
      'stroke-dasharray': DASHES[how],
    });
    place.system.element.append(told('freedom', side, FREEDOM_WORDS[how], [line]));
  }
};

/** Takes the marks that are there away and draws these. */
export const drawMarks = (layout: Layout, marks: ScoreMarks): void => {
  for (const { element } of layout.systems)
    for (const old of [...element.querySelectorAll(':scope > .mark')]) old.remove();
  const moveAt = new Map(marks.moves.map((move) => [`${move.side} ${move.noteId}`, move]));
  const onBrackets = new Set<NoteMark>();
  const ends: Ends = new Map();
  for (const bracket of marks.brackets) {
    const move = bracket.noteIds.map((id) => moveAt.get(`${bracket.side} ${id}`)).find((found) => found !== undefined);
    const leads = move && move.noteId === bracket.noteIds[0] ? move : undefined;
    if (leads) onBrackets.add(leads);
    drawBracket(bracket, layout, ends, leads);
  }
  for (const move of marks.moves) if (!onBrackets.has(move)) drawMove(move, layout);
  for (const mark of marks.reaches) drawReach(mark, layout);
  for (const mark of marks.checkpoints) drawCheckpoint(mark, layout);
  drawFreedom(marks, layout);
};
