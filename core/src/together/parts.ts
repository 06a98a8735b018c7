import type { MoveKind } from '../fingering/model/moves';
import type { Finger, Side } from '../hand/hand';
import { MOVE_WORDS } from '../moves/move';
import { pitchName } from '../keyboard/pitch';
import type { Moment, HandNow, Touch } from './moments';

/**
 * What makes a moment hard for the two hands together, part by part. The figures are ours: chosen so that pairs of fragments of which
 * teachers find one harder come out in that order (core/testing/together-cases.json), and rounded.
 */

/** A part of a moment's difficulty, with its words. */
export interface Part {
  readonly figure: number;
  readonly why: string;
}

export const HAND_MOTIONS = ['similar', 'contrary', 'oblique', 'still'] as const;
export type HandMotion = (typeof HAND_MOTIONS)[number];

/** How the hands go against one another, by their outer voices. */
export const motionOf = ({ hands: { right, left } }: Moment): HandMotion => {
  if (right.struck.length === 0 && left.struck.length === 0) return 'still';
  if (right.way === 0 && left.way === 0) return right.struck.length > 0 && left.struck.length > 0 ? 'still' : 'oblique';
  if (right.way === 0 || left.way === 0) return 'oblique';
  return right.way === left.way ? 'similar' : 'contrary';
};

const isStriking = ({ struck }: HandNow): boolean => struck.length > 0;

const fingersOf = (touches: readonly Touch[]): readonly (Finger | null)[] => touches.map(({ finger }) => finger);

/** The same fingers in both hands, thumb side first. */
export const areLike = ({ right, left }: Moment['hands']): boolean => {
  const mirrored = [...fingersOf(left.struck)].reverse();
  const ours = fingersOf(right.struck);
  return ours.length > 0 && ours.length === mirrored.length && ours.every((finger, at) => finger === mirrored[at]);
};

/** Both hands play one tune, an octave or more apart. */
const areOneTune = ({ right, left }: Moment['hands']): boolean =>
  right.struck.length === left.struck.length &&
  right.struck.every(({ note }, at) => (note.midi - left.struck[at]!.note.midi) % 12 === 0);

/** What is remembered from the moments before. */
export interface Before {
  readonly last: Moment | undefined;
  /** The last moment at which both hands struck. */
  readonly lastBoth: Moment | undefined;
  /** Pairs of fingers that have met. */
  readonly met: ReadonlySet<string>;
  /** Who moved last while the other hand did not. */
  readonly lastAlone: Side | undefined;
  /** Places in the bar at which each hand has struck in the bars before; none in the first bar. */
  readonly places: Readonly<Record<Side, ReadonlySet<number>>> | undefined;
  /** Whether each key of each hand was struck on a beat when it was struck last. */
  readonly onBeat: Readonly<Record<Side, ReadonlyMap<number, boolean>>>;
}

/** A moment's part, where it has one. */
type PartOf = (moment: Moment, before: Before) => Part | undefined;

const part = (figure: number, why: string): Part => ({ figure, why });

export const pairOfFingers = ({ right, left }: Moment['hands']): string =>
  `${fingersOf(right.struck).join('')}+${fingersOf(left.struck).join('')}`;

/** Both hands strike: like fingers are easiest, one tune is easier than two, and fingers that have met before are half known. */
const strokes: PartOf = (moment, { met }) => {
  const { right, left } = moment.hands;
  if (!isStriking(right) || !isStriking(left)) return undefined;
  if (right.way === 0 && left.way === 0) return undefined;
  if (areLike(moment.hands)) return part(0.1, 'both hands play the same fingers');
  const isNew = !met.has(pairOfFingers(moment.hands));
  const known = isNew ? 0.2 : 0;
  if (areOneTune(moment.hands)) return part(0.3 + known / 2, 'one tune in both hands, with unlike fingers');
  return part(0.5 + known, isNew ? 'unlike fingers that have not met before' : 'unlike fingers go down together');
};

/** The hands were going the same way and now go against one another, or the other way about. */
const turns: PartOf = (moment, { lastBoth }) => {
  if (!lastBoth || areOneTune(moment.hands)) return undefined;
  const [was, is] = [motionOf(lastBoth), motionOf(moment)];
  const isTurn = (was === 'similar' && is === 'contrary') || (was === 'contrary' && is === 'similar');
  return isTurn && isStriking(moment.hands.right) && isStriking(moment.hands.left)
    ? part(
        0.3,
        was === 'similar'
          ? 'the hands went the same way, and now against one another'
          : 'the hands went against one another, and now the same way',
      )
    : undefined;
};

export const alone = ({ right, left }: Moment['hands']): readonly [HandNow, HandNow] | undefined => {
  if (isStriking(right) === isStriking(left)) return undefined;
  return isStriking(right) ? [right, left] : [left, right];
};

/** One hand goes on while the other waits on its key; and the two change places. */
const takingTurns: PartOf = (moment, { lastAlone }) => {
  const now = alone(moment.hands);
  if (!now) return undefined;
  const [mover, waiter] = now;
  if (lastAlone !== undefined && lastAlone !== mover.side)
    return part(0.45, `the ${mover.side} hand goes on where the ${waiter.side} hand did before`);
  return waiter.held.length > 0
    ? part(0.1, `the ${waiter.side} hand stays down while the ${mover.side} goes on`)
    : undefined;
};

/** A stroke off the beat without one of its own on the beat. */
const offBeat: PartOf = (moment, { last }) => {
  const now = alone(moment.hands);
  if (!now) return undefined;
  const [mover, waiter] = now;
  if (moment.isOnBeat) {
    const begunOff = waiter.held.some(({ note }) => last !== undefined && note.onsetTicks === last.onsetTicks);
    return last && !last.isOnBeat && begunOff
      ? part(0.5, `the ${waiter.side} hand holds across the beat that the ${mover.side} plays`)
      : undefined;
  }
  const ownOnBeat = last?.isOnBeat && isStriking(last.hands[mover.side]) && last.beat > moment.beat - 1;
  return ownOnBeat ? undefined : part(0.55, `the ${mover.side} hand plays between the beats, by itself`);
};

/** A stroke that slips in after one of the other hand's, inside the same beat. */
const slipsIn: PartOf = (moment, { last }) => {
  const now = alone(moment.hands);
  if (!now || moment.isOnBeat || !last || last.isOnBeat) return undefined;
  const [mover, waiter] = now;
  const sameBeat = Math.floor(last.beat) === Math.floor(moment.beat) && last.bar === moment.bar;
  return sameBeat && isStriking(last.hands[waiter.side]) && !isStriking(last.hands[mover.side])
    ? part(0.5, `the ${mover.side} hand slips in after the ${waiter.side}`)
    : undefined;
};

/** How hard it is to make a move while minding the other hand. */
const MOVE_FIGURES: Readonly<Record<MoveKind, number>> = {
  extension: 0.15,
  contraction: 0.15,
  'repeated-note-change': 0.15,
  'thumb-under': 0.5,
  'finger-over-thumb': 0.5,
  'silent-substitution': 0.3,
  slide: 0.2,
  'finger-over-finger': 0.4,
  shift: 0.45,
};

const moves: PartOf = ({ hands }, _before) => {
  const { right, left } = hands;
  const [a, b] = [right.move, left.move];
  const both = isStriking(right) && isStriking(left);
  if (a && b) {
    const mirrored = a.kind === b.kind && areLike(hands);
    const [x, y] = [MOVE_FIGURES[a.kind], MOVE_FIGURES[b.kind]];
    return mirrored
      ? part(Math.max(x, y), `${MOVE_WORDS[a.kind]} in both hands, with the same fingers`)
      : part(x + y + 0.6, `${MOVE_WORDS[a.kind]} in the right hand and ${MOVE_WORDS[b.kind]} in the left at once`);
  }
  const [move, hand] = a ? [a, right] : [b, left];
  if (!move) return undefined;
  const words = `${MOVE_WORDS[move.kind]} in the ${hand.side} hand`;
  return part(MOVE_FIGURES[move.kind] * (both ? 1.4 : 1), both ? `${words} while the other plays` : words);
};

/** From here on a hand is looked at before it lands, mm; and the figure for each further 100 mm. */
const LOOKED_AT_MM = 120;

const leapFigure = ({ leapMm, restedQuarters }: HandNow): number =>
  leapMm <= LOOKED_AT_MM ? 0 : (0.5 + (leapMm - LOOKED_AT_MM) / 200) * (restedQuarters >= 1 ? 0.4 : 1);

const leaps: PartOf = ({ hands: { right, left } }) => {
  const [a, b] = [leapFigure(right), leapFigure(left)];
  if (a > 0 && b > 0) return part((a + b) * 1.6, 'both hands leap at once');
  if (a + b === 0) return undefined;
  const [hand, other] = a > 0 ? [right, left] : [left, right];
  return part(
    a + b + (isStriking(other) || other.held.length === 0 ? 0.2 : 0),
    `the ${hand.side} hand leaps ${Math.round(hand.leapMm)} mm`,
  );
};

/** Short notes against long ones. */
const touch: PartOf = ({ hands: { right, left } }) => {
  if (right.staccato === left.staccato) return undefined;
  const other = right.staccato ? left : right;
  if (other.struck.length + other.held.length === 0) return undefined;
  return part(0.4, `short notes in the ${right.staccato ? 'right' : 'left'} hand against joined ones`);
};

/** A hand must let go exactly where the other strikes. */
const letsGo: PartOf = ({ hands: { right, left } }) => {
  const hand = right.released.length > 0 ? right : left.released.length > 0 ? left : undefined;
  const key = hand?.released[0];
  if (!hand || !key || hand.staccato || key.note.articulations.length > 0) return undefined;
  return part(0.5, `${pitchName(key.note.pitch)} in the ${hand.side} hand is let go as the other plays`);
};

const allOf = ({ struck, held }: HandNow): readonly Touch[] => [...struck, ...held];

const midis = (touches: readonly Touch[]): readonly number[] => touches.map(({ note }) => note.midi);

/** The hands cross, or want one key at the same time or one after the other. */
const inTheWay: PartOf = ({ hands: { right, left } }, { last }) => {
  const [rights, lefts] = [midis(allOf(right)), midis(allOf(left))];
  if (rights.some((midi) => lefts.includes(midi))) return part(1, 'both hands want one key');
  if (rights.length > 0 && lefts.length > 0 && Math.max(...lefts) > Math.min(...rights))
    return part(1.1, 'the hands cross');
  const wanted = (hand: HandNow, other: HandNow | undefined): boolean =>
    other !== undefined && midis(hand.struck).some((midi) => midis(allOf(other)).includes(midi));
  return wanted(right, last?.hands.left) || wanted(left, last?.hands.right)
    ? part(0.8, 'one hand takes the key that the other has just left')
    : undefined;
};

/** A hand plays at a place of the bar at which it has only waited so far. */
const wakesUp: PartOf = (moment, { places }) => {
  const { right, left } = moment.hands;
  const isNew = (hand: HandNow): boolean =>
    isStriking(hand) && places !== undefined && !places[hand.side].has(moment.placeTicks);
  const hand = isNew(right) ? right : isNew(left) ? left : undefined;
  const other = hand === right ? left : right;
  if (!hand || other.struck.length + other.held.length === 0) return undefined;
  return part(0.35, `the ${hand.side} hand has only waited here so far`);
};

/** A figure that begins elsewhere in the beat than before: other fingers meet. */
const rollsAcross: PartOf = (moment, { onBeat }) => {
  const { right, left } = moment.hands;
  const rolls = (hand: HandNow, other: HandNow): boolean =>
    hand.struck.length === 1 &&
    other.struck.length + other.held.length > 0 &&
    hand.struck.some(({ note }) => {
      const was = onBeat[hand.side].get(note.midi);
      return was !== undefined && was !== moment.isOnBeat;
    });
  const hand = rolls(right, left) ? right : rolls(left, right) ? left : undefined;
  return hand && part(0.2, `a key of the ${hand.side} hand comes at another place in the beat than before`);
};

/** All parts of a moment, hardest first. */
export const partsOf = (moment: Moment, before: Before): readonly Part[] =>
  [strokes, turns, takingTurns, offBeat, slipsIn, moves, leaps, touch, letsGo, inTheWay, wakesUp, rollsAcross]
    .flatMap((of) => of(moment, before) ?? [])
    .sort((a, b) => b.figure - a.figure);
