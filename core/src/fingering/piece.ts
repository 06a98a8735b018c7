import { tonicPitchClass } from '../keyboard/pitch';
import type { Side } from '../hand/hand';
import type { Key, Score } from '../score/score';
import type { Steps } from '../steps';
import { slicesOf, type Slice } from '../score/slices';
import { withSubstitutionPoints } from '../score/substitution-points';
import type { Allowed } from './model/finger-set';
import { closeLocked, type Lattice, type LatticeBuilder, type Layer } from './search/lattice';
import { playable, playableSlices, type PlayableSlice } from './model/playable';
import { octaveRuns } from './likeness/runs';
import { likeBars, runTargets, tieStrength, type Likeness, type Targets } from './likeness/ties';

/** What a piece is to one hand before any way through it is chosen. */
export interface OpenPiece {
  readonly slices: readonly PlayableSlice[];
  readonly key: Key;
  readonly open: Lattice;
  readonly runs: Targets;
  readonly groups: readonly Likeness[];
  /** Layers that locks have closed before, by place and fingers allowed. */
  readonly closed: Map<string, Layer>;
}

/**
 * The key a piece is in. Files rarely say whether it is minor; a last note on the relative minor's tonic tells, as it tells
 * a reader.
 */
const homeKey = (score: Score, side: Side): Key => {
  const notes = score.notes.filter((note) => note.side === side);
  const key = score.bars[notes[0]?.bar ?? 0]?.key ?? { fifths: 0, mode: 'major' };
  const last = notes[notes.length - 1];
  const endsInMinor = last !== undefined && last.midi % 12 === tonicPitchClass(key.fifths, 'minor');
  return endsInMinor ? { ...key, mode: 'minor' } : key;
};

/** The slices of a hand. Inside a run no finger is changed silently: the hand is on its way. */
const cutPiece = (score: Score, side: Side): readonly Slice[] => {
  const slices = slicesOf(score, side);
  const inRun = new Set<number>();
  const lines = slices.map((slice) => ({ slice, presses: [...slice.held, ...slice.struck] }));
  for (const { from, to } of octaveRuns(lines)) for (let index = from; index < to; index += 1) inRun.add(index);
  return withSubstitutionPoints(slices, (index) => inRun.has(index));
};

const NO_LOCKS: Allowed = new Map();

export function* openPiece(builder: LatticeBuilder, score: Score): Steps<OpenPiece> {
  const { pricing, patterns } = builder;
  const { side, hand } = pricing;
  const slices = playableSlices(cutPiece(score, side), side, hand, NO_LOCKS);
  const key = homeKey(score, side);
  const open = yield* builder.build(slices, key);
  const tied = tieStrength(pricing) > 0;
  return {
    slices,
    key,
    open,
    runs: tied ? runTargets(slices, open, pricing, patterns) : new Map(),
    groups: tied ? likeBars(slices, open) : [],
    closed: new Map(),
  };
}

const hasLock = ({ slice }: PlayableSlice, allowed: Allowed): boolean =>
  slice.struck.some(({ noteIds }) => noteIds.some((id) => allowed.has(id)));

const closedLayer = (piece: OpenPiece, index: number, { allowed }: PlayableSlice): Layer => {
  const name = `${index} ${allowed.join(' ')}`;
  const layer = piece.open.layers[index]!;
  const closed = piece.closed.get(name) ?? { ...layer, effort: closeLocked(layer.pattern, layer.open, allowed) };
  piece.closed.set(name, closed);
  return closed;
};

/** The same piece with some fingers fixed: only the slices that have a lock are looked at again. */
export const withLocks = (piece: OpenPiece, allowed: Allowed, { pricing, patterns }: LatticeBuilder): OpenPiece => {
  const locked = piece.slices.flatMap((slice, index) => (hasLock(slice, allowed) ? [index] : []));
  if (locked.length === 0) return piece;
  const slices = [...piece.slices];
  const layers = [...piece.open.layers];
  for (const index of locked) {
    const slice = playable(slices[index]!.slice, pricing.side, pricing.hand, allowed);
    slices[index] = slice;
    layers[index] = closedLayer(piece, index, slice);
  }
  const open = { ...piece.open, layers };
  const runs = locked.some((index) => piece.runs.has(index)) ? runTargets(slices, open, pricing, patterns) : piece.runs;
  return { ...piece, slices, open, runs };
};
