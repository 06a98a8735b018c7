/** Why a file could not be read. Facts only; `explainMusicXmlError` words them. */
export type MusicXmlError =
  | { readonly code: 'empty' }
  /** Bytes of the file; null where unpacking it was left off at the limit. */
  | { readonly code: 'too-large'; readonly bytes: number | null; readonly limitBytes: number }
  | { readonly code: 'bad-zip'; readonly detail: string }
  | { readonly code: 'not-xml'; readonly detail: string; readonly line: number | null }
  | { readonly code: 'truncated'; readonly line: number | null }
  | { readonly code: 'unsafe-xml' }
  | { readonly code: 'too-deep'; readonly limit: number }
  | { readonly code: 'not-musicxml'; readonly root: string }
  | { readonly code: 'no-piano-part'; readonly parts: readonly string[] }
  | { readonly code: 'no-notes' }
  | { readonly code: 'too-long'; readonly what: 'bars' | 'notes'; readonly limit: number }
  | { readonly code: 'repeated-id'; readonly id: string }
  | { readonly code: 'bad-value'; readonly bar: string; readonly what: string; readonly found: string };

const megabytes = (bytes: number): string => `${(bytes / 1024 / 1024).toFixed(1)} MB`;
const atLine = (line: number | null): string => (line === null ? '' : ` at line ${line}`);

/** One sentence for the user: what is wrong, where, and what to do. */
export const explainMusicXmlError = (error: MusicXmlError): string => {
  switch (error.code) {
    case 'empty':
      return 'The file is empty; export it again from your notation program.';
    case 'too-large':
      return (
        (error.bytes === null
          ? `Unpacked, the score is more than the ${megabytes(error.limitBytes)} that are read`
          : `The file is ${megabytes(error.bytes)}, and at most ${megabytes(error.limitBytes)} are read`) +
        '; export only the piano part, or a movement at a time.'
      );
    case 'bad-zip':
      return `The packed file (.mxl) cannot be opened (${error.detail}); export it again, or as plain MusicXML.`;
    case 'not-xml':
      return `This is not an XML file (${error.detail}${atLine(error.line)}); export the piece as MusicXML (.musicxml, .xml or .mxl).`;
    case 'truncated':
      return `The file stops in the middle${atLine(error.line)}; copy or export it again.`;
    case 'unsafe-xml':
      return 'The file defines its own entities, which a score never needs and which are not opened for safety; export it again.';
    case 'too-deep':
      return `The file nests more than ${error.limit} elements in one another, which no score does; export it again.`;
    case 'not-musicxml':
      return `This is XML but not a MusicXML score (it starts with <${error.root}>); export the piece as MusicXML.`;
    case 'no-piano-part':
      return `No piano part was found${error.parts.length > 0 ? ` among ${error.parts.join(', ')}` : ''}; the score needs one part with two staves, two parts with one staff each, or a single staff.`;
    case 'no-notes':
      return 'The piano part has no notes to finger; check that the right part was exported.';
    case 'too-long':
      return `The piece has more than ${error.limit.toLocaleString('en')} ${error.what}; import it in sections.`;
    case 'repeated-id':
      return `Two notes of the music are both called “${error.id}”, so their fingers could not be told apart; bring the file in anew.`;
    case 'bad-value':
      return `Bar ${error.bar} has ${error.what} “${error.found}”, which cannot be read; mend that bar in your notation program and export again.`;
  }
};
