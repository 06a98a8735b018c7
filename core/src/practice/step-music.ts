import type { Side } from '../hand/hand';
import { scoreOf, noteOf } from '../score/build';
import type { Note, Score } from '../score/score';
import type { NamedNote } from './lines';

/** Music of a step or of blocks: what is struck together as one chord after another, in one bar, with its fingers. */

type Stroke = readonly Pick<NamedNote, 'id' | 'side' | 'pitch' | 'midi' | 'finger'>[];

/** Below it a bass clef has fewer lines. */
const MIDDLE_C = 60;

/** Quarters are as fine as it gets. */
const TICKS = 1;

/** The clef that needs the fewest lines beside the staff. */
const clefOf = (notes: readonly Pick<Note, 'midi'>[]): { readonly sign: string; readonly line: number } => {
  const mean = notes.reduce((sum, { midi }) => sum + midi, 0) / notes.length;
  return mean < MIDDLE_C ? { sign: 'F', line: 4 } : { sign: 'G', line: 2 };
};

/**
 * Strokes as a score: one bar, so many quarters each.
 * @param at - a bar of the piece, for its key
 */
export const strokesScore = (
  score: Score,
  strokes: readonly Stroke[],
  { bar, quarters = 1 }: { readonly bar: number; readonly quarters?: number },
): Score => {
  const { key } = score.bars[bar] ?? score.bars[0]!;
  const side: Side = strokes[0]?.[0]?.side ?? 'right';
  const notes = strokes.flatMap((stroke, at) =>
    stroke.map(({ id, pitch, finger }) =>
      noteOf({
        id: `${id}-${at}`,
        side,
        staff: 1,
        voice: '1',
        pitch,
        bar: 0,
        onsetTicks: at * quarters * TICKS,
        durationTicks: quarters * TICKS,
        printed: [{ finger, substitution: false, alternate: false }],
      }),
    ),
  );
  const metre = { beats: strokes.length * quarters, beatType: 4 };
  const made = scoreOf(score.title, TICKS, { metre, key, count: 1 }, notes);
  return { ...made, marks: [{ kind: 'clef', onsetTicks: 0, staff: 1, ...clefOf(notes) }] };
};
