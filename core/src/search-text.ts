/** Letters that Unicode does not take apart, as a person without them on the keyboard types them. Common practice, no source. */
const LETTERS: Readonly<Record<string, string>> = {
  ß: 'ss',
  ı: 'i',
  ς: 'σ',
  ø: 'o',
  ł: 'l',
  đ: 'd',
  ð: 'd',
  þ: 'th',
  æ: 'ae',
  œ: 'oe',
};
const FOLDED = new RegExp(`[${Object.keys(LETTERS).join('')}]`, 'g');

/** Text without case, accents and ligatures. @example folded('Übung für Ödön') // => 'ubung fur odon' */
export const folded = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .replace(FOLDED, (letter) => LETTERS[letter]!);

/** The folded words of a text: letters and digits. */
export const searchWords = (text: string): readonly string[] => folded(text).match(/[\p{L}\p{N}]+/gu) ?? [];

/** What is searched: each folded word with a space before it, so that ` wal` finds words that begin so. */
export const searchText = (texts: readonly string[]): string =>
  searchWords(texts.join(' '))
    .map((word) => ` ${word}`)
    .join('');

/** Whether each word that is looked for begins some word of a search text. */
export const isFoundIn = (searched: string, wanted: readonly string[]): boolean =>
  wanted.every((word) => searched.includes(` ${word}`));
