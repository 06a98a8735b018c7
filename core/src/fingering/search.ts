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
export const stepForward = (before: Float64Array, table: StepTable, own: Float64Array): Float64Array<ArrayBuffer> => {
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

/** The posture from which another is reached with least effort. */
export const predecessor = (before: Float64Array, table: StepTable, to: number): number => {
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

/** The posture of the next layer through which the end is reached with least effort. */
export const successor = (remaining: Float64Array, table: StepTable, own: Float64Array, from: number): number => {
  let best = 0;
  let least = Infinity;
  for (let b = 0; b < own.length; b += 1) {
    const sum = table.effort[b * table.fromSize + from]! + own[b]! + remaining[b]!;
    if (sum < least) {
      least = sum;
      best = b;
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
