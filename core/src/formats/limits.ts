/** Limits on what is read, each with its reason. A piano piece of 200 dense bars is about 1 MB of MusicXML. */

/** Largest file taken in, packed or not: several times a long sonata; reading takes about half a second a megabyte. */
export const MAX_FILE_BYTES = 8 * 1024 * 1024;
/** Largest document after unpacking: stops zip bombs before memory is given to them. */
export const MAX_DOCUMENT_BYTES = 8 * 1024 * 1024;
/** Entries in a packed file: a score, its container, and some pictures. */
export const MAX_ZIP_ENTRIES = 200;
/** Elements inside elements: MusicXML needs about ten; deep nesting exists only to exhaust the stack. */
export const MAX_DEPTH = 60;
/** Ticks to a quarter: above this, onsets of long pieces would leave the exact integers. */
export const MAX_TICKS_PER_QUARTER = 100_000_000;
/** Bars and notes: far beyond any piece, within what the engine keeps in memory. */
export const MAX_BARS = 5_000;
export const MAX_NOTES = 100_000;
/** Length of one note or bar, quarters: a bar of 1,000 quarters is a slip of the exporting program. */
export const MAX_QUARTERS = 1_000;
/** Voices laid over one another in one bar of an ABC line: far more than a hand has; the parser's time grows with their square. */
export const MAX_OVERLAYS = 8;
