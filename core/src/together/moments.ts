import { SIDES, type Finger, type Side } from '../hand/hand';
import { keyPlace, WHITE_KEY_PITCH_MM } from '../keyboard/geometry';
import type { MoveKind } from '../fingering/model/moves';
import type { Move } from '../moves/move';
import type { PianoPlan } from '../plan/plan';
import { beatTicks, type Metre, type Note, type Score } from '../score/score';

/** What both hands do, moment by moment: a moment is any time at which a hand strikes. */

/** A key under a finger. */
export interface Touch {
  readonly note: Note;
  /** Null where the hand has none left. */
  readonly finger: Finger | null;
}

/** One hand at a moment. */
export interface HandNow {
  readonly side: Side;
  /** Low to high. */
  readonly struck: readonly Touch[];
  /** Keys that stay down from before. */
  readonly held: readonly Touch[];
  /** Keys that were down and come up here without the hand striking again. */
  readonly released: readonly Touch[];
  readonly move: Move | null;
  /** From the keys struck last to the nearest of these, mm; 0 where nothing is struck, or was before. */
  readonly leapMm: number;
  /** Since the keys struck last came up, in quarters; 0 where they have not. */
  readonly restedQuarters: number;
  readonly staccato: boolean;
  /** Where its top key goes from the one struck before: 1 up, -1 down, 0 the same or nothing. */
  readonly way: -1 | 0 | 1;
}

export interface Moment {
  readonly bar: number;
  readonly onsetTicks: number;
  /** Counted from 1 in beats of the metre. */
  readonly beat: number;
  /** Place in the bar, ticks from where its first beat would be. */
  readonly placeTicks: number;
  /** On a beat as it is felt: in compound metres the dotted one. */
  readonly isOnBeat: boolean;
  readonly hands: Readonly<Record<Side, HandNow>>;
}

const SHORT = new Set(['staccato', 'staccatissimo']);

const endOf = ({ onsetTicks, durationTicks }: Note): number => onsetTicks + durationTicks;

const placeMm = ({ note }: Touch): number => keyPlace(note.midi) * WHITE_KEY_PITCH_MM;

const leapOf = (before: readonly Touch[], after: readonly Touch[]): number =>
  before.length === 0 || after.length === 0
    ? 0
    : Math.min(...after.flatMap((to) => before.map((from) => Math.abs(placeMm(to) - placeMm(from)))));

const top = (touches: readonly Touch[], side: Side): number | undefined =>
  side === 'right' ? touches[touches.length - 1]?.note.midi : touches[0]?.note.midi;

/** Follows one hand through the piece. */
const followed = (score: Score, plan: PianoPlan, side: Side): ((onsetTicks: number) => HandNow) => {
  const fingers = new Map(plan.hands[side].notes.map(({ id, finger }) => [id, finger]));
  const moves = new Map<number, Move>();
  for (const move of plan.hands[side].moves) if (!moves.has(move.onsetTicks)) moves.set(move.onsetTicks, move);
  const notes = score.notes.filter((note) => note.side === side && note.graceIndex === null);
  const byOnset = new Map<number, Touch[]>();
  for (const note of notes) {
    const touch = { note, finger: fingers.get(note.id) ?? null };
    const together = byOnset.get(note.onsetTicks);
    if (together) together.push(touch);
    else byOnset.set(note.onsetTicks, [touch]);
  }
  let last: readonly Touch[] = [];
  let sounding: readonly Touch[] = [];
  return (onsetTicks) => {
    const struck = [...(byOnset.get(onsetTicks) ?? [])].sort((a, b) => a.note.midi - b.note.midi);
    const held = sounding.filter(({ note }) => endOf(note) > onsetTicks);
    const ended = sounding.filter(({ note }) => endOf(note) <= onsetTicks);
    const lastEnd = Math.max(0, ...last.map(({ note }) => endOf(note)));
    const [from, to] = [top(last, side), top(struck, side)];
    const now: HandNow = {
      side,
      struck,
      held,
      released: struck.length === 0 ? ended : [],
      move: struck.length > 0 ? (moves.get(onsetTicks) ?? null) : null,
      leapMm: leapOf(last, struck),
      restedQuarters: last.length === 0 ? 0 : Math.max(0, onsetTicks - lastEnd) / score.ticksPerQuarter,
      staccato: [...struck, ...held].some(({ note }) => note.articulations.some((name) => SHORT.has(name))),
      way: from === undefined || to === undefined ? 0 : to > from ? 1 : to < from ? -1 : 0,
    };
    sounding = [...held, ...struck];
    if (struck.length > 0) last = struck;
    return now;
  };
};

/** Every moment at which a hand strikes, in order. Grace notes belong to what they adorn. */
export const momentsOf = (score: Score, plan: PianoPlan): readonly Moment[] => {
  const hands = { right: followed(score, plan, 'right'), left: followed(score, plan, 'left') };
  const onsets = new Map<number, number>();
  for (const note of score.notes) if (note.graceIndex === null) onsets.set(note.onsetTicks, note.bar);
  return [...onsets]
    .sort(([a], [b]) => a - b)
    .map(([onsetTicks, index]): Moment => {
      const bar = score.bars[index]!;
      const beats = (onsetTicks - bar.onsetTicks + bar.missingTicks) / beatTicks(score, bar.metre);
      return {
        bar: index,
        onsetTicks,
        beat: 1 + beats,
        placeTicks: onsetTicks - bar.onsetTicks + bar.missingTicks,
        isOnBeat: Number.isInteger(beats / unitsFelt(bar.metre)),
        hands: { right: hands.right(onsetTicks), left: hands.left(onsetTicks) },
      };
    });
};

/** Units of the metre to a beat as it is felt: three in 6/8, 9/8 and 12/8. */
export const unitsFelt = ({ beats, beatType }: Metre): number =>
  beatType === 8 && beats > 3 && beats % 3 === 0 ? 3 : 1;

export const bothHands = ({ hands }: Moment): readonly HandNow[] => SIDES.map((side) => hands[side]);

/** The kind of a move as it is named. */
export const moveOf = (hand: HandNow): MoveKind | null => hand.move?.kind ?? null;
