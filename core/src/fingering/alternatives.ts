import type { Finger } from '../hand/hand';
import type { PlayableSlice } from './playable';
import type { Lattice } from './lattice';
import { differences, ledgerOf, type Difference, type PricedLattice, type Stretch } from './reasons';
import { predecessor, successor } from './search';
import { bestOfWindow } from './windows';

/** Another fingering of one bar, the rest free to follow. */
export interface BarAlternative {
  readonly bar: number;
  readonly rank: number;
  readonly effortMore: number;
  readonly fingers: ReadonlyMap<string, Finger>;
  /** What differs from the plan, price by price, what matters most first. */
  readonly differences: readonly Difference[];
}

/** A solved lattice: the way chosen, and the efforts from both ends. */
export interface Solved extends PricedLattice {
  readonly slices: readonly PlayableSlice[];
  readonly reached: readonly Float64Array[];
  readonly remaining: readonly Float64Array[];
  readonly postures: readonly number[];
  readonly effort: number;
}

/** Runs of slices that belong to one bar, as first and last index. */
export const barWindows = (slices: readonly PlayableSlice[]): readonly (readonly [number, number])[] => {
  const windows: [number, number][] = [];
  slices.forEach(({ slice }, index) => {
    const last = windows[windows.length - 1];
    if (last && slices[last[0]]?.slice.bar === slice.bar) last[1] = index;
    else windows.push([index, index]);
  });
  return windows;
};

/** The striking fingers of a stretch, by note id. */
export const fingersOfWindow = (
  lattice: Lattice,
  slices: readonly PlayableSlice[],
  { from, postures }: Stretch,
): Map<string, Finger> =>
  new Map(
    postures.flatMap((posture, ahead) => {
      const { presses, slice } = slices[from + ahead]!;
      const { fingers } = lattice.layers[from + ahead]!.pattern.postures[posture]!;
      return presses.flatMap((press, key) =>
        slice.struck.includes(press) ? press.noteIds.map((id) => [id, fingers[key]!] as const) : [],
      );
    }),
  );

/** Follows a way out of a window on both sides until it is on the chosen way again. */
const rejoined = ({ lattice, reached, remaining, postures: chosen }: Solved, window: Stretch): Stretch => {
  const postures = [...window.postures];
  let from = window.from;
  while (from > 0) {
    const at = predecessor(reached[from - 1]!, lattice.steps[from]!, postures[0]!);
    if (at === chosen[from - 1]) break;
    from -= 1;
    postures.unshift(at);
  }
  for (let next = from + postures.length; next < lattice.layers.length; next += 1) {
    const last = postures[postures.length - 1]!;
    const at = successor(remaining[next]!, lattice.steps[next]!, lattice.layers[next]!.effort, last);
    // The first slice back on the chosen way is kept: the step into it still differs.
    postures.push(at);
    if (at === chosen[next]) break;
  }
  return { from, postures };
};

/** What a way costs and spares against the chosen one over the same stretch. */
const against = (solved: Solved, stretch: Stretch): readonly Difference[] => {
  const before = stretch.from > 0 ? solved.postures[stretch.from - 1] : undefined;
  const chosen = {
    from: stretch.from,
    postures: solved.postures.slice(stretch.from, stretch.from + stretch.postures.length),
  };
  return differences(ledgerOf(solved, chosen, before), ledgerOf(solved, stretch, before), solved.pricing);
};

const sameFingers = (a: ReadonlyMap<string, Finger>, b: ReadonlyMap<string, Finger>): boolean =>
  a.size === b.size && [...a].every(([id, finger]) => b.get(id) === finger);

/** Fingers of held keys may tell two ways apart that look alike on paper: a few more are asked for and merged. */
const SPARE = 3;

/** The `count` cheapest other fingerings of each bar. */
export const barAlternatives = (solved: Solved, count: number): readonly BarAlternative[] =>
  barWindows(solved.slices).flatMap(([from, to]) => {
    const { lattice, slices } = solved;
    const chosen = fingersOfWindow(lattice, slices, { from, postures: solved.postures.slice(from, to + 1) });
    return bestOfWindow(solved, from, to, count + SPARE)
      .map(({ postures, effort }) => {
        const window = { from, postures };
        return { window, effort, fingers: fingersOfWindow(lattice, slices, window) };
      })
      .filter(
        ({ fingers }, index, all) =>
          !sameFingers(fingers, chosen) && all.findIndex((other) => sameFingers(other.fingers, fingers)) === index,
      )
      .slice(0, count)
      .map(({ window, fingers, effort }, index) => ({
        bar: slices[from]!.slice.bar,
        rank: index + 1,
        effortMore: Math.max(0, effort - solved.effort),
        fingers,
        differences: against(solved, rejoined(solved, window)),
      }));
  });
