import { FINGERS, type Finger, type Hand } from '../../hand/hand';
import type { SoundingKey } from './posture';
import { spans, type SliceView } from './view';

/** How far, in u, the thumb may lie beyond 2 or 3 in a chord. */
const THUMB_UNDER_LIMIT = 1;

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
