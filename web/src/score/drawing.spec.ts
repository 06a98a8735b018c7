import { testPiece } from '../../testing/piece';
import { indexDrawing, paintFingers, showPages } from './drawing';

/** What the engraver draws, as far as it matters here. */
const PAGE = `<svg xmlns="http://www.w3.org/2000/svg"><g class="note" id="n1"/><g class="note" id="n2"/>
  ${['n1', 'n2']
    .map(
      (id) =>
        `<g class="fing" data-startid="#${id}"><text x="100" y="200"><tspan><tspan font-size="300px">1</tspan></tspan></text></g>`,
    )
    .join('')}</svg>`;

const drawn = () => {
  const sheet = document.createElement('div');
  showPages(sheet, [PAGE]);
  return { sheet, drawing: indexDrawing(sheet) };
};

describe('finger numbers in the drawing', () => {
  it('are found by their note', () => {
    const { drawing } = drawn();
    expect([...drawing.fingers.keys()]).toEqual(['n1', 'n2']);
    expect([...drawing.notes.keys()]).toEqual(['n1', 'n2']);
  });

  it('are set apart by shape: the teacher’s stand in a frame', () => {
    const { drawing, sheet } = drawn();
    paintFingers(drawing, testPiece('C4/1 D4', new Map([['n2', 3]])).notes);
    expect([...sheet.querySelectorAll('.fing')].map((group) => group.textContent)).toEqual(['2', '3']);
    expect(drawing.fingers.get('n1')?.getAttribute('class')).toBe('fing suggested');
    expect(drawing.fingers.get('n1')?.querySelector('.box')).toBeNull();
    expect(drawing.fingers.get('n2')?.querySelector('.box')).not.toBeNull();
  });

  it('lose the frame again when the finger is let go', () => {
    const { drawing } = drawn();
    paintFingers(drawing, testPiece('C4/1 D4', new Map([['n2', 3]])).notes);
    paintFingers(drawing, testPiece('C4/1 D4').notes);
    expect(drawing.fingers.get('n2')?.querySelector('.box')).toBeNull();
  });

  it('never let the engraver’s text become part of the page as HTML', () => {
    const { sheet } = drawn();
    const drawing = [...sheet.querySelectorAll('.page *')];
    expect(drawing.length).toBeGreaterThan(0);
    expect(drawing.every(({ namespaceURI }) => namespaceURI === 'http://www.w3.org/2000/svg')).toBe(true);
  });
});
