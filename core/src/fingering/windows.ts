import type { Finger } from '../hand/hand';
import type { Lattice } from './lattice';

/** One fingering of a window of layers, with the least effort of the whole piece that contains it. */
export interface WindowFingering {
  /** Posture index in each layer of the window, of the cheapest way through. */
  readonly postures: readonly number[];
  readonly effort: number;
}

/** A way through the first layers of a window, told from its end. */
interface Partial {
  readonly effort: number;
  readonly posture: number;
  readonly before: Partial | undefined;
  /** Names the fingers so far: two ways with one name differ only in where the hand lies. */
  readonly name: number;
}

/** Numbers for fingerings: the same number for the same fingers after the same beginning. */
const createNames = () => {
  const known = new Map<string, number>();
  return (before: number, fingers: string): number => {
    const key = `${before} ${fingers}`;
    let name = known.get(key);
    if (name === undefined) known.set(key, (name = known.size));
    return name;
  };
};

/** Keeps the `count` cheapest with different fingers; ties in the order they came. Names are given only as needed. */
const keepBest = (partials: Partial[], count: number, nameOf: (partial: Partial) => number): Partial[] => {
  if (partials.length > 1) partials.sort((a, b) => a.effort - b.effort);
  const kept: Partial[] = [];
  for (const partial of partials) {
    if (kept.length >= count) break;
    const name = nameOf(partial);
    if (!kept.some((other) => other.name === name)) kept.push({ ...partial, name });
  }
  return kept;
};

const posturesOf = (last: Partial): number[] => {
  const postures: number[] = [];
  for (let at: Partial | undefined = last; at; at = at.before) postures.unshift(at.posture);
  return postures;
};

const written = (fingers: readonly Finger[]): string => fingers.join('');

/**
 * The `count` cheapest different fingerings of the layers `from` to `to` (both included), everything outside free to
 * follow. Exact: a fingering is ranked by its cheapest way through, whatever the positions of the hand behind it.
 */
export const bestOfWindow = (
  lattice: Lattice,
  reached: readonly Float64Array[],
  remaining: readonly Float64Array[],
  from: number,
  to: number,
  count: number,
): readonly WindowFingering[] => {
  const nameAfter = createNames();
  let lists: Partial[][] = [];
  for (let index = from; index <= to; index += 1) {
    const { effort: own, pattern } = lattice.layers[index]!;
    const { effort: steps, fromSize } = lattice.steps[index]!;
    const texts = pattern.postures.map(({ fingers }) => written(fingers));
    const before = lists;
    lists = Array.from(own, (price, b): Partial[] => {
      if (!Number.isFinite(price)) return [];
      if (index === from)
        return [{ effort: reached[index]![b]!, posture: b, before: undefined, name: nameAfter(-1, texts[b]!) }];
      const arriving: Partial[] = [];
      for (let a = 0; a < fromSize; a += 1) {
        const step = steps[b * fromSize + a]! + price;
        if (step === Infinity) continue;
        for (const partial of before[a]!)
          arriving.push({ effort: partial.effort + step, posture: b, before: partial, name: -1 });
      }
      return keepBest(arriving, count, (partial) => nameAfter(partial.before!.name, texts[b]!));
    });
  }
  const whole = lists.flatMap((partials, b) =>
    partials
      .map((partial) => ({ ...partial, effort: partial.effort + remaining[to]![b]! }))
      .filter(({ effort }) => Number.isFinite(effort)),
  );
  return keepBest(whole, count, ({ name }) => name).map((partial) => ({
    effort: partial.effort,
    postures: posturesOf(partial),
  }));
};
