import type { PieceSummary } from '@kettle-step/contract';
import { testPiece } from '../../testing/piece';
import { arranged, choicesOf, NEXT, NO_WISHES, NOW, type ShelfWishes, type Suitable } from './shelf-order';

const { stored } = testPiece('C4/4');

const piece = (title: string, more: Partial<PieceSummary> = {}): PieceSummary => ({ ...stored, title, ...more });

const SHELF = [
  piece('Étude 10', { student: 'Pip', updatedAt: '2026-01-03T00:00:00.000Z', key: 'A minor' }),
  piece('Étude 2', { student: '', updatedAt: '2026-01-05T00:00:00.000Z', lanes: { right: 'd0', left: '-0' } }),
  piece('Waltz', { student: 'Ada', composer: 'Wren', updatedAt: '2026-01-04T00:00:00.000Z', level: 'crossing' }),
];

const titles = (wishes: Partial<ShelfWishes>): string[] =>
  arranged(SHELF, { ...NO_WISHES, ...wishes }).map(({ title }) => title);

describe('the order of the shelf', () => {
  it('is by title as one counts, by student with nobody’s last, or by what was done lately', () => {
    expect(titles({})).toEqual(['Étude 2', 'Étude 10', 'Waltz']);
    expect(titles({ order: 'student' })).toEqual(['Waltz', 'Étude 10', 'Étude 2']);
    expect(titles({ order: 'lately' })).toEqual(['Étude 2', 'Waltz', 'Étude 10']);
  });

  it('finds words of title, composer and student, whatever their accents', () => {
    expect(titles({ search: 'etude pip' })).toEqual(['Étude 10']);
    expect(titles({ search: ' WREN ' })).toEqual(['Waltz']);
    expect(titles({ search: 'nothing' })).toEqual([]);
    expect(arranged([piece('Straße im Işık')], { ...NO_WISHES, search: 'isik STRASSE' })).toHaveLength(1);
  });

  it('lets through what is chosen: student, state, key, level', () => {
    expect(titles({ student: 'Pip' })).toEqual(['Étude 10']);
    expect(titles({ progress: 'settled' })).toEqual(['Étude 2']);
    expect(titles({ key: 'A minor' })).toEqual(['Étude 10']);
    expect(titles({ level: 'crossing' })).toEqual(['Waltz']);
  });

  it('goes by what a student can do: fewest new moves first, or only what needs none', () => {
    const suitable: Suitable = new Map([
      ['a', { place: 1, untaught: [{ kind: 'slide' as const, bars: [3] }] }],
      ['b', { place: 0, untaught: [] }],
    ]);
    const pieces = [piece('Étude', { id: 'a' }), piece('Waltz', { id: 'b' })];
    const found = (suits: string) => arranged(pieces, { ...NO_WISHES, suits }, suitable).map(({ title }) => title);
    expect(found(`${NEXT}pip`)).toEqual(['Waltz', 'Étude']);
    expect(found(`${NOW}pip`)).toEqual(['Waltz']);
  });

  it('offers what there is', () => {
    expect(choicesOf(SHELF, ({ student }) => student)).toEqual(['Ada', 'Pip']);
  });
});
