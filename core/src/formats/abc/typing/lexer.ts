/** The words of one line of ABC text: for colours in the editor, and for typing on from where the caret stands. */
export type TokenKind =
  | 'comment'
  | 'directive'
  | 'field'
  | 'bar'
  | 'chord'
  | 'note'
  | 'rest'
  | 'tuplet'
  | 'decoration'
  | 'text'
  | 'grace'
  | 'slur'
  | 'tie'
  | 'broken'
  | 'space'
  | 'other';

export interface Token {
  readonly kind: TokenKind;
  /** Place in the line, from 0. */
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

const LENGTH = String.raw`\d*\/*\d*`;
const HEAD = String.raw`[_^=]*[A-Ga-g][,']*`;

/** Tried in order at each place (ABC 2.1, chapter 4). */
const PATTERNS: readonly (readonly [TokenKind, RegExp])[] = [
  ['comment', /%.*/y],
  ['field', /\[[A-Za-z]:[^\]]*\]/y],
  ['bar', /(?::+\|+:*|\|+:+|\|\]|\|\||\[\||::|\|)(?:\d+(?:[,-]\d+)*)?|\[\d+(?:[,-]\d+)*/y],
  ['text', /"[^"]*"?/y],
  ['decoration', /![^!\s]*!|\+[^+\s]*\+|[~.HLMOPSTuv](?=[^:]|$)/y],
  ['grace', /\{[^}]*\}?/y],
  ['tuplet', /\(\d(?::\d?)?(?::\d?)?/y],
  ['chord', new RegExp(String.raw`\[[^\]|]*\]${LENGTH}`, 'y')],
  ['note', new RegExp(HEAD + LENGTH, 'y')],
  ['rest', new RegExp(String.raw`[zxZX]${LENGTH}`, 'y')],
  ['slur', /[()]/y],
  ['tie', /-/y],
  ['broken', /[<>]+/y],
  ['space', /\s+/y],
];

/** A line that begins with a letter and a colon is a field; `%%` begins a directive. */
const wholeLine = (line: string): TokenKind | undefined => {
  if (line.startsWith('%%')) return 'directive';
  return /^[A-Za-z+]:/.test(line) ? 'field' : undefined;
};

/** Every character of the line belongs to exactly one token. */
export const tokensOf = (line: string): readonly Token[] => {
  const whole = wholeLine(line);
  if (whole) return [{ kind: whole, from: 0, to: line.length, text: line }];
  const tokens: Token[] = [];
  let at = 0;
  while (at < line.length) {
    let found: Token | undefined;
    for (const [kind, pattern] of PATTERNS) {
      pattern.lastIndex = at;
      const [text] = pattern.exec(line) ?? [];
      if (!text) continue;
      found = { kind, from: at, to: at + text.length, text };
      break;
    }
    found ??= { kind: 'other', from: at, to: at + 1, text: line.slice(at, at + 1) };
    tokens.push(found);
    at = found.to;
  }
  return tokens;
};
