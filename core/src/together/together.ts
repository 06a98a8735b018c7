import type { MoveKind } from '../fingering/model/moves';
import { SIDES, type Finger, type Side } from '../hand/hand';
import type { PianoPlan } from '../plan/plan';
import { beatTicks, type Score } from '../score/score';
import { bothHands, momentsOf, moveOf, type Moment } from './moments';
import { alone, areLike, motionOf, pairOfFingers, partsOf, type Before, type HandMotion, type Part } from './parts';

/** Both hands beat by beat: who does what, and how hard it is to do together. */

export interface TogetherBeat {
  /** Index into `Score.bars`. */
  readonly bar: number;
  /** Counted from 1 in beats of the metre; every stroke between two beats belongs to the first. */
  readonly beat: number;
  readonly onsetTicks: number;
  /** Fingers of what is struck on the beat itself, or of the first stroke in it. */
  readonly fingers: Readonly<Record<Side, readonly (Finger | null)[]>>;
  readonly same: boolean;
  readonly thumbs: 'right' | 'left' | 'both' | 'none';
  readonly motion: HandMotion;
  readonly moves: Readonly<Record<Side, MoveKind | null>>;
  /** Ids of notes that stay down while something else is struck. */
  readonly held: readonly string[];
  readonly difficulty: number;
  /** Hardest first. */
  readonly parts: readonly Part[];
}

export interface HandsTogether {
  /** Of the whole piece: a mean beat. */
  readonly difficulty: number;
  readonly beats: readonly TogetherBeat[];
}

const hasThumb = (moment: Moment, side: Side): boolean => moment.hands[side].struck.some(({ finger }) => finger === 1);

const thumbsOf = (moment: Moment): TogetherBeat['thumbs'] => {
  const [right, left] = [hasThumb(moment, 'right'), hasThumb(moment, 'left')];
  return right && left ? 'both' : right ? 'right' : left ? 'left' : 'none';
};

const round = (figure: number): number => Math.round(figure * 100) / 100;

/** A moment with what is hard about it. */
interface Judged {
  readonly moment: Moment;
  readonly parts: readonly Part[];
}

const beatOfMoments = (moments: readonly Judged[]): TogetherBeat => {
  const first = moments[0]!.moment;
  const parts = moments.flatMap((one) => one.parts).sort((a, b) => b.figure - a.figure);
  const moveIn = (side: Side): MoveKind | null =>
    moments.map(({ moment }) => moveOf(moment.hands[side])).find((kind) => kind !== null) ?? null;
  const fingersOf = (side: Side) => first.hands[side].struck.map(({ finger }) => finger);
  return {
    bar: first.bar,
    beat: Math.floor(first.beat + 1e-9),
    onsetTicks: first.onsetTicks,
    fingers: { right: fingersOf('right'), left: fingersOf('left') },
    same: areLike(first.hands),
    thumbs: thumbsOf(first),
    motion: motionOf(first),
    moves: { right: moveIn('right'), left: moveIn('left') },
    held: [
      ...new Set(
        moments.flatMap(({ moment }) => bothHands(moment).flatMap(({ held }) => held.map(({ note }) => note.id))),
      ),
    ],
    difficulty: round(parts.reduce((sum, { figure }) => sum + figure, 0)),
    parts,
  };
};

/** How many beats a score lasts. */
const countBeats = (score: Score): number =>
  score.bars.reduce((sum, bar) => sum + bar.lengthTicks / beatTicks(score, bar.metre), 0);

/** @example handsTogether(score, plan).beats[0]?.parts[0]?.why */
export const handsTogether = (score: Score, plan: PianoPlan): HandsTogether => {
  const met = new Set<string>();
  const onBeat = { right: new Map<number, boolean>(), left: new Map<number, boolean>() };
  const places = { right: new Set<number>(), left: new Set<number>() };
  let bar: Moment[] = [];
  let before: Before = { last: undefined, lastBoth: undefined, met, lastAlone: undefined, places: undefined, onBeat };
  const byBeat = new Map<string, Judged[]>();
  for (const moment of momentsOf(score, plan)) {
    if (before.last && before.last.bar !== moment.bar) {
      for (const { hands, placeTicks } of bar)
        for (const side of SIDES) if (hands[side].struck.length > 0) places[side].add(placeTicks);
      bar = [];
      before = { ...before, places };
    }
    bar.push(moment);
    const parts = partsOf(moment, before);
    const name = `${moment.bar} ${Math.floor(moment.beat + 1e-9)}`;
    const others = byBeat.get(name);
    if (others) others.push({ moment, parts });
    else byBeat.set(name, [{ moment, parts }]);
    const both = bothHands(moment).every(({ struck }) => struck.length > 0);
    if (both) met.add(pairOfFingers(moment.hands));
    for (const side of SIDES)
      for (const { note } of moment.hands[side].struck) onBeat[side].set(note.midi, moment.isOnBeat);
    before = {
      ...before,
      last: moment,
      lastBoth: both ? moment : before.lastBoth,
      lastAlone: alone(moment.hands)?.[0].side ?? before.lastAlone,
    };
  }
  const beats = [...byBeat.values()].map(beatOfMoments);
  const total = beats.reduce((sum, { difficulty }) => sum + difficulty, 0);
  return { difficulty: round(total / Math.max(1, countBeats(score))), beats };
};
