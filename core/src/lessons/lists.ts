/** The lists of lessons: what is set again, what was promised, and both in words. */

/** What became of something that was set. */
export const ITEM_STATES = ['open', 'again', 'done'] as const;
export type ItemState = (typeof ITEM_STATES)[number];

/** Something that was set at a lesson. */
export interface SetItem {
  /** Within its lesson. */
  readonly id: string;
  readonly pieceId: string | null;
  /** Bars as one says them: “1–4”; empty for all. */
  readonly bars: string;
  readonly words: string;
  /** Quarters a minute; null where none is wanted. */
  readonly tempo: number | null;
  readonly state: ItemState;
  /** The tempo that was steady. */
  readonly steady: number | null;
  readonly stumbled: string;
  readonly remark: string;
}

/** The longest list, and the longest words of a thing that is set. */
export const MOST_ITEMS = 40;
export const LONGEST_ITEM = 500;

const NEW_ITEM: Omit<SetItem, 'id'> = {
  pieceId: null,
  bars: '',
  words: '',
  tempo: null,
  state: 'open',
  steady: null,
  stumbled: '',
  remark: '',
};

/** A name for one more thing of a list whose things are numbered. */
export const nextId = (items: readonly { readonly id: string }[]): string =>
  String(1 + Math.max(0, ...items.map(({ id }) => Number(id) || 0)));

/** What is still to do of what was set: it is set again, with what was said about it, as new. */
export const unfinishedOf = (items: readonly SetItem[]): readonly SetItem[] =>
  items
    .filter(({ state }) => state !== 'done')
    .map((item, at) => ({
      ...item,
      id: String(at + 1),
      state: 'open',
      steady: null,
      stumbled: '',
      remark: [item.stumbled && `bars ${item.stumbled}`, item.remark].filter(Boolean).join('; '),
    }));

/** What was promised, as things to set. */
export const promisedOf = ({ promised }: { readonly promised: string }): readonly SetItem[] =>
  promised
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .slice(0, MOST_ITEMS)
    .map((words, at) => ({ ...NEW_ITEM, id: String(at + 1), words: words.slice(0, LONGEST_ITEM) }));

/** A line of a list as one says it. @example 'Lantern Boats, bars 1–4: steps 1 and 2, at 60' */
export const itemInWords = (
  { bars, words, tempo: wanted }: Pick<SetItem, 'bars' | 'words' | 'tempo'>,
  title: string,
): string => {
  const what = [title, bars === '' ? '' : `bars ${bars}`].filter(Boolean).join(', ');
  const how = [words, wanted === null ? '' : `at ${wanted}`].filter(Boolean).join(', ');
  return [what, how].filter(Boolean).join(': ');
};

/** Titles of pieces by their ids. */
export type Titles = ReadonlyMap<string, string>;

/** What was set at a lesson, a line each. */
export const setInWords = ({ items }: { readonly items: readonly SetItem[] }, titles: Titles): readonly string[] =>
  items.map((item) => itemInWords(item, titles.get(item.pieceId ?? '') ?? ''));
