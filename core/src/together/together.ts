import type { MoveKind } from '../fingering/model/moves';
import { SIDES, type Finger, type Side } from '../hand/hand';
import type { PianoPlan } from '../plan/plan';
import { beatTicks, type Score } from '../score/score';
import { playingOf, type Link } from '../links';
import { bothHands, momentsOf, moveOf, type Moment } from './moments';
import { alone, areLike, motionOf, pairOfFingers, partsOf, type Before, type HandMotion, type Part } from './parts';

/** Both hands beat by beat: who does what, and how hard it is to do together. */

export interface TogetherBeat {
  /** Index into `Score.bars`. */
  readonly bar: number;
  /** Which time the bar is played. */
  readonly pass: number;
  /** Counted from 1 in beats of the metre; every stroke between two beats belongs to the first. */
  readonly beat: number;
  /** In the written piece. */
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
  /** Of the whole piece: a mean beat, each bar counted once. */
  readonly difficulty: number;
  /** In the order they are played. */
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

const beatOfMoments = (
  moments: readonly Judged[],
  written: Pick<TogetherBeat, 'bar' | 'pass' | 'onsetTicks'>,
  writtenId: (id: string) => string,
): TogetherBeat => {
  const first = moments[0]!.moment;
  const parts = moments.flatMap((one) => one.parts).sort((a, b) => b.figure - a.figure);
  const moveIn = (side: Side): MoveKind | null =>
    moments.map(({ moment }) => moveOf(moment.hands[side])).find((kind) => kind !== null) ?? null;
  const fingersOf = (side: Side) => first.hands[side].struck.map(({ finger }) => finger);
  return {
    ...written,
    beat: Math.floor(first.beat + 1e-9),
    fingers: { right: fingersOf('right'), left: fingersOf('left') },
    same: areLike(first.hands),
    thumbs: thumbsOf(first),
    motion: motionOf(first),
    moves: { right: moveIn('right'), left: moveIn('left') },
    held: [
      ...new Set(
        moments.flatMap(({ moment }) =>
          bothHands(moment).flatMap(({ held }) => held.map(({ note }) => writtenId(note.id))),
        ),
      ),
    ],
    difficulty: round(parts.reduce((sum, { figure }) => sum + figure, 0)),
    parts,
  };
};

/** How many beats a score lasts. */
const countBeats = (score: Score): number =>
  score.bars.reduce((sum, bar) => sum + bar.lengthTicks / beatTicks(score, bar.metre), 0);

/** What is hard about each moment of a piece, in order, and the moments of each beat together. */
const judgedBeats = (score: Score, plan: PianoPlan): readonly (readonly Judged[])[] => {
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
  return [...byBeat.values()];
};

/**
 * Both hands of a piece as it is played, repeats taken.
 * @param links - the seams, so that the moves at them are told
 * @example handsTogether(score, plan).beats[0]?.parts[0]?.why
 */
export const handsTogether = (score: Score, plan: PianoPlan, links: readonly Link[] = []): HandsTogether => {
  const playing = playingOf(score, plan, links);
  const beats = judgedBeats(playing.score, playing.plan).map((moments) => {
    const [{ moment }] = moments as readonly [Judged];
    const { bar, pass } = playing.order[moment.bar]!;
    const onsetTicks = moment.onsetTicks - playing.score.bars[moment.bar]!.onsetTicks + score.bars[bar]!.onsetTicks;
    return beatOfMoments(moments, { bar, pass, onsetTicks }, playing.writtenId);
  });
  const once = beats.filter(({ pass }) => pass === 1);
  const total = once.reduce((sum, { difficulty }) => sum + difficulty, 0);
  return { difficulty: round(total / Math.max(1, countBeats(score))), beats };
};
