import type { TextPlace, Typed } from '@kettle-step/contract';

/** Between places of a text by line and column, and by number of characters. */

export interface Stretch {
  readonly from: number;
  readonly to: number;
}

const lineStart = (text: string, line: number): number => {
  let at = 0;
  for (let index = 1; index < line; index += 1) {
    const next = text.indexOf('\n', at);
    if (next < 0) return text.length;
    at = next + 1;
  }
  return at;
};

/** Where a place lies, as far as the text still reaches. */
export const stretchOf = (text: string, { line, column, length }: TextPlace): Stretch => {
  const from = Math.min(text.length, lineStart(text, line) + column - 1);
  return { from, to: Math.min(text.length, from + length) };
};

/** The note at the caret: the one it stands in or right after, else the last one before it on the line. */
export const noteAt = ({ places }: Typed, text: string, caret: number): string | undefined => {
  const lines = text.slice(0, caret).split('\n');
  const [line, column] = [lines.length, lines[lines.length - 1]!.length + 1];
  let best: { readonly id: string; readonly column: number } | undefined;
  for (const [id, pieces] of places)
    for (const piece of pieces)
      if (piece.line === line && piece.column <= column && piece.column >= (best?.column ?? 0))
        best = { id, column: piece.column };
  return best?.id;
};
