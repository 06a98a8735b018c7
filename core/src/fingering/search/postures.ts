import { FINGERS, type Finger } from '../../hand/hand';
import { assignments } from '../model/assignments';
import { framesFor, withinLeeway, type Posture, type Shape, type SoundingKey } from '../model/posture';
import type { SliceView } from '../model/view';
import type { Pricing } from '../prices/pricing';
import { stateEffort } from './price';

/** Widest change of frame beyond its best that is still kept for a chord: keeps the lattice small without losing plans. */
const FRAMES_PER_CHORD_SHAPE = 3;

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
