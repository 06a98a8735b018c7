import type { Layout } from './layout';
import { drawMarks } from './marks-drawing';
import type { ScoreMarks } from './score-marks';
import { newShape } from './svg';

const NOTHING: ScoreMarks = {
  brackets: [],
  moves: [],
  reaches: [],
  eased: [],
  checkpoints: [],
  freedom: [],
  strip: { beats: [], holds: [] },
};

/** Two systems of two bars, with four notes in a row in each: a1 to a4, b1 to b4. */
const layout = (): Layout => {
  const systems = [0, 1].map((index) => ({
    element: newShape('g', { class: 'system' }) as SVGGElement,
    edge: { right: 1000 + 5000 * index, left: 3000 + 5000 * index },
    bars: [0, 1].map((bar) => ({ bar: 2 * index + bar, left: 4000 * bar, right: 4000 * (bar + 1) })),
    right: 8000,
    drawn: undefined,
  }));
  const notes = ['a', 'b'].flatMap((name, system) =>
    [0, 1, 2, 3].map((at) => {
      const left = 500 + 2000 * at;
      return [`${name}${at + 1}`, { system, left, right: left + 200, top: 1500, bottom: 1680 }] as const;
    }),
  );
  return { systems, notes: new Map(notes) };
};

const marksIn = ({ systems }: Layout, system: number): Element[] => [...systems[system]!.element.children];
const wordsOf = (mark: Element): string | null | undefined => mark.querySelector('title')?.textContent;

const bracket = (name: string, noteIds: readonly string[], side: 'right' | 'left' = 'right') => ({
  side,
  name,
  words: `${side} hand, ${name} position`,
  noteIds,
});

describe('marks drawn on the score', () => {
  it('are brackets over the notes of a position, above the right hand and below the left', () => {
    const sheet = layout();
    drawMarks(sheet, { ...NOTHING, brackets: [bracket('C', ['a1', 'a2']), bracket('G', ['a3', 'a4'], 'left')] });
    const [right, left] = marksIn(sheet, 0);
    expect(right!.querySelector('text')?.textContent).toBe('C');
    const lineOf = (mark: Element) => Number(/V(-?[\d.]+)/.exec(mark.querySelector('path')!.getAttribute('d')!)![1]);
    expect(lineOf(right!)).toBeLessThan(1000);
    expect(lineOf(left!)).toBeGreaterThan(3000);
    expect(right!.querySelector('path')?.getAttribute('d')).toMatch(/^M500 .*H2700/);
  });

  it('go on in the next system with the name in brackets', () => {
    const sheet = layout();
    drawMarks(sheet, { ...NOTHING, brackets: [bracket('C', ['a4', 'b1'])] });
    expect(marksIn(sheet, 0).map((mark) => mark.querySelector('text')?.textContent)).toEqual(['C']);
    expect(marksIn(sheet, 1).map((mark) => mark.querySelector('text')?.textContent)).toEqual(['(C)']);
  });

  it('put the sign of a move on the bracket it leads to, and elsewhere over its note', () => {
    const sheet = layout();
    const move = (noteId: string) => ({ side: 'right' as const, noteId, kind: 'thumb-under' as const, words: noteId });
    drawMarks(sheet, { ...NOTHING, brackets: [bracket('F', ['a3', 'a4'])], moves: [move('a3'), move('a2')] });
    expect(marksIn(sheet, 0).map(wordsOf)).toEqual(['right hand, F position; a3', 'a2']);
    expect(marksIn(sheet, 0).every((mark) => mark.querySelector('.sign') !== null)).toBe(true);
  });

  it('keep names apart that stand close', () => {
    const sheet = layout();
    const names = ['C open', 'F sharp'].map((name, index) => bracket(name, [`a${index + 1}`]));
    drawMarks(
      { ...sheet, notes: new Map([...sheet.notes].map(([id, at]) => [id, { ...at, left: 500, right: 700 }])) },
      {
        ...NOTHING,
        brackets: names,
      },
    );
    const [first, second] = marksIn(sheet, 0).map((mark) => Number(mark.querySelector('text')?.getAttribute('x')));
    expect(second! - first!).toBeGreaterThan(800);
  });

  it('tell elbow room by the stroke: full, dashed, dotted', () => {
    const sheet = layout();
    const freedom = (['none', 'some', 'much'] as const).map((how, bar) => ({
      side: 'right' as const,
      bar,
      freedom: how,
    }));
    drawMarks(sheet, { ...NOTHING, freedom });
    const dashes = [0, 1].flatMap((system) =>
      marksIn(sheet, system).map((mark) => mark.querySelector('line')?.getAttribute('stroke-dasharray')),
    );
    expect(new Set(dashes).size).toBe(3);
    expect(dashes[0]).toBe('');
  });

  it('are drawn again only where they changed, and go when they are not wanted', () => {
    const sheet = layout();
    const marks = { ...NOTHING, brackets: [bracket('C', ['a1', 'a2']), bracket('G', ['b1'])] };
    drawMarks(sheet, marks);
    const [kept] = marksIn(sheet, 0);
    drawMarks(sheet, { ...marks, brackets: [marks.brackets[0]!, bracket('A', ['b1'])] });
    expect(marksIn(sheet, 0)).toEqual([kept]);
    expect(marksIn(sheet, 1).map(wordsOf)).toEqual(['right hand, A position']);
    drawMarks(sheet, NOTHING);
    expect(marksIn(sheet, 0)).toEqual([]);
  });

  it('show stretched reaches and checkpoints at their notes', () => {
    const sheet = layout();
    const at = { side: 'right' as const, noteId: 'a2', words: '1-5 spans 188 mm of 197: limit' };
    drawMarks(sheet, { ...NOTHING, reaches: [at], checkpoints: [{ ...at, words: 'Checkpoint: finger 1 is here' }] });
    expect(marksIn(sheet, 0).map((mark) => mark.getAttribute('class'))).toEqual([
      'mark reach right',
      'mark checkpoint right',
    ]);
    expect(wordsOf(marksIn(sheet, 0)[0]!)).toContain('188 mm');
  });
});
