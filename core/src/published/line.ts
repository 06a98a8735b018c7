import { FINGERS, type Finger } from '../hand/hand';
import { isPracticable, ofNote, ofPair, ofTriple, touch, type Touch } from './rules';

/** The fingering of a melodic fragment by the published model, and its points. */
export interface PublishedFingering {
  readonly fingers: readonly Finger[];
  readonly points: number;
}

interface Way {
  readonly points: number;
  readonly before: Way | undefined;
  readonly last: Touch;
}

/** Where no fingering stays within practical spans, a step outside them counts this much. Ours: the paper has no such case. */
const IMPRACTICABLE = 1000;

const stepPoints = (a: Touch, b: Touch): number => ofPair(a, b) + (isPracticable(a, b) ? 0 : IMPRACTICABLE);

/** Ways are told apart by their last two fingers: the rules look two notes back. */
const extend = (ways: readonly Way[], next: Touch): Way => {
  const grown = ways.map((way) => {
    const triple = way.before ? ofTriple(way.before.last, way.last, next) : 0;
    return { points: way.points + stepPoints(way.last, next) + triple + ofNote(next), before: way, last: next };
  });
  // On equal points the earlier fingering in the order of fingers stands, so that the answer is always the same.
  return grown.reduce((best, way) => (way.points < best.points ? way : best));
};

const fingersOf = (way: Way): Finger[] => {
  const fingers: Finger[] = [];
  for (let at: Way | undefined = way; at; at = at.before) fingers.unshift(at.last.finger);
  return fingers;
};

/**
 * The cheapest fingering of a line of single notes by the twelve rules, exactly. Keys as a right hand has them: mirror a
 * left hand about D first. @example fingerLine([60, 62, 64, 65, 67]).fingers // => [1, 2, 3, 4, 5]
 */
export const fingerLine = (keys: readonly number[]): PublishedFingering => {
  const [first, ...rest] = keys;
  if (first === undefined) return { fingers: [], points: 0 };
  let ways: readonly Way[] = FINGERS.map((finger) => {
    const last = touch(first, finger);
    return { points: ofNote(last), before: undefined, last };
  });
  for (const key of rest)
    // A way to each pair of fingers: for every finger before, the best of those that end there.
    ways = FINGERS.flatMap((before) => {
      const ending = ways.filter(({ last }) => last.finger === before);
      return ending.length === 0 ? [] : FINGERS.map((finger) => extend(ending, touch(key, finger)));
    });
  const best = ways.reduce((least, way) => (way.points < least.points ? way : least));
  return { fingers: fingersOf(best), points: best.points };
};

/** Points of a given fingering of a line. */
export const pointsOf = (touches: readonly Touch[]): number =>
  touches.reduce((sum, note, index) => {
    const [before, earlier] = [touches[index - 1], touches[index - 2]];
    return (
      sum +
      ofNote(note) +
      (before ? stepPoints(before, note) : 0) +
      (before && earlier ? ofTriple(earlier, before, note) : 0)
    );
  }, 0);
