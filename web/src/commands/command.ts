/** One thing that can be done in a place; its buttons, its key and its line on the keys sheet are drawn from this. */
export interface Command {
  /** What its button says. */
  readonly words: string | (() => string);
  /** What it does, in a few more words, for the keys sheet; as `words` where there is nothing more to say. */
  readonly does?: string;
  /** Key presses in the syntax of tinykeys; each does the same. */
  readonly keys: readonly string[];
  /** How its keys are written, where that cannot be told from `keys`. */
  readonly label?: string;
  /** Whether it can be done now. */
  readonly can?: () => boolean;
  /** Whether what it switches is on. */
  readonly isOn?: () => boolean;
  /** Its key holds in fields of text as well. */
  readonly inText?: boolean;
  /** @param key - the key that was pressed, where one was */
  readonly run: (key: string) => void;
}

export interface CommandGroup {
  readonly title: string;
  readonly commands: Readonly<Record<string, Command>>;
}

const NAMES: Readonly<Record<string, string>> = {
  $mod: 'Ctrl',
  Control: 'Ctrl',
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
  PageUp: 'PgUp',
  PageDown: 'PgDn',
  Escape: 'Esc',
  Delete: 'Del',
  Backspace: '⌫',
};

const pressLabel = (press: string): string =>
  press
    .split(/(?<=\w|\])\+/)
    .filter((part) => !/^\[.+\]$/.test(part))
    .map((part) => NAMES[part] ?? (part.length === 1 ? part.toUpperCase() : part))
    .join('+');

/** The key of a command as it is written: `Ctrl+Z`; empty where it has none. */
export const keyLabel = ({ keys, label }: Pick<Command, 'keys' | 'label'>): string =>
  label ?? (keys[0] === undefined ? '' : pressLabel(keys[0]));

export const wordsOf = ({ words }: Pick<Command, 'words'>): string => (typeof words === 'string' ? words : words());

export const canRun = ({ can }: Pick<Command, 'can'>): boolean => can?.() ?? true;

/** A sign wherever it lies on the keyboard: some need Shift or AltGr for it. */
export const sign = (key: string): string => `[Shift]+[Alt]+[Control]+${key}`;
