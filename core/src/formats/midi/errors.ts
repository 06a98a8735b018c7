/** Why a MIDI file could not be read. Facts only; `explainMidiError` words them. */
export type MidiError =
  | { readonly code: 'empty' }
  | { readonly code: 'too-large'; readonly bytes: number; readonly limitBytes: number }
  | { readonly code: 'not-midi' }
  | { readonly code: 'damaged'; readonly detail: string }
  | { readonly code: 'separate-sequences' }
  | { readonly code: 'no-notes' }
  | { readonly code: 'too-long'; readonly what: 'bars' | 'notes'; readonly limit: number };

/** One sentence for the user: what is wrong, where, and what to do. */
export const explainMidiError = (error: MidiError): string => {
  switch (error.code) {
    case 'empty':
      return 'The file is empty; save it again from where it came.';
    case 'too-large':
      return `The file is ${(error.bytes / 1024 / 1024).toFixed(1)} MB, and at most ${error.limitBytes / 1024 / 1024} MB are read; a piano piece is far smaller.`;
    case 'not-midi':
      return 'This is not a MIDI file (it does not begin with MThd); save it as a standard MIDI file (.mid).';
    case 'damaged':
      return `The MIDI file is damaged (${error.detail}); save it again from where it came.`;
    case 'separate-sequences':
      return 'This MIDI file holds separate sequences (type 2); save the one you want as type 0 or 1.';
    case 'no-notes':
      return 'The file has no notes of a pitched instrument to finger.';
    case 'too-long':
      return `The file has more than ${error.limit.toLocaleString('en')} ${error.what}; bring it in in sections.`;
  }
};
