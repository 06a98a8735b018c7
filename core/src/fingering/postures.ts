import { FINGERS, type Finger, type Hand } from '../hand/hand';
import { framesFor, withinLeeway, type SoundingKey, type Posture, type Shape } from './posture';
import { stateEffort } from './price';
import type { Pricing } from './pricing';
import { spans, type SliceView } from './view';

/** How far, in u, the thumb may lie beyond 2 or 3 in a chord. */
const THUMB_UNDER_LIMIT = 1;

/** Widest change of frame beyond its best that is still kept for a chord: keeps the lattice small without losing plans. */
const FRAMES_PER_CHORD_SHAPE = 3;

const fits = (
  keys: readonly SoundingKey[],
  fingers: readonly Finger[],
  next: Finger,
  hand: Hand,
  rolled: boolean,
): boolean => {
  const key = keys[fingers.length];
  if (!key) return false;
  return fingers.every((finger, index) => {
    const other = keys[index];
    if (!other || finger === next) return false;
    if (finger > next) {
      // Keys rise from the thumb's side: only the thumb may lie out of order, under 2 or 3, by a neighbour.
      if (next !== 1 || finger > 3 || key.place - other.place > THUMB_UNDER_LIMIT) return false;
    }
    return rolled || spans(hand, other, finger, key, next);
  });
};

/** Every way to lay distinct fingers on the keys, thumb side first, in numerical order. */
export const assignments = (view: SliceView, hand: Hand): Finger[][] => {
  let partial: Finger[][] = [[]];
  for (const _key of view.keys)
    partial = partial.flatMap((fingers) =>
      FINGERS.filter((next) => fits(view.keys, fingers, next, hand, view.rolled)).map((next) => [...fingers, next]),
    );
  return partial;
};

/** Whether there is any way to lay fingers on the keys; stops at the first. */
export const isPlayable = (view: SliceView, hand: Hand, laid: readonly Finger[] = []): boolean =>
  laid.length === view.keys.length ||
  FINGERS.some((next) => fits(view.keys, laid, next, hand, view.rolled) && isPlayable(view, hand, [...laid, next]));

const singlePostures = (key: SoundingKey, finger: Finger): Posture[] =>
  (['close', 'open'] as const).flatMap((shape) =>
    framesFor(shape, finger, key.place).map((frame) => ({ fingers: [finger], frame, shape })),
  );

/** Frames of a chord: those that every finger allows, else (very wide chords) those nearest to it. */
const chordFrames = (keys: readonly SoundingKey[], fingers: readonly Finger[], shape: Shape): number[] => {
  const candidates = [
    ...new Set(fingers.flatMap((finger, index) => framesFor(shape, finger, keys[index]?.place ?? 0))),
  ];
  const good = candidates.filter((frame) =>
    fingers.every((finger, index) => withinLeeway(shape, frame, finger, keys[index]?.place ?? 0)),
  );
  return good.length > 0 ? good : candidates;
};

/** A posture with what it costs by itself. */
export interface PricedPosture {
  readonly posture: Posture;
  readonly effort: number;
}

const cheapest = (postures: readonly PricedPosture[], count: number): readonly PricedPosture[] =>
  [...postures].sort((a, b) => a.effort - b.effort || a.posture.frame - b.posture.frame).slice(0, count);

const chordPostures = (view: SliceView, fingers: readonly Finger[], pricing: Pricing): PricedPosture[] =>
  (['close', 'open'] as const).flatMap((shape) => {
    const priced = chordFrames(view.keys, fingers, shape).map((frame) => {
      const posture: Posture = { fingers, frame, shape };
      return { posture, effort: stateEffort(view, posture, pricing) };
    });
    return cheapest(priced, FRAMES_PER_CHORD_SHAPE);
  });

/**
 * All postures of a hand over a slice with their own effort; empty when the hand cannot do it. Ordered by fingers, then
 * shape and frame, which is the rule that breaks ties.
 */
export const posturesOver = (view: SliceView, pricing: Pricing): readonly PricedPosture[] => {
  const [only, more] = view.keys;
  if (only && !more)
    return FINGERS.flatMap((finger) =>
      singlePostures(only, finger).map((posture) => ({ posture, effort: stateEffort(view, posture, pricing) })),
    );
  return assignments(view, pricing.hand).flatMap((fingers) => chordPostures(view, fingers, pricing));
};
