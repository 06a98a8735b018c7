import type { FingerGroup, Lattice } from './lattice';

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

/** More postures than any slice has. */
const MOST_POSTURES = 65_536;

/** Numbers for fingerings: the same number for the same fingers (told by their group) after the same beginning. */
const createNames = () => {
  const known = new Map<number, number>();
  return (before: number, group: FingerGroup): number => {
    const key = (before + 1) * MOST_POSTURES + group.from;
    let name = known.get(key);
    if (name === undefined) known.set(key, (name = known.size));
    return name;
  };
};

/** Puts a partial into its place among the `count` cheapest with different fingers; of equal effort the earlier stands. */
const insert = (kept: Partial[], count: number, partial: Partial): void => {
  let at = kept.length;
  while (at > 0 && kept[at - 1]!.effort > partial.effort) at -= 1;
  for (let other = 0; other < at; other += 1) if (kept[other]!.name === partial.name) return;
  const dearer = kept.findIndex(({ name }, index) => index >= at && name === partial.name);
  if (dearer >= 0) kept.splice(dearer, 1);
  else if (kept.length === count) kept.pop();
  kept.splice(at, 0, partial);
};

const posturesOf = (last: Partial): number[] => {
  const postures: number[] = [];
  for (let at: Partial | undefined = last; at; at = at.before) postures.unshift(at.posture);
  return postures;
};

/** Efforts of a lattice from both ends. */
export interface BothEnds {
  readonly lattice: Lattice;
  /** Least effort of reaching each posture, and of going on from it to the end. */
  readonly reached: readonly Float64Array[];
  readonly remaining: readonly Float64Array[];
}

/** Fingerings of a window whose whole effort is no more than a bound: exact among those, found by dropping what is beyond it. */
const withinBound = (
  { lattice, reached, remaining }: BothEnds,
  from: number,
  to: number,
  count: number,
  bound: number,
): readonly Partial[] => {
  const nameAfter = createNames();
  let lists: Partial[][] = [];
  for (let index = from; index <= to; index += 1) {
    const { effort: own, pattern } = lattice.layers[index]!;
    const { effort: steps, fromSize } = lattice.steps[index]!;
    const onward = remaining[index]!;
    const before = lists;
    const alive = before.flatMap((partials, a) => (partials.length > 0 ? [a] : []));
    lists = Array.from(own, (price, b): Partial[] => {
      const most = bound - onward[b]!;
      // The whole effort through this posture is known exactly, whatever comes before it.
      if (!(reached[index]![b]! <= most)) return [];
      const group = pattern.groupOf[b]!;
      if (index === from)
        return [{ effort: reached[index]![b]!, posture: b, before: undefined, name: nameAfter(-1, group) }];
      const kept: Partial[] = [];
      for (const a of alive) {
        const step = steps[b * fromSize + a]! + price;
        for (const partial of before[a]!) {
          const effort = partial.effort + step;
          // Partials of one posture are in order: those behind are dearer still.
          if (!(effort <= most) || (kept.length === count && effort >= kept[count - 1]!.effort)) break;
          insert(kept, count, { effort, posture: b, before: partial, name: nameAfter(partial.name, group) });
        }
      }
      return kept;
    });
  }
  const whole: Partial[] = [];
  lists.forEach((partials, b) => {
    for (const partial of partials) {
      const effort = partial.effort + remaining[to]![b]!;
      if (whole.length < count || effort < whole[count - 1]!.effort) insert(whole, count, { ...partial, effort });
    }
  });
  return whole;
};

/** How far beyond the best is looked at first, and from what bound on everything is. Effort. */
const FIRST_LOOK = 5;
const EVERYTHING = 400;

/**
 * The `count` cheapest different fingerings of the layers `from` to `to` (both included), everything outside free to
 * follow. Exact: a fingering is ranked by its cheapest way through, whatever the positions of the hand behind it. Ways beyond
 * a bound are not followed; where too few are found within it the bound is widened.
 */
export const bestOfWindow = (ends: BothEnds, from: number, to: number, count: number): readonly WindowFingering[] => {
  const best = least(ends.reached[from]!, ends.remaining[from]!);
  for (let beyond = FIRST_LOOK; ; beyond *= 1.5) {
    const bound = beyond > EVERYTHING ? Number.MAX_VALUE : best + beyond;
    const found = withinBound(ends, from, to, count, bound);
    if (found.length < count && beyond <= EVERYTHING) continue;
    return found.map((partial) => ({ effort: partial.effort, postures: posturesOf(partial) }));
  }
};

const least = (reached: Float64Array, remaining: Float64Array): number => {
  let lowest = Infinity;
  for (let at = 0; at < reached.length; at += 1) lowest = Math.min(lowest, reached[at]! + remaining[at]!);
  return lowest;
};
