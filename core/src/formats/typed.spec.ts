import { openScore } from '../../testing/musicxml';
import { readTyped } from './typed';

const TEXT = `X:1
T:Typed
M:3/4
L:1/4
%%score {R L}
V:R clef=treble
V:L clef=bass
K:G
V:R
!1!G A2-|A [Bd]2|
V:L
G,3|D,3|
`;

const typed = (text: string) => {
  const read = readTyped(text);
  if (read.kind === 'error') throw new Error(read.error.message);
  return read.value;
};

describe('music that is being typed', () => {
  it('knows where each note stands in the text, tied pieces among them', () => {
    const { score, places } = typed(TEXT);
    const lines = TEXT.split('\n');
    const wordsOf = (id: string) =>
      places.get(id)!.map(({ line, column, length }) => lines[line - 1]!.slice(column - 1, column - 1 + length));
    expect(score.notes.map(({ id }) => wordsOf(id))).toEqual([
      ['G,3'],
      ['!1!G'],
      ['A2-', 'A'],
      ['D,3'],
      ['[Bd]2'],
      ['[Bd]2'],
    ]);
  });

  it('is engraved under the same names', () => {
    const { score, engravable } = typed(TEXT);
    const engraved = openScore(engravable).score;
    expect(engraved.notes.map(({ id, midi }) => [id, midi])).toEqual(score.notes.map(({ id, midi }) => [id, midi]));
    expect(engraved.notes.find(({ id }) => id === 'v1-2')?.tiedIds).toEqual(['v1-2.1']);
  });

  it('shows the staves of voices that have no notes yet, each on its own', () => {
    const begun = TEXT.replace(/^V:R\n[^V]*/m, 'V:R\n').replace(/G,3.*\n/, '');
    const empty = typed(begun);
    expect(empty.score.notes).toHaveLength(0);
    expect(empty.engravable).toContain('<staves>2</staves>');
    const right = typed(begun.replace('V:R\nV:L', 'V:R\nGAB|\nV:L'));
    expect(right.places.get('v1-1')).toEqual([{ line: 10, column: 1, length: 1 }]);
    expect(right.engravable).toContain('<staves>2</staves>');
    expect(readTyped('X:1\nK:C\n')).toMatchObject({ kind: 'error', error: { isEmpty: true } });
  });

  it('says what cannot be read, and where it can be told', () => {
    expect(readTyped('')).toMatchObject({ kind: 'error', error: { line: null } });
    const long = readTyped('X:1\nL:1/4\nK:C\nC D99999999 |');
    expect(long).toMatchObject({ kind: 'error', error: { line: 4, column: 3 } });
    expect(typed('X:1\nL:1/4\nK:C\nC D !foo!E F|').remarks).toMatchObject([{ line: 4 }]);
  });
});
