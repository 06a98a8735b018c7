import type { FingeredNote } from './fingered-notes';
import { newShape } from './svg';

/** The engraver's drawing in the page: which figure and which notehead belongs to which note. */
export interface Drawing {
  readonly fingers: ReadonlyMap<string, SVGGElement>;
  readonly notes: ReadonlyMap<string, SVGGElement>;
}

/** A page in a box of its own: what changes in it is painted by itself, so a long piece stays quick. */
const pageBox = (svg: Element): HTMLElement => {
  const box = document.createElement('div');
  box.className = 'page';
  box.append(svg);
  return box;
};

const setAway = (page: HTMLElement, away: boolean): void => {
  if (away && !page.classList.contains('away')) page.style.height = `${page.offsetHeight}px`;
  page.classList.toggle('away', away);
};

/**
 * Keeps only the pages near the eye in the page's own layout: the browser then carries some thousand shapes instead of a
 * hundred thousand. A page out of sight keeps its height and its shapes, and comes back before it is scrolled to.
 */
export const keepPagesInSight = (scroller: HTMLElement, sheet: HTMLElement): (() => void) => {
  const observer = new IntersectionObserver(
    (entries) => {
      for (const { target, isIntersecting } of entries) setAway(target as HTMLElement, !isIntersecting);
    },
    { root: scroller, rootMargin: '60% 0px' },
  );
  for (const page of sheet.querySelectorAll('.page')) observer.observe(page);
  return () => observer.disconnect();
};

/** Pages are parsed as SVG, never as HTML. */
const boxesOf = (pages: readonly string[]): readonly HTMLElement[] => {
  const parser = new DOMParser();
  return pages.map((page) => pageBox(parser.parseFromString(page, 'image/svg+xml').documentElement));
};

/** Puts the pages in place of what was drawn before. */
export const showPages = (sheet: HTMLElement, pages: readonly string[]): void =>
  sheet.replaceChildren(...boxesOf(pages));

/** Puts more pages after those that are shown. */
export const addPages = (sheet: HTMLElement, pages: readonly string[]): void => sheet.append(...boxesOf(pages));

export const indexDrawing = (sheet: HTMLElement): Drawing => ({
  fingers: new Map(
    [...sheet.querySelectorAll<SVGGElement>('g.fing')].map((group) => [
      group.getAttribute('data-startid')?.slice(1) ?? '',
      group,
    ]),
  ),
  notes: new Map([...sheet.querySelectorAll<SVGGElement>('g.note')].map((group) => [group.id, group])),
});

/** The innermost text element, which carries the size. */
const figureOf = (group: SVGGElement): Element | null =>
  group.querySelector('tspan tspan') ?? group.querySelector('tspan');

/** How a figure is set apart, besides its weight: the teacher's in a frame, a printed one underlined. */
const drawMark = (group: SVGGElement, text: SVGTextElement, { decidedBy }: FingeredNote, width: number): void => {
  group.querySelector('.box, .line')?.remove();
  const size = parseFloat(figureOf(group)?.getAttribute('font-size') ?? '300');
  const [x, y] = [Number(text.getAttribute('x')), Number(text.getAttribute('y'))];
  const half = size * 0.36 * width;
  if (decidedBy === 'teacher')
    group.append(
      newShape('rect', {
        class: 'box',
        x: x - half - size * 0.04,
        y: y - size * 0.86,
        width: 2 * half + size * 0.08,
        height: size * 1.02,
        rx: size * 0.14,
        'stroke-width': size * 0.075,
      }),
    );
  if (decidedBy === 'printed')
    group.append(
      newShape('line', {
        class: 'line',
        x1: x - half,
        x2: x + half,
        y1: y + size * 0.14,
        y2: y + size * 0.14,
        'stroke-width': size * 0.07,
      }),
    );
};

const paintOne = (group: SVGGElement, fingered: FingeredNote): void => {
  const { finger, substitute } = fingered.planned;
  const own = finger === null ? '–' : substitute === null ? String(finger) : `${finger}-${substitute}`;
  const figure = fingered.refused ? `${own}✕` : own;
  const look = `${figure} ${fingered.decidedBy}${fingered.written ? '' : ' unwritten'}`;
  if (group.dataset['look'] === look) return;
  group.dataset['look'] = look;
  const holder = figureOf(group);
  const text = group.querySelector('text');
  if (!holder || !text) return;
  holder.textContent = figure;
  group.setAttribute('class', `fing ${look.slice(figure.length + 1)}`);
  drawMark(group, text, fingered, figure.length);
};

/** How a note looks that is not played. */
const LEFT_OUT = 'left out';

/** Writes the figures of a plan into the drawing; only those that changed are touched. */
export const paintFingers = (drawing: Drawing, notes: ReadonlyMap<string, FingeredNote>): void => {
  for (const [id, group] of drawing.fingers) {
    const fingered = notes.get(id);
    if (fingered) paintOne(group, fingered);
    // A note that is left out has no finger.
    else if (group.dataset['look'] !== LEFT_OUT) {
      group.dataset['look'] = LEFT_OUT;
      group.setAttribute('class', 'fing unwritten');
    }
  }
};

const ringAround = (note: SVGGElement): SVGElement => {
  const head = note.querySelector<SVGGElement>('g.notehead') ?? note;
  const box = head.getBBox();
  const side =
    note.closest('g.staff')?.parentElement?.querySelector('g.staff') === note.closest('g.staff') ? 'right' : 'left';
  const margin = box.height * 0.45;
  const ring = newShape('ellipse', {
    class: 'ring',
    cx: box.x + box.width / 2,
    cy: box.y + box.height / 2,
    rx: box.width / 2 + margin,
    ry: box.height / 2 + margin,
    'stroke-width': box.height * 0.2,
  });
  ring.style.setProperty('--ring', `var(--${side})`);
  note.append(ring);
  return ring;
};

const frameAround = (measure: SVGGElement): SVGElement | undefined => {
  const staves = [...measure.querySelectorAll<SVGGElement>(':scope > g.staff')];
  const lines = staves.flatMap((staff) => [...staff.querySelectorAll<SVGPathElement>(':scope > path')]);
  const boxes = lines.map((line) => line.getBBox());
  if (boxes.length === 0) return undefined;
  const left = Math.min(...boxes.map((box) => box.x));
  const right = Math.max(...boxes.map((box) => box.x + box.width));
  const top = Math.min(...boxes.map((box) => box.y));
  const bottom = Math.max(...boxes.map((box) => box.y + box.height));
  const margin = (bottom - top) * 0.12;
  const frame = newShape('rect', {
    class: 'bar-frame',
    x: left,
    y: top - margin,
    width: right - left,
    height: bottom - top + 2 * margin,
    'stroke-width': 14,
    rx: 60,
  });
  measure.prepend(frame);
  return frame;
};

/** Frames the chosen bar lightly, rings the chosen note, and brings both into sight; gives what takes frame and ring away. */
export const frameChosen = (drawing: Drawing, id: string | undefined): (() => void) | undefined => {
  const note = id === undefined ? undefined : drawing.notes.get(id);
  if (!note) return undefined;
  // What is out of sight has no measures.
  note.closest('.page')?.classList.remove('away');
  const measure = note.closest<SVGGElement>('g.measure');
  const frame = measure ? frameAround(measure) : undefined;
  const ring = ringAround(note);
  (measure ?? note).scrollIntoView({ block: 'nearest', inline: 'nearest' });
  return () => {
    frame?.remove();
    ring.remove();
  };
};
