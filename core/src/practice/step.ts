import type { Side } from '../hand/hand';
import type { NamedNote } from './lines';

export const STEP_KINDS_OF_PRACTICE = [
  'block',
  'stop-at-moves',
  'thumb-under',
  'finger-over',
  'prepare',
  'substitution',
  'shift',
  'hinge',
  'beat-by-beat',
  'backwards',
  'apart',
  'together',
  'silent',
  'hold',
  'tempo',
  'caution',
] as const;
export type PracticeKind = (typeof STEP_KINDS_OF_PRACTICE)[number];

/** One thing to do: words, the notes they name, and how one knows that it is done. */
export interface PracticeStep {
  readonly kind: PracticeKind;
  /** What the step is about, the same as long as the music is: by it changes of the teacher's are kept. */
  readonly key: string;
  readonly hand: Side | 'both';
  /** Indices into `Score.bars`, first and last. */
  readonly bars: readonly [number, number];
  readonly words: string;
  /** A question one can answer alone: seen, heard or felt. Empty where there is none. */
  readonly check: string;
  /** Every note that is named, in the order it is. */
  readonly notes: readonly NamedNote[];
  /** What is struck together where the step is engraved: each a chord or a note. Empty where nothing is. */
  readonly strokes: readonly (readonly NamedNote[])[];
}

/** Kinds whose notes stand on the sheet as music, one after another. */
const ENGRAVED: ReadonlySet<PracticeKind> = new Set([
  'thumb-under',
  'finger-over',
  'hinge',
  'shift',
  'substitution',
  'stop-at-moves',
]);

const strokesOf = (notes: readonly NamedNote[]): readonly (readonly NamedNote[])[] => {
  const strokes: NamedNote[][] = [];
  for (const note of notes) {
    const last = strokes[strokes.length - 1];
    if (last?.[0]?.bar === note.bar && last[0].beat === note.beat && last[0].side === note.side) last.push(note);
    else strokes.push([note]);
  }
  return strokes;
};

/** A step over the bars of the notes that it names. */
export const step = (
  kind: PracticeKind,
  hand: PracticeStep['hand'],
  notes: readonly NamedNote[],
  words: string,
  check = '',
  strokes?: PracticeStep['strokes'],
): PracticeStep => ({
  kind,
  key: `${kind} ${hand} ${notes[0]?.id ?? ''}`,
  hand,
  bars: [Math.min(...notes.map(({ bar }) => bar)), Math.max(...notes.map(({ bar }) => bar))],
  words,
  check,
  notes,
  strokes: strokes ?? (ENGRAVED.has(kind) ? strokesOf(notes) : []),
});
