import { spokenName } from '../keyboard/pitch';
import { SIDES, type Side } from '../hand/hand';
import { barInWords } from '../score/bar-words';
import { lastUpTo } from '../sorted';
import { beatTicks, type Note, type Score } from '../score/score';

/** A note that stays down while others are struck, and where it must be let go. */
export interface Hold {
  readonly noteId: string;
  readonly side: Side;
  /** Index into `Score.bars`. */
  readonly bar: number;
  /** Strokes of each hand while it is down. */
  readonly under: Readonly<Record<Side, number>>;
  /** Where it is let go: at this tick, in this bar, on this beat, counted from 1. */
  readonly untilTicks: number;
  readonly untilBar: number;
  readonly untilBeat: number;
  /** The hand rests from there on, and does not strike again at once. */
  readonly intoRest: boolean;
}

/** A note is worth minding when so many strokes of the other hand fall under it, or one of its own hand. */
const LEAST_OTHERS = 2;

const onsetsOf = (score: Score, side: Side): readonly number[] => [
  ...new Set(
    score.notes.filter((note) => note.side === side && note.graceIndex === null).map((note) => note.onsetTicks),
  ),
];

/** How many of these times lie between two, both left out. */
const countBetween = (times: readonly number[], from: number, until: number): number =>
  Math.max(0, lastUpTo(times, until - 1, (time) => time) - lastUpTo(times, from, (time) => time));

/** Bar and beat of a moment; the end of a bar is the first beat of the next. */
const placeOf = (score: Score, ticks: number): { readonly bar: number; readonly beat: number } => {
  const last = score.bars.length - 1;
  const index = Math.max(
    0,
    lastUpTo(score.bars, ticks, ({ onsetTicks }) => onsetTicks),
  );
  const bar = score.bars[Math.min(index, last)]!;
  return { bar: bar.index, beat: 1 + (ticks - bar.onsetTicks + bar.missingTicks) / beatTicks(score, bar.metre) };
};

/** Every note that is held under others, in time order. */
export const holdsOf = (score: Score): readonly Hold[] => {
  const onsets = { right: onsetsOf(score, 'right'), left: onsetsOf(score, 'left') };
  return score.notes.flatMap((note: Note): Hold[] => {
    if (note.graceIndex !== null) return [];
    const untilTicks = note.onsetTicks + note.durationTicks;
    const under = Object.fromEntries(
      SIDES.map((side) => [side, countBetween(onsets[side], note.onsetTicks, untilTicks)]),
    ) as Record<Side, number>;
    const others = under[note.side === 'right' ? 'left' : 'right'];
    if (others < LEAST_OTHERS && under[note.side] === 0) return [];
    const { bar: untilBar, beat: untilBeat } = placeOf(score, untilTicks);
    const own = onsets[note.side];
    const intoRest = own[lastUpTo(own, untilTicks, (time) => time)] !== untilTicks;
    return [{ noteId: note.id, side: note.side, bar: note.bar, under, untilTicks, untilBar, untilBeat, intoRest }];
  });
};

const strokes = (count: number, whose: string): string => `${count} ${count === 1 ? 'note' : 'notes'} of ${whose}`;

const OTHER = { right: 'left', left: 'right' } as const;

/** A hold as a teacher says it. @example 'F is held under 4 notes of the right hand, and let go on beat 3, where its rest begins' */
export const tellHold = (score: Score, hold: Hold): string => {
  const { noteId, side, under, bar, untilBar, untilBeat, intoRest } = hold;
  const note = score.notes.find(({ id }) => id === noteId);
  if (!note) return '';
  const other = OTHER[side];
  const what = [
    ...(under[other] > 0 ? [strokes(under[other], `the ${other} hand`)] : []),
    ...(under[side] > 0 ? [strokes(under[side], 'its own hand')] : []),
  ].join(' and ');
  const isEnd = untilBar === bar || (score.bars[untilBar]?.index ?? 0) < untilBar;
  const where = isEnd ? '' : ` of ${barInWords(score.bars[untilBar]?.number ?? untilBar + 1)}`;
  const beat = Number.isInteger(untilBeat) ? `on beat ${untilBeat}` : `after beat ${Math.floor(untilBeat)}`;
  return `${spokenName(note.pitch)} is held under ${what}, and let go ${beat}${where}${intoRest ? ', where its rest begins' : ''}`;
};
