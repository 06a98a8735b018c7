import { line } from '../../testing/line';
import type { Score } from './score';
import { meetingsOf, withHands } from './hands';

/** Both hands from two written lines. */
const together = (right: string, left: string): Score => {
  const [upper, lower] = [line(right), line(left, { side: 'left' })];
  const notes = [...upper.notes, ...lower.notes.map((note) => ({ ...note, id: `l${note.id}` }))];
  return { ...upper, notes: notes.sort((a, b) => a.onsetTicks - b.onsetTicks || a.midi - b.midi) };
};

describe('notes given to the other hand', () => {
  const score = line('C4/1 E4 G4 C5');

  it('change their hand and nothing else', () => {
    const given = withHands(score, new Map([['n1', 'left']]));
    expect(given.notes.map(({ side }) => side)).toEqual(['left', 'right', 'right', 'right']);
    expect(given.notes.map(({ id, midi }) => [id, midi])).toEqual(score.notes.map(({ id, midi }) => [id, midi]));
  });

  it('that stay where they are leave the score itself', () => {
    expect(
      withHands(
        score,
        new Map([
          ['n1', 'right'],
          ['elsewhere', 'left'],
        ]),
      ),
    ).toBe(score);
  });
});

describe('hands that meet', () => {
  it('want one key at the same time, or one holds what the other strikes', () => {
    const kinds = (right: string, left: string) =>
      meetingsOf(together(right, left)).map(({ kind, bar }) => [kind, bar]);
    expect(kinds('C4/1 D4', 'C4/1 B3')).toEqual([['same-key', 0]]);
    expect(kinds('E4/1 C4', 'C4/2')).toEqual([['same-key', 0]]);
    expect(kinds('E4/1 D4', 'C4/1 D3')).toEqual([]);
  });

  it('cross, and that is told once for each bar', () => {
    const met = meetingsOf(together('C4/1 D4 E4 F4 | C4/4', 'G4/2 A4/2 | G4/4'));
    expect(met.map(({ kind, bar }) => [kind, bar])).toEqual([
      ['crossed', 0],
      ['crossed', 1],
    ]);
  });
});
