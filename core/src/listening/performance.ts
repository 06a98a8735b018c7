/** A key as it was struck. Times are milliseconds from any beginning. */
export interface PlayedNote {
  readonly midi: number;
  readonly onMs: number;
  /** When the key came up; a key that is still down ends with the playing. */
  readonly offMs: number;
}

/** What was played, in the order it was struck. */
export type Performance = readonly PlayedNote[];

/** Keys struck within this time of the first of them are one chord, whatever order they came in, ms. Our choice. */
const CHORD_MS = 40;

/** Played notes in time; within a chord low to high. */
export const inStruckOrder = (performance: Performance): Performance => {
  const notes = [...performance].sort((a, b) => a.onMs - b.onMs);
  const ordered: PlayedNote[] = [];
  let chord: PlayedNote[] = [];
  const close = (): void => {
    ordered.push(...chord.sort((a, b) => a.midi - b.midi));
    chord = [];
  };
  for (const note of notes) {
    if (chord.length > 0 && note.onMs - chord[0]!.onMs > CHORD_MS) close();
    chord.push(note);
  }
  close();
  return ordered;
};
