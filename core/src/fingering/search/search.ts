import { ContractError } from '../../result';
import { hasFinger, type FingerSet } from '../model/finger-set';
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

/** Passes over a lattice that has been solved before, to be taken up where another lattice is the same. */
export interface Passes {
  readonly lattice: Lattice;
  readonly reached: readonly Float64Array[];
  readonly remaining: readonly Float64Array[];
}

/** Below this a difference is noise of adding; the smallest real one, that of two plans of equal effort, is ten times it. */
const NOISE = 1e-10;

/** Whether efforts differ from others by one figure throughout: then every choice that follows is the same. */
const isShifted = (efforts: Float64Array, others: Float64Array): boolean => {
  let by = NaN;
  for (let at = 0; at < efforts.length; at += 1) {
    const [one, other] = [efforts[at]!, others[at]!];
    if (one === Infinity || other === Infinity) {
      if (one !== other) return false;
      continue;
    }
    if (Number.isNaN(by)) by = one - other;
    if (Math.abs(one - other - by) > NOISE) return false;
  }
  return true;
};

/** Counts efforts from the least of them: sums over a long piece would drown small differences in rounding. */
const fromLeast = (efforts: Float64Array): Float64Array => {
  let least = Infinity;
  for (const effort of efforts) if (effort < least) least = effort;
  if (least < Infinity) for (let at = 0; at < efforts.length; at += 1) efforts[at]! -= least;
  return efforts;
};

const sameLayer = (a: Lattice, b: Lattice, index: number): boolean =>
  a.layers[index] === b.layers[index] && a.steps[index] === b.steps[index];

/**
 * The forward pass, up to a figure that is the same for all postures of a layer: where the lattice is the one known and what
 * was reached is what was reached there (but for such a figure), the known efforts are taken.
 */
export const forwardLike = (
  lattice: Lattice,
  known: Pick<Passes, 'lattice' | 'reached'> | undefined,
): readonly Float64Array[] => {
  const like = known?.lattice.layers.length === lattice.layers.length ? known : undefined;
  const reached: Float64Array[] = [];
  lattice.layers.forEach((layer, index) => {
    const before = reached[index - 1];
    const same = like !== undefined && sameLayer(lattice, like.lattice, index);
    if (same && before === like.reached[index - 1]) return reached.push(like.reached[index]!);
    const efforts = before ? fromLeast(stepForward(before, lattice.steps[index]!, layer.effort)) : layer.effort;
    return reached.push(same && isShifted(efforts, like.reached[index]!) ? like.reached[index]! : efforts);
  });
  return reached;
};

/** The backward pass in the same way. */
export const backwardLike = (lattice: Lattice, known: Passes | undefined): readonly Float64Array[] => {
  if (!known || known.lattice.layers.length !== lattice.layers.length) return backward(lattice);
  const last = lattice.layers.length - 1;
  const remaining = new Array<Float64Array>(lattice.layers.length);
  for (let index = last; index >= 0; index -= 1) {
    const next = remaining[index + 1];
    const sameOnward = index === last || sameLayer(lattice, known.lattice, index + 1);
    if (sameOnward && (index === last || next === known.remaining[index + 1])) {
      remaining[index] = known.remaining[index]!;
      continue;
    }
    const efforts = stepBackward(next!, lattice.steps[index + 1]!, lattice.layers[index + 1]!.effort);
    remaining[index] = isShifted(efforts, known.remaining[index]!) ? known.remaining[index]! : efforts;
  }
  return remaining;
};

/** Effort of a way, added up along it. */
export const effortOf = (lattice: Lattice, postures: readonly number[]): number =>
  postures.reduce((sum, at, index) => {
    const { effort, fromSize } = lattice.steps[index]!;
    const step = index === 0 ? 0 : effort[at * fromSize + postures[index - 1]!]!;
    return sum + step + lattice.layers[index]!.effort[at]!;
  }, 0);

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

export const stepBackward = (next: Float64Array, table: StepTable, own: Float64Array): Float64Array => {
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
  if (!Number.isFinite(end[at]!)) throw new ContractError('every lattice must have a way through');
  const postures = new Array<number>(last + 1);
  postures[last] = at;
  for (let index = last; index > 0; index -= 1) {
    at = predecessor(reached[index - 1]!, lattice.steps[index]!, at);
    postures[index - 1] = at;
  }
  return { postures, effort: effortOf(lattice, postures) };
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

/**
 * Extra effort of each finger 1-5 on one key of a layer over what is allowed there, Infinity where it cannot be; below 0 where
 * a lock is dear. The efforts need be right only up to a figure that is the same for the whole layer.
 */
export const elbowRoom = (
  layer: Layer,
  key: number,
  reached: Float64Array,
  remaining: Float64Array,
  allowed: FingerSet,
): readonly number[] => {
  const room = [Infinity, Infinity, Infinity, Infinity, Infinity];
  let best = Infinity;
  layer.pattern.postures.forEach((posture, index) => {
    const finger = posture.fingers[key];
    if (finger === undefined) return;
    const effort = reached[index]! + remaining[index]!;
    if (effort < room[finger - 1]!) room[finger - 1] = effort;
    if (effort < best && hasFinger(allowed, finger)) best = effort;
  });
  return room.map((effort) => effort - best);
};
