import type { Finger, Side } from '../hand/hand';
import { spokenName, type Pitch } from '../keyboard/pitch';
import type { Move } from '../moves/move';
import { fingersOfHand, type PianoPlan } from '../plan/plan';
import { beatOf, type Note, type Score } from '../score/score';

/** What one hand strikes, one after another, with its fingers: what practice steps are told from. */

/** A note as a step names it. */
export interface NamedNote {
  readonly id: string;
  readonly side: Side;
  /** Index into `Score.bars`. */
  readonly bar: number;
  readonly beat: number;
  readonly pitch: Pitch;
  readonly midi: number;
  readonly finger: Finger;
}

/** Keys struck at once, low to high. */
export interface Strike {
  readonly onsetTicks: number;
  readonly bar: number;
  readonly beat: number;
  readonly notes: readonly NamedNote[];
  /** The move that leads here. */
  readonly move: Move | undefined;
}

export const namedNote = (score: Score, note: Note, finger: Finger): NamedNote => ({
  id: note.id,
  side: note.side,
  bar: note.bar,
  beat: beatOf(score, note),
  pitch: note.pitch,
  midi: note.midi,
  finger,
});

/** The strikes of a hand in order. Notes for which the hand has no finger are no part of them. */
export const strikesOf = (score: Score, plan: PianoPlan, side: Side): readonly Strike[] => {
  const fingers = fingersOfHand(plan.hands[side]);
  const moves = new Map(plan.hands[side].moves.map((move) => [move.onsetTicks, move]));
  const strikes = new Map<number, { readonly note: Note; readonly notes: NamedNote[] }>();
  for (const note of score.notes) {
    const finger = fingers.get(note.id);
    if (note.side !== side || note.graceIndex !== null || finger === undefined) continue;
    const own = namedNote(score, note, finger);
    const together = strikes.get(note.onsetTicks);
    if (together) together.notes.push(own);
    else strikes.set(note.onsetTicks, { note, notes: [own] });
  }
  return [...strikes.values()].map(({ note, notes }) => ({
    onsetTicks: note.onsetTicks,
    bar: note.bar,
    beat: beatOf(score, note),
    notes,
    move: moves.get(note.onsetTicks),
  }));
};

/** A note as it is said: its key and its finger. @example 'B flat(4)' */
export const said = ({ pitch, finger }: Pick<NamedNote, 'pitch' | 'finger'>): string =>
  `${spokenName(pitch)}(${finger})`;

export const keyOf = ({ pitch }: Pick<NamedNote, 'pitch'>): string => spokenName(pitch);

export const saidAll = (notes: readonly NamedNote[]): string => notes.map(said).join(' ');

export const saidTogether = ({ notes }: Strike): string => saidAll(notes);

/** A count as it is said: 2, or "the half of 2". @example countOf(2.5) // => '2 and' */
export const countOf = (beat: number): string => {
  const whole = Math.floor(beat + 1e-9);
  const rest = beat - whole;
  if (rest < 1e-6) return String(whole);
  return Math.abs(rest - 0.5) < 1e-6 ? `${whole} and` : `just after ${whole}`;
};
