import type { Finger } from '../hand/hand';
import { ContractError } from '../result';
import type { Lattice, Layer, StepTable } from './lattice';

/** Exact dynamic programming over a lattice. Posture indices; first-lowest wins, so equal input gives equal output. */

/** Least effort of reaching each posture of each layer from the start, the posture's own effort included. */
export const forward = (lattice: Lattice): readonly Float64Array[] => {
  const reached: Float64Array[] = [];
  lattice.layers.forEach((layer, index) => {
    const before = reached[index - 1];
    const table = lattice.steps[index];
    reached.push(before && table ? stepForward(before, table, layer.effort) : layer.effort);
  });
  return reached;
};

/** One step of the forward pass: from the efforts before, over a table, onto a layer's own efforts. */
export const stepForward = (before: Float64Array, table: StepTable, own: Float64Array): Float64Array => {
  const { effort, fromSize } = table;
  const after = new Float64Array(own.length);
  for (let b = 0, at = 0; b < own.length; b += 1) {
    let least = Infinity;
    for (let a = 0; a < fromSize; a += 1, at += 1) {
      const sum = before[a]! + effort[at]!;
      if (sum < least) least = sum;
    }
    after[b] = least + own[b]!;
  }
  return after;
};

/** Least effort from each posture of each layer to the end, the posture's own effort not included. */
export const backward = (lattice: Lattice): readonly Float64Array[] => {
  const last = lattice.layers.length - 1;
  const remaining: Float64Array[] = new Array<Float64Array>(lattice.layers.length);
  for (let index = last; index >= 0; index -= 1) {
    const next = remaining[index + 1];
    const layer = lattice.layers[index + 1];
    const table = lattice.steps[index + 1];
    remaining[index] =
      next && layer && table
        ? stepBackward(next, table, layer.effort)
        : new Float64Array(lattice.layers[index]?.effort.length ?? 0);
  }
  return remaining;
};

const stepBackward = (next: Float64Array, table: StepTable, own: Float64Array): Float64Array => {
  const { effort, fromSize } = table;
  const here = new Float64Array(fromSize).fill(Infinity);
  for (let b = 0, at = 0; b < own.length; b += 1) {
    const onward = next[b]! + own[b]!;
    for (let a = 0; a < fromSize; a += 1, at += 1) {
      const sum = onward + effort[at]!;
      if (sum < here[a]!) here[a] = sum;
    }
  }
  return here;
};

/** A way through the lattice: a posture index for each layer, and its whole effort. */
export interface Path {
  readonly postures: readonly number[];
  readonly effort: number;
}

const lowestIndex = (values: Float64Array): number => {
  let best = 0;
  for (let index = 1; index < values.length; index += 1) if (values[index]! < values[best]!) best = index;
  return best;
};

/** The cheapest path, walked back along the forward efforts. */
export const bestPath = (lattice: Lattice, reached: readonly Float64Array[]): Path => {
  const last = lattice.layers.length - 1;
  const end = reached[last];
  if (!end) return { postures: [], effort: 0 };
  let at = lowestIndex(end);
  const effort = end[at]!;
  if (!Number.isFinite(effort)) throw new ContractError('every lattice must have a way through');
  const postures = new Array<number>(last + 1);
  postures[last] = at;
  for (let index = last; index > 0; index -= 1) {
    at = predecessor(reached[index - 1]!, lattice.steps[index]!, at);
    postures[index - 1] = at;
  }
  return { postures, effort };
};

const predecessor = (before: Float64Array, table: StepTable, to: number): number => {
  let best = 0;
  let least = Infinity;
  for (let a = 0; a < table.fromSize; a += 1) {
    const sum = before[a]! + table.effort[to * table.fromSize + a]!;
    if (sum < least) {
      least = sum;
      best = a;
    }
  }
  return best;
};

/** Extra effort of each finger 1-5 on one key of a layer, Infinity where it cannot be; below 0 where a lock is dear. */
export const elbowRoom = (
  layer: Layer,
  key: number,
  reached: Float64Array,
  remaining: Float64Array,
  best: number,
): readonly number[] => {
  const room = [Infinity, Infinity, Infinity, Infinity, Infinity];
  layer.pattern.postures.forEach((posture, index) => {
    const finger = posture.fingers[key];
    if (finger === undefined) return;
    const more = reached[index]! + remaining[index]! - best;
    if (more < room[finger - 1]!) room[finger - 1] = more;
  });
  return room;
};

/** One fingering of a window with the least effort of the whole piece that contains it. */
export interface WindowFingering {
  /** Fingers of each layer of the window. */
  readonly fingers: readonly (readonly Finger[])[];
  readonly effort: number;
}

interface Partial {
  readonly effort: number;
  readonly written: string;
}

/** Keeps the `count` cheapest with different fingers; ties in the order of their fingers. */
const keepBest = (partials: readonly Partial[], count: number): Partial[] => {
  const kept = new Map<string, Partial>();
  const sorted = [...partials].sort((a, b) => a.effort - b.effort || (a.written < b.written ? -1 : 1));
  for (const partial of sorted) {
    if (kept.size >= count) break;
    if (!kept.has(partial.written)) kept.set(partial.written, partial);
  }
  return [...kept.values()];
};

const writtenFingers = (layer: Layer, index: number): string => layer.pattern.postures[index]?.fingers.join('') ?? '';

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
  let lists: Partial[][] = [];
  for (let index = from; index <= to; index += 1) {
    const layer = lattice.layers[index]!;
    const table = lattice.steps[index]!;
    const before = lists;
    lists = Array.from(layer.effort, (own, b) => {
      if (!Number.isFinite(own)) return [];
      const written = writtenFingers(layer, b);
      if (index === from) return [{ effort: reached[index]![b]!, written }];
      const arriving = before.flatMap((partials, a) => {
        const step = table.effort[b * table.fromSize + a]!;
        return Number.isFinite(step)
          ? partials.map((partial) => ({
              effort: partial.effort + step + own,
              written: `${partial.written} ${written}`,
            }))
          : [];
      });
      return keepBest(arriving, count);
    });
  }
  const whole = lists.flatMap((partials, b) =>
    partials.map((partial) => ({ ...partial, effort: partial.effort + remaining[to]![b]! })),
  );
  return keepBest(
    whole.filter((partial) => Number.isFinite(partial.effort)),
    count,
  ).map(({ effort, written }) => ({
    effort,
    fingers: written.split(' ').map((layer) => [...layer].map((digit) => Number(digit) as Finger)),
  }));
};
