import { tonicPitchClass } from '../keyboard/pitch';
import type { Side } from '../hand/hand';
import type { Key, Score } from '../score/score';
import type { Steps } from '../steps';
import { slicesOf, type Press, type Slice } from '../score/slices';
import { withSubstitutionPoints } from '../score/substitution-points';
import type { Allowed } from './model/finger-set';
import { closeLocked, type Lattice, type LatticeBuilder, type Layer } from './search/lattice';
import { playable, playableSlices, type PlayableSlice } from './model/playable';
import { octaveRuns } from './likeness/runs';
import { runTargets } from './likeness/run-targets';
import { scaleFingersOf } from './likeness/scale-fingers';
import { tieStrength, type Target, type Targets } from './likeness/targets';
import { alikeIn, type Alike } from './likeness/ties';
import { usualTargets } from './likeness/usual';
import type { Block } from '../reading/blocks';
import { readHand, type Reading } from '../reading/reading';

/** What a piece is to one hand before any way through it is chosen. */
export interface OpenPiece {
  readonly slices: readonly PlayableSlice[];
  readonly key: Key;
  readonly open: Lattice;
  /** The usual fingers of blocks, scales, chromatic lines and quick repeats. */
  readonly habits: Targets;
  /** The broken chord that a press is part of. */
  readonly blockOf: ReadonlyMap<Press, Block>;
  /** Key-notes of the scales that presses are part of, as pitch classes. */
  readonly tonics: ReadonlyMap<Press, number>;
  /** Octave runs, and where there is none the usual fingers. */
  readonly usual: Targets;
  readonly groups: readonly Alike[];
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
const cutPiece = (slices: readonly Slice[]): readonly Slice[] => {
  const inRun = new Set<number>();
  const lines = slices.map((slice) => ({ slice, presses: [...slice.held, ...slice.struck] }));
  for (const { from, to } of octaveRuns(lines)) for (let index = from; index < to; index += 1) inRun.add(index);
  return withSubstitutionPoints(slices, (index) => inRun.has(index));
};

/** Slices with the lifts that a reader sees. */
const lifted = (slices: readonly Slice[], { lifts }: Reading): readonly Slice[] =>
  slices.map((slice) => (lifts.has(slice) ? { ...slice, link: 'lift' as const } : slice));

const NO_LOCKS: Allowed = new Map();

/** Usual fingers with the patterns of octave runs, which take the place of the scale's fingers. */
const withRuns = (habits: Targets, runs: Targets): Targets => {
  const targets = new Map(habits);
  for (const [index, run] of runs)
    targets.set(index, [...run, ...(habits.get(index) ?? []).filter(({ price }) => price !== 'scaleGroups')]);
  return targets;
};

export function* openPiece(builder: LatticeBuilder, score: Score): Steps<OpenPiece> {
  const { pricing, patterns } = builder;
  const { side, hand, rules } = pricing;
  const key = homeKey(score, side);
  const written = slicesOf(score, side);
  const reading = readHand(score, written, key, rules.fastRepeatsPerSecond);
  const slices = playableSlices(cutPiece(lifted(written, reading)), side, hand, NO_LOCKS);
  const open = yield* builder.build(slices, key);
  const tied = tieStrength(pricing) > 0;
  const tonics = new Map(
    reading.scaleRuns.flatMap(({ presses, tonic }) => presses.map((press) => [press, tonic] as const)),
  );
  const habits = usualTargets(reading, slices, side, scaleFingersOf(builder), rules.chromatic === 'thumb-and-3');
  return {
    slices,
    key,
    open,
    habits,
    blockOf: new Map(
      reading.blocks
        .filter(({ broken }) => broken)
        .flatMap((block) => block.presses.map((press) => [press, block] as const)),
    ),
    tonics,
    usual: tied ? withRuns(habits, runTargets(slices, open, pricing, patterns, tonics)) : habits,
    groups: tied ? alikeIn(score, slices) : [],
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

const isInRun = (targets: readonly Target[] | undefined): boolean =>
  targets?.some(({ price }) => price === 'runPattern') ?? false;

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
  const usual = locked.some((index) => isInRun(piece.usual.get(index)))
    ? withRuns(piece.habits, runTargets(slices, open, pricing, patterns, piece.tonics))
    : piece.usual;
  return { ...piece, slices, open, usual };
};
