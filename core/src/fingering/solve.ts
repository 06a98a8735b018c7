import type { Hand, Side } from '../hand/hand';
import { tonicPitchClass } from '../keyboard/pitch';
import type { Key, Score } from '../score/score';
import { slicesOf } from '../score/slices';
import { withSubstitutionPoints } from '../score/substitution-points';
import { barAlternatives, barWindows, type BarAlternative, type Solved } from './alternatives';
import { ALL_FINGERS, type Allowed } from './finger-set';
import { closeLocked, createLatticeBuilder, type Lattice, type LatticeBuilder } from './lattice';
import { playable, playableSlices, type PlayableSlice } from './playable';
import type { Posture } from './posture';
import type { Weights } from './prices';
import { ledgerEffort, type Ledger } from './price';
import { pricingFor, type Pricing } from './pricing';
import { ledgerOf } from './reasons';
import type { Rules } from './rules';
import { backward, bestPath, elbowRoom, forward, stepForward, type Path } from './search';
import { STEP_KINDS, type StepKind } from './terms';
import {
  drawnTo,
  LEADERS,
  likeBars,
  likenessTargets,
  runTargets,
  tieStrength,
  type Likeness,
  type Targets,
} from './ties';

/** One slice of the chosen way: the posture with its real frame, and how the hand got there. */
export interface SolvedSlice {
  readonly playable: PlayableSlice;
  readonly posture: Posture;
  /** How the hand came from the slice before; `stay` for the first. */
  readonly step: StepKind;
  /** Effort of arriving here and of the posture itself. */
  readonly effort: number;
  /** Extra effort of each finger by key (thumb side first), Infinity where impossible; only for keys struck here. */
  readonly room: readonly (readonly number[])[];
}

/** What a bar costs: the steps into each of its slices and their postures. */
export interface BarCharges {
  readonly effort: number;
  readonly charges: Ledger;
}

export interface HandSolution {
  readonly side: Side;
  /** By bar; worked out when it is asked for. */
  readonly barCharges: ReadonlyMap<number, BarCharges>;
  readonly slices: readonly SolvedSlice[];
  readonly alternatives: readonly BarAlternative[];
  readonly effort: number;
}

export interface SolveOptions {
  /** Fingers that notes may have; those of a lock, where there is one. */
  readonly allowed: Allowed;
  /** Other fingerings wanted for each bar. */
  readonly alternatives: number;
  /** Left out: true. Without elbow room only the way itself is found. */
  readonly room?: boolean;
}

/** Efforts are sums of floating-point terms and of the tiny tie-break; this is far below any real difference. */
const ROUNDING = 1e-4;

/** Rounds an effort as it is shown: beyond that figures are noise of adding. @example roundEffort(0.30000004) // => 0.3 */
export const roundEffort = (effort: number): number =>
  Math.abs(effort) < ROUNDING ? 0 : Math.round(effort * 1000) / 1000;

/** Efforts of reaching a layer as if the lock on one of its keys were not there; the others hold. */
const reachedWithout = ({ lattice, reached, slices }: Solved, index: number, key: number): Float64Array => {
  const { allowed } = slices[index]!;
  if (allowed[key] === ALL_FINGERS) return reached[index]!;
  const layer = lattice.layers[index]!;
  const others = allowed.map((set, other) => (other === key ? ALL_FINGERS : set));
  const own = closeLocked(layer.pattern, layer.open, others);
  return index === 0 ? own : stepForward(reached[index - 1]!, lattice.steps[index]!, own);
};

const roomAt = (solved: Solved, index: number): SolvedSlice['room'] => {
  const layer = solved.lattice.layers[index]!;
  return layer.pattern.view.keys.map((key, position) =>
    key.held
      ? []
      : elbowRoom(layer, position, reachedWithout(solved, index, position), solved.remaining[index]!, solved.effort),
  );
};

const readSlices = (solved: Solved, withRoom: boolean): SolvedSlice[] =>
  solved.slices.map((playable, index) => {
    const layer = solved.lattice.layers[index]!;
    const at = solved.postures[index]!;
    const chosen = layer.pattern.postures[at]!;
    const table = solved.lattice.steps[index]!;
    const stepAt = at * table.fromSize + (solved.postures[index - 1] ?? 0);
    return {
      playable,
      posture: { ...chosen, frame: chosen.frame + layer.octaveShift },
      step: index === 0 ? 'stay' : STEP_KINDS[table.kinds[stepAt]!]!,
      effort: layer.effort[at]! + (index === 0 ? 0 : table.effort[stepAt]!),
      room: withRoom ? roomAt(solved, index) : [],
    };
  });

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

interface Way {
  readonly lattice: Lattice;
  readonly targets: Targets;
  readonly reached: readonly Float64Array[];
  readonly path: Path;
}

const wayThrough = (open: Lattice, targets: Targets, strength: number): Way => {
  const lattice = drawnTo(open, targets, strength);
  const reached = forward(lattice);
  return { lattice, targets, reached, path: bestPath(lattice, reached) };
};

/** Rounds of letting like bars follow their leader; they settle after one or two. */
const MOST_ROUNDS = 3;

const join = (a: Targets, b: Targets): Targets => new Map([...a, ...b]);

const wanted = (targets: Targets): string =>
  [...targets].map(([index, { fingers }]) => `${index}:${fingers.join('')}`).join(' ');

/**
 * The best way with like bars drawn together: from several choices of leading bars, each followed until nothing changes, the
 * one that ends with the least effort.
 */
const tiedWay = (piece: OpenPiece, { pricing }: LatticeBuilder): Way => {
  const { open, slices, runs, groups } = piece;
  const strength = tieStrength(pricing);
  const free = wayThrough(open, runs, strength);
  if (groups.length === 0) return free;
  const fingersIn = (way: Way) => (index: number) =>
    open.layers[index]!.pattern.postures[way.path.postures[index]!]!.fingers;
  const tried = new Set<string>();
  let best: Way | undefined;
  for (const leader of LEADERS) {
    let way = free;
    let follow = leader;
    for (let round = 0; round < MOST_ROUNDS; round += 1) {
      const targets = join(likenessTargets(groups, slices, fingersIn(way), follow), runs);
      // Nothing changes any more, or another beginning has come here before.
      if (tried.has(wanted(targets))) break;
      tried.add(wanted(targets));
      way = wayThrough(open, targets, strength);
      if (!best || way.path.effort < best.path.effort - ROUNDING) best = way;
      follow = LEADERS[0]!;
    }
  }
  return best ?? free;
};

/** What a piece is to one hand before any way through it is chosen. */
interface OpenPiece {
  readonly slices: readonly PlayableSlice[];
  readonly key: Key;
  readonly open: Lattice;
  readonly runs: Targets;
  readonly groups: readonly Likeness[];
}

const NO_LOCKS: Allowed = new Map();

const openPiece = (builder: LatticeBuilder, score: Score): OpenPiece => {
  const { pricing, patterns } = builder;
  const { side, hand } = pricing;
  const slices = playableSlices(withSubstitutionPoints(slicesOf(score, side)), side, hand, NO_LOCKS);
  const key = homeKey(score, side);
  const open = builder.build(slices, key);
  const tied = tieStrength(pricing) > 0;
  return {
    slices,
    key,
    open,
    runs: tied ? runTargets(slices, open, pricing, patterns) : new Map(),
    groups: tied ? likeBars(slices, open) : [],
  };
};

const hasLock = ({ slice }: PlayableSlice, allowed: Allowed): boolean =>
  slice.struck.some(({ noteIds }) => noteIds.some((id) => allowed.has(id)));

/** The same piece with some fingers fixed: only the slices that have a lock are looked at again. */
const withLocks = (piece: OpenPiece, allowed: Allowed, { pricing, patterns }: LatticeBuilder): OpenPiece => {
  const locked = piece.slices.flatMap((slice, index) => (hasLock(slice, allowed) ? [index] : []));
  if (locked.length === 0) return piece;
  const slices = [...piece.slices];
  const layers = [...piece.open.layers];
  for (const index of locked) {
    const slice = playable(slices[index]!.slice, pricing.side, pricing.hand, allowed);
    const layer = layers[index]!;
    slices[index] = slice;
    layers[index] = { ...layer, effort: closeLocked(layer.pattern, layer.open, slice.allowed) };
  }
  const open = { ...piece.open, layers };
  const runs = locked.some((index) => piece.runs.has(index)) ? runTargets(slices, open, pricing, patterns) : piece.runs;
  return { ...piece, slices, open, runs };
};

/** Pieces that a builder has seen: without locks they are the same each time. */
const opened = new WeakMap<LatticeBuilder, WeakMap<Score, OpenPiece>>();

/** The best way through one hand of a score, with all that was worked out for it; undefined when the hand is silent. */
export const solveLattice = (
  builder: LatticeBuilder,
  score: Score,
  allowed: Allowed,
  bothEnds: boolean,
): Solved | undefined => {
  const known = opened.get(builder) ?? new WeakMap<Score, OpenPiece>();
  opened.set(builder, known);
  const open = known.get(score) ?? openPiece(builder, score);
  known.set(score, open);
  if (open.slices.length === 0) return undefined;
  const piece = withLocks(open, allowed, builder);
  const { lattice, targets, reached, path } = tiedWay(piece, builder);
  const remaining = bothEnds ? backward(lattice) : [];
  const { slices, key } = piece;
  return { lattice, pricing: builder.pricing, key, targets, slices, reached, remaining, ...path };
};

const barChargesOf = (solved: Solved): ReadonlyMap<number, BarCharges> =>
  new Map(
    barWindows(solved.slices).map(([from, to]) => {
      const before = from > 0 ? solved.postures[from - 1] : undefined;
      const charges = ledgerOf(solved, { from, postures: solved.postures.slice(from, to + 1) }, before);
      return [solved.slices[from]!.slice.bar, { charges, effort: ledgerEffort(charges, solved.pricing) }];
    }),
  );

const solveWith = (builder: LatticeBuilder, score: Score, options: SolveOptions): HandSolution => {
  const { side } = builder.pricing;
  const withRoom = options.room !== false;
  const solved = solveLattice(builder, score, options.allowed, withRoom || options.alternatives > 0);
  if (!solved) return { side, slices: [], alternatives: [], effort: 0, barCharges: new Map() };
  return {
    side,
    get barCharges() {
      return barChargesOf(solved);
    },
    slices: readSlices(solved, withRoom),
    alternatives: options.alternatives > 0 ? barAlternatives(solved, options.alternatives) : [],
    effort: solved.effort,
  };
};

/** Solves one hand of scores again and again, remembering what is common to them. */
export interface HandSolver {
  readonly pricing: Pricing;
  readonly solve: (score: Score, options: SolveOptions) => HandSolution;
}

/** What a hand's solution depends on besides the score: the locks on its own notes and what is asked for. */
const requestName = (score: Score, side: Side, { allowed, alternatives, room }: SolveOptions): string => {
  const own = score.notes.flatMap(({ id, side: ofNote }) => {
    const set = ofNote === side ? allowed.get(id) : undefined;
    return set === undefined ? [] : [`${id}=${set}`];
  });
  return `${alternatives} ${room !== false} ${own.join(' ')}`;
};

export const createHandSolver = (side: Side, hand: Hand, rules?: Rules, weights?: Weights): HandSolver => {
  const builder = createLatticeBuilder(pricingFor(side, hand, rules, weights));
  // A finger changed in one hand leaves the other as it was.
  let last: { readonly score: Score; readonly name: string; readonly solution: HandSolution } | undefined;
  return {
    pricing: builder.pricing,
    solve: (score, options) => {
      const name = requestName(score, side, options);
      if (last?.score !== score || last.name !== name)
        last = { score, name, solution: solveWith(builder, score, options) };
      return last.solution;
    },
  };
};
