import type { Score } from '../score/score';
import { finish, part, type Steps } from '../steps';
import type { SolvedLattice } from './alternatives/alternatives';
import type { Allowed } from './model/finger-set';
import type { Lattice, LatticeBuilder } from './search/lattice';
import { openPiece, withLocks, type OpenPiece } from './piece';
import type { Pricing } from './prices/pricing';
import { backward, backwardLike, bestPath, forward, forwardLike, type Passes, type Path } from './search/search';
import { drawnTo, type Drawn, type Targets } from './likeness/targets';
import { leadsOf, targetsOf, type Alike, type Led } from './likeness/ties';

/** A way through a lattice drawn to some targets, with the forward efforts that found it. */
interface Way extends Drawn {
  readonly reached: readonly Float64Array[];
  readonly path: Path;
}

/** What was solved last: another solution of the same piece differs from it in a few places. */
interface Known {
  /** Before like figures were drawn together, what they were drawn to, and after. */
  readonly free: Way;
  readonly led: Led | undefined;
  readonly tied: Way;
  readonly remaining: Passes['remaining'];
}

const wayThrough = (open: Lattice, targets: Targets, pricing: Pricing, known: Way | undefined): Way => {
  const lattice = drawnTo(open, targets, pricing, known);
  const reached = forwardLike(lattice, known);
  return { open, lattice, targets, reached, path: bestPath(lattice, reached) };
};

/**
 * The best way with like figures drawn together: a way without that shows from both ends what each figure could do; they are
 * drawn to what they share most cheaply, and solved again.
 */
function* tiedWay(
  { open, slices, usual, groups }: OpenPiece,
  pricing: Pricing,
  known: Known | undefined,
): Steps<Omit<Known, 'remaining'>> {
  const free = wayThrough(open, usual, pricing, known?.free);
  if (groups.length === 0) return { free, led: undefined, tied: free };
  yield 1 / 3;
  const last = known?.led;
  const remaining = backwardLike(free.lattice, last?.ends);
  const found = { ends: { lattice: free.lattice, reached: free.reached, remaining }, way: free.path.postures };
  const leads = leadsOf(groups, slices, found, last);
  yield 2 / 3;
  const tied = wayThrough(open, targetsOf(groups, leads, usual), pricing, known?.tied ?? free);
  return { free, led: { ...found, groups, leads }, tied };
}

/** What is remembered of a piece: it without locks, and how it was solved last. */
interface Memory {
  readonly piece: OpenPiece;
  known: Known | undefined;
}

/**
 * What the efforts from both ends are needed for: not at all; for comparing postures of one layer; or for comparing whole ways,
 * which only passes over everything give.
 */
export type Need = 'way' | 'room' | 'windows';

/** What is settled before a hand is fingered. */
export interface Given {
  readonly allowed: Allowed;
  /** Bars that are fingered for themselves although others look like them. */
  readonly apart?: ReadonlySet<number>;
}

/** Groups of like bars without those that are meant to be different. */
const groupsWithout = ({ groups, slices }: OpenPiece, apart: ReadonlySet<number> | undefined): readonly Alike[] =>
  apart === undefined || apart.size === 0
    ? groups
    : groups
        .map((group) => ({
          ...group,
          bars: group.bars.filter((bar) => !bar.some((index) => apart.has(slices[index]!.slice.bar))),
        }))
        .filter(({ bars }) => bars.length > 1);

/** Share of the work that opening a piece takes where its keys have not been seen before. */
const OPENED = 0.6;

/** The best way through an opened piece, with all that was worked out for it; what it teaches is kept in the memory. */
function* solveOpened(
  builder: LatticeBuilder,
  memory: Memory,
  { allowed, apart }: Given,
  need: Need,
): Steps<SolvedLattice> {
  const { pricing } = builder;
  const locked = withLocks(memory.piece, allowed, builder);
  const piece = { ...locked, groups: groupsWithout(locked, apart) };
  const { free, led, tied: way } = yield* tiedWay(piece, pricing, memory.known);
  const { lattice, targets } = way;
  const { key, slices, blockOf, groups: alike } = piece;
  const solved = { lattice, pricing, key, targets, slices, blockOf, alike, ...way.path };
  if (need === 'windows') return { ...solved, reached: forward(lattice), remaining: backward(lattice) };
  if (need === 'way') return { ...solved, reached: way.reached, remaining: [] };
  const remaining = backwardLike(lattice, memory.known && { ...memory.known.tied, remaining: memory.known.remaining });
  memory.known = { free, led, tied: way, remaining };
  return { ...solved, reached: way.reached, remaining };
}

/** One hand's ways through scores. Each score is opened once, and remembered for as long as somebody holds it. */
export interface Ways {
  readonly builder: LatticeBuilder;
  /** The best way through one hand of a score; undefined when the hand is silent. */
  readonly solve: (score: Score, given: Given, need: Need) => Steps<SolvedLattice | undefined>;
  /** A piece with the given fingers fixed, as it is before any way through it is chosen. */
  readonly opened: (score: Score, allowed: Allowed) => OpenPiece;
}

export const createWays = (builder: LatticeBuilder): Ways => {
  const memories = new WeakMap<Score, Memory>();
  const memoryOf = function* (score: Score): Steps<Memory> {
    const memory = memories.get(score) ?? { piece: yield* openPiece(builder, score), known: undefined };
    memories.set(score, memory);
    return memory;
  };
  return {
    builder,
    solve: function* (score, given, need) {
      const memory = yield* part(memoryOf(score), 0, OPENED);
      if (memory.piece.slices.length === 0) return undefined;
      return yield* part(solveOpened(builder, memory, given, need), OPENED, 1);
    },
    opened: (score, allowed) => withLocks(finish(memoryOf(score)).piece, allowed, builder),
  };
};
