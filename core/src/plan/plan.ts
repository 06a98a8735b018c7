import type { BarAlternative } from '../fingering/alternatives/alternatives';
import type { Locks } from '../fingering/model/playable';
import { roundEffort } from '../fingering/prices/round-effort';
import type { HandSolution } from '../fingering/solve';
import { type Finger, type Hand, type Side } from '../hand/hand';
import { heldBlocksOf } from '../moves/held-block';
import { movesOf, type Move } from '../moves/move';
import { positionsOf, type Position } from '../moves/position';
import type { Note, Score } from '../score/score';
import { noteIdOf } from '../score/slices';
import { reachesOf, type Reach } from './reaches';
import { alikeBars, type AlikeBars } from './same-music';
import type { PlanWarning } from './warnings';

/** A finger for one struck note, and how much worse the whole hand's plan gets with each other finger there. */
export interface PlannedNote {
  readonly id: string;
  /** Null when the hand has no finger left for it; a warning says so. */
  readonly finger: Finger | null;
  /** The finger that silently takes the key over later. */
  readonly substitute: Finger | null;
  /** Fingers of the strokes of its ornament, in order; empty for a plain note. */
  readonly ornament: readonly Finger[];
  /** Extra effort by finger 1-5; 0 for the chosen one, below 0 where a lock is dear, null where impossible. */
  readonly room: readonly (number | null)[];
}

/** Effort spent in one bar. */
export interface BarEffort {
  readonly bar: number;
  readonly effort: number;
}

export interface HandPlan {
  readonly side: Side;
  /** In the order of the score's notes. */
  readonly notes: readonly PlannedNote[];
  readonly positions: readonly Position[];
  readonly moves: readonly Move[];
  readonly reaches: readonly Reach[];
  readonly bars: readonly BarEffort[];
  readonly alternatives: readonly BarAlternative[];
  /** Bars that have the same music and are drawn to the same fingers. */
  readonly alike: readonly AlikeBars[];
  readonly effort: number;
}

/** The finger of each note that has one. */
export const fingersOfHand = ({ notes }: Pick<HandPlan, 'notes'>): ReadonlyMap<string, Finger> =>
  new Map(notes.flatMap(({ id, finger }) => (finger === null ? [] : [[id, finger] as const])));

/** The finished fingering of a piece. */
export interface PianoPlan {
  readonly hands: Readonly<Record<Side, HandPlan>>;
  readonly warnings: readonly PlanWarning[];
}

/** Bars of each hand that go their own way although others look like them: indices into `Score.bars`. */
export type Apart = Readonly<Record<Side, ReadonlySet<number>>>;

/** What the teacher has settled. */
export interface Settled {
  readonly locks: Locks;
  readonly apart?: Apart;
}

export interface PlanOptions extends Settled {
  /** Other fingerings wanted for each bar of each hand. */
  readonly alternatives: number;
}

/** The finger that strikes each note of a solved hand. */
export const strikingFingers = ({ slices }: HandSolution): ReadonlyMap<string, Finger> =>
  new Map(
    slices.flatMap(({ playable, posture }) =>
      playable.presses.flatMap((press, key) =>
        playable.slice.struck.includes(press) ? press.noteIds.map((id) => [id, posture.fingers[key]!] as const) : [],
      ),
    ),
  );

const NO_ROOM = [null, null, null, null, null] as const;

const shownRoom = (room: readonly number[]): readonly (number | null)[] =>
  room.map((more) => (Number.isFinite(more) ? roundEffort(more) : null));

const plannedNotes = (solution: HandSolution, notes: readonly Note[]): PlannedNote[] => {
  const struck = new Map<string, PlannedNote>();
  const substitutes = new Map<string, Finger>();
  const strokes = new Map<string, Finger[]>();
  for (const { playable, posture, room } of solution.slices)
    for (const [key, press] of playable.presses.entries()) {
      const finger = posture.fingers[key];
      if (finger === undefined) continue;
      const isStruck = playable.slice.struck.includes(press);
      if (isStruck) strokes.set(noteIdOf(press), [...(strokes.get(noteIdOf(press)) ?? []), finger]);
      for (const id of press.noteIds) {
        if (isStruck) struck.set(id, { id, finger, substitute: null, ornament: [], room: shownRoom(room[key] ?? []) });
        else if (struck.get(id)?.finger !== finger) substitutes.set(id, finger);
      }
    }
  return notes.map((note) => {
    const planned = struck.get(note.id);
    const ornament = note.ornament ? (strokes.get(note.id) ?? []) : [];
    return planned
      ? {
          id: note.id,
          finger: planned.finger,
          substitute: substitutes.get(note.id) ?? null,
          ornament,
          room: planned.room,
        }
      : { id: note.id, finger: null, substitute: null, ornament, room: NO_ROOM };
  });
};

const effortByBar = (solution: HandSolution, bars: number): BarEffort[] => {
  const sums = new Array<number>(bars).fill(0);
  for (const { playable, effort } of solution.slices)
    sums[playable.slice.bar] = (sums[playable.slice.bar] ?? 0) + effort;
  return sums.map((effort, bar) => ({ bar, effort: roundEffort(effort) }));
};

/** What a solved hand does, in a teacher's terms. */
export const handPlan = (solution: HandSolution, score: Score, hand: Hand): HandPlan => {
  const { side, slices } = solution;
  const held = heldBlocksOf(slices);
  const positions = positionsOf(slices, held, side, score);
  return {
    side,
    notes: plannedNotes(
      solution,
      score.notes.filter((note) => note.side === side),
    ),
    positions,
    moves: movesOf(slices, held, positions, { side, hand }),
    reaches: reachesOf(slices, hand),
    bars: effortByBar(solution, score.bars.length),
    alternatives: solution.alternatives,
    alike: alikeBars(solution),
    effort: roundEffort(solution.effort),
  };
};
