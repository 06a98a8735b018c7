import fc from 'fast-check';
import { folded, isFoundIn, searchText, searchWords } from './search-text';

const finds = (text: string, wanted: string): boolean => isFoundIn(searchText([text]), searchWords(wanted));

describe('search', () => {
  // Facts of the alphabets: common practice, no source.
  it.each([
    ['Übung', 'übung'],
    ['Ödön', 'odon'],
    ['Straße', 'strasse'],
    ['GROẞ', 'groß'],
    ['Işık', 'isik'],
    ['İstanbul', 'istanbul'],
    ['ılık', 'ILIK'],
    ['Δρόμος', 'δρομοσ'],
    ['ΌΔΟΣ', 'όδος'],
    ['Ёлка', 'елка'],
    ['ЖУК', 'жук'],
    ['Łódź', 'lodz'],
    ['ﬁngers', 'fingers'],
    ['Cœur', 'coeur'],
  ])('finds %s by %s', (text, wanted) => {
    expect(finds(text, wanted)).toBe(true);
  });

  it('finds words by how they begin, in any order', () => {
    expect(finds('Lantern Waltz, bars 1–4', 'wal lant')).toBe(true);
    expect(finds('Lantern Waltz', 'tern')).toBe(false);
    expect(finds('Lantern Waltz', 'lantern boats')).toBe(false);
    expect(finds('Lantern Waltz', '%_')).toBe(true);
  });

  it('folds the same whichever way a text is composed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        expect(folded(text.normalize('NFD'))).toBe(folded(text.normalize('NFC')));
      }),
    );
  });
});
