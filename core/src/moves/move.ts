import type { SolvedSlice } from '../fingering/solve';
import type { MoveKind } from '../fingering/model/moves';
import { pairLimitMm } from '../hand/reach';
import type { Finger, Hand, Side } from '../hand/hand';
import { keyDistanceMm } from '../keyboard/geometry';
import { pitchName } from '../keyboard/pitch';
import { noteIdOf, type LinkKind, type Press } from '../score/slices';
import { areOneBlock, type HeldBlocks } from './held-block';
import { positionLabel, type Position } from './position';
import { prepareFor } from './prepare';
import { travelOf, type Travel } from './travel';

/** Anything that takes the hand out of its position, with the reason in a teacher's words. */
export interface Move {
  readonly kind: MoveKind;
  /** Index into `Score.bars`. */
  readonly bar: number;
  readonly onsetTicks: number;
  readonly fromId: string;
  readonly toId: string;
  readonly fromFinger: Finger;
  readonly toFinger: Finger;
  readonly reason: string;
  /** What to do beforehand so that the move is ready in time. */
  readonly prepare: string;
  /** For a shift: how far, and whether there is time. */
  readonly travel: Travel | null;
}

/** The words of the trade for each kind. */
export const MOVE_WORDS: Readonly<Record<MoveKind, string>> = {
  extension: 'extension',
  contraction: 'contraction',
  'repeated-note-change': 'finger change on a repeated note',
  'thumb-under': 'thumb under',
  'finger-over-thumb': 'finger over thumb',
  'silent-substitution': 'silent substitution',
  slide: 'slide',
  'finger-over-finger': 'finger over finger',
  shift: 'shift',
};

/** The key a step leaves or reaches, with its finger. */
interface FingeredPress {
  readonly press: Press;
  readonly finger: Finger;
}

export interface MoveContext {
  readonly side: Side;
  readonly hand: Hand;
}

const touches = ({ playable, posture }: SolvedSlice): FingeredPress[] =>
  playable.presses.map((press, key) => ({ press, finger: posture.fingers[key] ?? 1 }));

const isStruck = (slice: SolvedSlice, touch: FingeredPress): boolean =>
  slice.playable.slice.struck.includes(touch.press);

const nameOf = ({ pitch }: Press): string => pitchName(pitch);

/** The keys a move is told by: of what leaves and of what arrives, the two nearest to one another. */
const leading = (before: SolvedSlice, after: SolvedSlice): readonly [FingeredPress, FingeredPress] | undefined => {
  const staying = new Set(
    touches(after)
      .filter((touch) => !isStruck(after, touch))
      .map(({ press }) => press.midi),
  );
  const leavers = touches(before).filter(({ press }) => !staying.has(press.midi));
  const from = leavers.length > 0 ? leavers : touches(before);
  const to = touches(after).filter((touch) => isStruck(after, touch));
  let best: readonly [FingeredPress, FingeredPress] | undefined;
  let least = Infinity;
  for (const a of from)
    for (const b of to) {
      const distance = Math.abs(a.press.midi - b.press.midi);
      if (distance < least) [best, least] = [[a, b], distance];
    }
  return best;
};

const GAP_WORDS: Readonly<Record<LinkKind, string>> = {
  rest: 'in the rest',
  lift: 'at the lift',
  plain: 'between two notes',
  slur: 'inside the slur',
};

/** What the move is good for: the first note ahead that the old position would not have had. */
const gainAhead = (ahead: readonly SolvedSlice[]): string => {
  const key = ahead.flatMap(touches).find(({ finger }) => finger === 1 || finger === 5);
  return key ? `, so that ${key.finger} is ready for ${nameOf(key.press)}` : '';
};

interface Telling {
  readonly from: FingeredPress;
  readonly to: FingeredPress;
  readonly link: LinkKind;
  readonly position: Position | undefined;
  readonly ahead: readonly SolvedSlice[];
  readonly context: MoveContext;
}

const told = ({ from, to, link }: Telling) => ({
  from: from.finger,
  to: to.finger,
  left: nameOf(from.press),
  reached: nameOf(to.press),
  link,
});

const spanFigures = ({ from, to, context }: Telling): string => {
  const mm = Math.round(keyDistanceMm(from.press.midi, to.press.midi));
  const limit = Math.round(pairLimitMm(context.hand, from.finger, to.finger));
  return `${from.finger}-${to.finger} ${mm} mm, this hand reaches ${limit}`;
};

const intoPosition = ({ position }: Telling): string => (position ? ` into ${positionLabel(position)}` : '');

const reasonFor = (kind: MoveKind, telling: Telling): string => {
  const { from, to } = telling;
  const [left, reached] = [nameOf(from.press), nameOf(to.press)];
  const mm = Math.round(keyDistanceMm(from.press.midi, to.press.midi));
  switch (kind) {
    case 'thumb-under':
      return `the thumb passes under ${from.finger} to ${reached}, and four fingers are free to go on${intoPosition(telling)}`;
    case 'finger-over-thumb':
      return `${to.finger} passes over the thumb on ${left} to ${reached}, and the hand goes on${intoPosition(telling)}`;
    case 'repeated-note-change':
      return `${from.finger} gives way to ${to.finger} on ${reached}${gainAhead(telling.ahead)}`;
    case 'extension':
      return from.finger === to.finger
        ? `the hand opens${intoPosition(telling)}`
        : `${to.finger} reaches out to ${reached} (${spanFigures(telling)})`;
    case 'contraction':
      return from.finger === to.finger
        ? `the hand closes${intoPosition(telling)}`
        : `${to.finger} comes in to ${reached}, and the hand closes${intoPosition(telling)}`;
    case 'slide':
      return `${from.finger} slides from ${left} to ${reached} beside it`;
    case 'silent-substitution':
      return `${to.finger} silently takes ${reached} over from ${from.finger}`;
    case 'finger-over-finger':
      return `${to.finger} passes over ${from.finger} to ${reached}`;
    case 'shift':
      return `the hand lifts ${GAP_WORDS[telling.link]} and lands ${mm} mm away with ${to.finger} on ${reached}${intoPosition(telling)}`;
  }
};

const substitutions = (before: SolvedSlice, after: SolvedSlice, context: MoveContext): Move[] =>
  touches(after).flatMap((touch) => {
    const old = touches(before).find(({ press }) => press.midi === touch.press.midi);
    if (isStruck(after, touch) || !old || old.finger === touch.finger) return [];
    const id = noteIdOf(touch.press);
    const telling: Telling = { from: old, to: touch, link: 'slur', position: undefined, ahead: [], context };
    return [
      {
        kind: 'silent-substitution' as const,
        bar: after.playable.slice.bar,
        onsetTicks: after.playable.slice.onsetTicks,
        fromId: id,
        toId: id,
        fromFinger: old.finger,
        toFinger: touch.finger,
        reason: reasonFor('silent-substitution', telling),
        prepare: prepareFor('silent-substitution', told(telling)),
        travel: null,
      },
    ];
  });

/** Slices ahead that are looked at to say what a move is good for. */
const LOOK_AHEAD = 4;

/** Within a broken chord that lies under the hand fingers reach out and in, and the hand stays. */
const isReachInBlock = ({ step }: SolvedSlice, held: HeldBlocks, index: number): boolean =>
  (step === 'extension' || step === 'contraction') && areOneBlock(held, index - 1, index);

const moveInto = (
  slices: readonly SolvedSlice[],
  held: HeldBlocks,
  index: number,
  positions: ReadonlyMap<number, Position>,
  context: MoveContext,
): Move[] => {
  const [before, after] = [slices[index - 1], slices[index]];
  if (!before || !after) return [];
  const found = after.playable.heldCount > 0 ? substitutions(before, after, context) : [];
  const lead = after.step === 'stay' || isReachInBlock(after, held, index) ? undefined : leading(before, after);
  if (after.step === 'stay' || !lead) return found;
  const [from, to] = lead;
  const telling: Telling = {
    from,
    to,
    link: after.playable.slice.link,
    position: positions.get(index),
    ahead: slices.slice(index + 1, index + 1 + LOOK_AHEAD),
    context,
  };
  return [
    ...found,
    {
      kind: after.step,
      bar: after.playable.slice.bar,
      onsetTicks: after.playable.slice.onsetTicks,
      fromId: noteIdOf(from.press),
      toId: noteIdOf(to.press),
      fromFinger: from.finger,
      toFinger: to.finger,
      reason: reasonFor(after.step, telling),
      prepare: prepareFor(after.step, told(telling)),
      travel: after.step === 'shift' ? travelOf(before, after, to.press.midi) : null,
    },
  ];
};

/** The moves of a solved hand in time order, read off the steps of the chosen way. */
export const movesOf = (
  slices: readonly SolvedSlice[],
  held: HeldBlocks,
  positions: readonly Position[],
  context: MoveContext,
): readonly Move[] => {
  const byFirst = new Map(positions.map((position) => [position.slices[0], position]));
  return slices.flatMap((_, index) => moveInto(slices, held, index, byFirst, context));
};
