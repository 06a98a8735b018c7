import { HighlightStyle, StreamLanguage, syntaxHighlighting } from '@codemirror/language';
import type { Extension } from '@codemirror/state';
import { tokensOf, type Token, type TokenKind } from '@kettle-step/core/typing';
import { tags } from '@lezer/highlight';

/** Colours of ABC text; each kind differs in weight or slant too, so that none hangs on colour alone. */
const STYLES: Readonly<Partial<Record<TokenKind, keyof typeof tags>>> = {
  comment: 'comment',
  directive: 'meta',
  field: 'heading',
  bar: 'separator',
  chord: 'variableName',
  note: 'variableName',
  rest: 'null',
  tuplet: 'operator',
  tie: 'operator',
  slur: 'operator',
  broken: 'operator',
  decoration: 'annotation',
  text: 'string',
  grace: 'emphasis',
  other: 'invalid',
};

interface LineState {
  tokens: readonly Token[];
}

const language = StreamLanguage.define<LineState>({
  name: 'abc',
  startState: () => ({ tokens: [] }),
  token: (stream, state) => {
    if (stream.sol()) state.tokens = tokensOf(stream.string);
    const token = state.tokens.find(({ from, to }) => stream.pos >= from && stream.pos < to);
    if (!token) {
      stream.skipToEnd();
      return null;
    }
    stream.pos = token.to;
    return STYLES[token.kind] ?? null;
  },
});

const style = HighlightStyle.define([
  { tag: tags.comment, color: '#5f5446', fontStyle: 'italic' },
  { tag: tags.meta, color: '#5f5446' },
  { tag: tags.heading, color: '#6b2c0c', fontWeight: '700' },
  { tag: tags.separator, color: '#2b241c', fontWeight: '700' },
  { tag: tags.variableName, color: '#2b241c' },
  { tag: tags.null, color: '#5f5446' },
  { tag: tags.operator, color: '#1c566f', fontWeight: '700' },
  { tag: tags.annotation, color: '#1c566f', fontWeight: '700' },
  { tag: tags.string, color: '#3f5221' },
  { tag: tags.emphasis, fontStyle: 'italic' },
  { tag: tags.invalid, color: '#8c1d18', textDecoration: 'underline wavy' },
]);

export const abcLanguage: Extension = [language, syntaxHighlighting(style)];
