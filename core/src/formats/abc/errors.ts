/** Why an ABC text could not be read. Facts only; `explainAbcError` words them. */
export type AbcError =
  | { readonly code: 'empty' }
  | { readonly code: 'too-large'; readonly bytes: number; readonly limitBytes: number }
  | { readonly code: 'not-text' }
  | { readonly code: 'not-abc' }
  | { readonly code: 'no-such-tune'; readonly tune: number; readonly tunes: number }
  | { readonly code: 'no-notes'; readonly first: AbcRemark | null }
  | { readonly code: 'too-long-note'; readonly line: number; readonly column: number; readonly limitQuarters: number }
  | { readonly code: 'too-long'; readonly what: 'bars' | 'notes'; readonly limit: number }
  | {
      readonly code: 'too-many-overlays';
      readonly line: number;
      readonly column: number;
      readonly limit: number;
    }
  | { readonly code: 'unreadable'; readonly detail: string };

/** A stretch of one line of the text; line and column counted from 1. */
export interface AbcPlace {
  readonly line: number;
  readonly column: number;
  readonly length: number;
}

/** Something in the text that was read around, with its place counted from 1. */
export interface AbcRemark {
  readonly line: number;
  readonly column: number;
  readonly message: string;
}

export const wordAbcRemark = ({ line, column, message }: AbcRemark): string =>
  `Line ${line}, column ${column}: ${message}`;

/** One sentence for the user: what is wrong, where, and what to do. */
export const explainAbcError = (error: AbcError): string => {
  switch (error.code) {
    case 'empty':
      return 'There is no text yet; an ABC tune begins with X:1 and names its key in a line K:.';
    case 'too-large':
      return `The text is ${(error.bytes / 1024 / 1024).toFixed(1)} MB, and at most ${error.limitBytes / 1024 / 1024} MB are read; bring in a tune at a time.`;
    case 'not-text':
      return 'This is not a text file in UTF-8 or Latin-1; save it as plain text and try again.';
    case 'not-abc':
      return 'No tune was found: an ABC tune names its key in a line such as “K:C” before the music.';
    case 'no-such-tune':
      return `There is no tune ${error.tune}: the file has ${error.tunes}.`;
    case 'no-notes':
      return `The tune has no notes to finger${error.first ? ` (${wordAbcRemark(error.first)})` : ''}; check the lines after K:.`;
    case 'too-long-note':
      return `Line ${error.line}, column ${error.column}: this note or rest is longer than ${error.limitQuarters} quarters; check the number after it.`;
    case 'too-long':
      return `The tune has more than ${error.limit.toLocaleString('en')} ${error.what}; bring it in in sections.`;
    case 'too-many-overlays':
      return `Line ${error.line}: one bar has more than ${error.limit} voices laid over it with “&”; write some of them as voices of their own (V:).`;
    case 'unreadable':
      return `The tune cannot be read (${error.detail}); take out what was written last and try again.`;
  }
};
