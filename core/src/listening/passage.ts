import { SIDES, type Side } from '../hand/hand';
import { beatTicks, type Note, type Score } from '../score/score';
import { secondsAt } from '../score/tempo';
import { inOrder, playOrder, writtenOctaves, type PlayedBar } from '../unfold';

/** What is expected: a passage as it is played, moment by moment. */

/** Notes that are struck at one moment, with the grace notes before them. */
export interface Strike {
  readonly at: number;
  readonly onsetTicks: number;
  /** From the beginning of the passage, as it is written. */
  readonly seconds: number;
  readonly beatSeconds: number;
  /** Places in `Passage.notes`: the first, and the one after the last. */
  readonly from: number;
  readonly until: number;
}

/** Where something is in the written piece. */
export interface Place {
  /** Index into `Score.bars`. */
  readonly bar: number;
  /** Which time the bar is played. */
  readonly pass: number;
  /** Counted from 1; halves of beats have a fraction. */
  readonly beat: number;
}

/** An expected note. */
export interface Expected {
  readonly note: Note;
  /** Place in `Passage.strikes`. */
  readonly strike: number;
  readonly seconds: number;
  /** How long it sounds as it is written. */
  readonly lengthSeconds: number;
}

export interface Passage {
  readonly score: Score;
  readonly notes: readonly Expected[];
  readonly strikes: readonly Strike[];
  readonly placeOf: (strike: Strike) => Place;
}

/** The whole piece, repeats taken; or bars as they are written, by the indices of the first and last. */
export type Extent = 'whole' | readonly [number, number];

/** A grace note comes so long before the note it adorns, seconds. Our choice, as the player has it. */
const GRACE_SECONDS = 0.09;

const orderOf = (score: Score, extent: Extent): readonly PlayedBar[] =>
  extent === 'whole'
    ? playOrder(score.bars)
    : Array.from({ length: extent[1] - extent[0] + 1 }, (_, at) => ({ bar: extent[0] + at, pass: 1 }));

/** Notes of each moment. Two voices on one key strike it once: the longer note of them. */
const strokesOf = ({ notes }: Score): readonly (readonly Note[])[] => {
  const moments = new Map<number, Note[]>();
  for (const note of notes) {
    const others = moments.get(note.onsetTicks) ?? [];
    const twin = others.findIndex((one) => one.graceIndex === note.graceIndex && one.midi === note.midi);
    if (twin < 0) others.push(note);
    else if (others[twin]!.durationTicks < note.durationTicks) others[twin] = note;
    moments.set(note.onsetTicks, others);
  }
  return [...moments.values()];
};

const strikesOf = (score: Score, strokes: readonly (readonly Note[])[], begin: number): readonly Strike[] => {
  const when = secondsAt(score);
  let until = 0;
  return strokes.map((notes, at): Strike => {
    const { onsetTicks, bar } = notes[0]!;
    const seconds = when(onsetTicks);
    const from = until;
    until += notes.length;
    const beatSeconds = when(onsetTicks + beatTicks(score, score.bars[bar]!.metre)) - seconds;
    return { at, onsetTicks, seconds: seconds - begin, beatSeconds, from, until };
  });
};

/** Grace notes come before their moment, one after another. */
const expectedOf = (score: Score, notes: readonly Note[], strike: Strike): readonly Expected[] => {
  const when = secondsAt(score);
  const graces = notes.filter(({ graceIndex }) => graceIndex !== null).length;
  return notes.map((note, index) => ({
    note,
    strike: strike.at,
    seconds: strike.seconds - (note.graceIndex === null ? 0 : (graces - index) * GRACE_SECONDS),
    lengthSeconds: when(note.onsetTicks + note.durationTicks) - when(note.onsetTicks),
  }));
};

/** What is expected of some bars of a piece, or of all of it as it is played; of both hands, or of one by itself. */
export const passageOf = (written: Score, extent: Extent, sides: readonly Side[] = SIDES): Passage => {
  const order = orderOf(written, extent);
  const both = inOrder(written, order, writtenOctaves(written));
  const score = { ...both, notes: both.notes.filter(({ side }) => sides.includes(side)) };
  const begin = secondsAt(score)(score.bars[0]?.onsetTicks ?? 0);
  const strokes = strokesOf(score);
  const strikes = strikesOf(score, strokes, begin);
  const notes = strikes.flatMap((strike) => expectedOf(score, strokes[strike.at]!, strike));
  return {
    score,
    strikes,
    notes,
    placeOf: ({ from, onsetTicks }) => {
      const bar = score.bars[notes[from]!.note.bar]!;
      const { bar: index, pass } = order[bar.index]!;
      return {
        bar: index,
        pass,
        beat: 1 + (onsetTicks - bar.onsetTicks + bar.missingTicks) / beatTicks(score, bar.metre),
      };
    },
  };
};
