/** What the keys of the bench do, as it is told and as it is obeyed. */

export type Command =
  | 'settle'
  | 'reopen'
  | 'try-another'
  | 'leave'
  | 'next-open'
  | 'last-open'
  | 'next-bar'
  | 'last-bar'
  | 'other-hand'
  | 'settle-clear'
  | 'keep-printed'
  | 'apart'
  | 'give-away'
  | 'writing'
  | 'compare'
  | 'effort'
  | 'correct'
  | 'marks'
  | 'remark'
  | 'level'
  | 'versions'
  | 'play'
  | 'loop'
  | 'help';

interface Hint {
  readonly keys: string;
  readonly does: string;
}

export const KEY_GROUPS: readonly { readonly title: string; readonly hints: readonly Hint[] }[] = [
  {
    title: 'Walk',
    hints: [
      { keys: '← →', does: 'note before, note after' },
      { keys: '↑ ↓', does: 'key above, key below, then the other hand' },
      { keys: 'PgUp PgDn', does: 'bar before, bar after' },
      { keys: 'N · Shift+N', does: 'next open bar, last open bar' },
      { keys: 'H', does: 'the other hand' },
    ],
  },
  {
    title: 'Decide',
    hints: [
      { keys: '1 – 5', does: 'set the finger of the note' },
      { keys: '0', does: 'let it go' },
      { keys: 'T', does: 'try another way; Esc goes back' },
      { keys: 'Enter', does: 'settle the bar with what is seen, and go to the next open one' },
      { keys: 'O', does: 'open the bar again' },
      { keys: 'A', does: 'settle all bars that are sure' },
      { keys: 'K', does: 'keep what is printed in the bar' },
      { keys: 'D', does: 'let the bar differ from others with the same music' },
      { keys: 'G', does: 'give the note to the other hand' },
      { keys: 'X', does: 'correct the music; then Alt+↑ ↓ by step, with Shift by half step, Del takes the note out' },
      { keys: 'Ctrl+Z', does: 'undo' },
      { keys: 'Ctrl+Shift+Z', does: 'redo' },
    ],
  },
  {
    title: 'Look and listen',
    hints: [
      { keys: 'W', does: 'how much to write: every number, normal, pencil' },
      { keys: 'M', does: 'marks on the score' },
      { keys: 'C', does: 'compare printed, suggested and ours' },
      { keys: 'E', does: 'effort over the piece' },
      { keys: 'P', does: 'play from here, stop' },
      { keys: 'B', does: 'play this bar round and round' },
      { keys: 'R', does: 'remark on the bar' },
      { keys: 'L', does: 'hand and level' },
      { keys: 'V', does: 'versions' },
      { keys: '?', does: 'these keys' },
    ],
  },
];

const LETTERS: Readonly<Record<string, Command>> = {
  o: 'reopen',
  t: 'try-another',
  n: 'next-open',
  h: 'other-hand',
  a: 'settle-clear',
  k: 'keep-printed',
  d: 'apart',
  g: 'give-away',
  w: 'writing',
  c: 'compare',
  e: 'effort',
  x: 'correct',
  m: 'marks',
  r: 'remark',
  l: 'level',
  v: 'versions',
  p: 'play',
  b: 'loop',
  '?': 'help',
};

const NAMED: Readonly<Record<string, Command>> = {
  Enter: 'settle',
  Escape: 'leave',
  PageDown: 'next-bar',
  PageUp: 'last-bar',
};

/** The command of a key press without Ctrl, Alt or Meta; letters only while they are switched on (WCAG 2.2, 2.1.4). */
export const commandOf = (
  { key, shiftKey }: Pick<KeyboardEvent, 'key' | 'shiftKey'>,
  letters: boolean,
): Command | undefined => {
  if (NAMED[key]) return NAMED[key];
  if (!letters) return undefined;
  const command = LETTERS[key.toLowerCase()];
  return command === 'next-open' && shiftKey ? 'last-open' : command;
};
