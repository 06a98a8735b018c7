import type { Finger, Hand, Side } from '../hand/hand';
import { tonicPitchClass } from '../keyboard/pitch';
import type { Key, Score } from '../score/score';
import { slicesOf } from '../score/slices';
import { closeLocked, createLatticeBuilder, type Lattice, type LatticeBuilder } from './lattice';
import { playableSlices, type Locks, type PlayableSlice } from './playable';
import type { Posture } from './posture';
import { backward, bestOfWindow, bestPath, elbowRoom, forward, stepForward } from './search';
import type { StepKind } from './terms';

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

/** Another fingering of one bar, the rest free to follow. */
export interface BarAlternative {
  readonly bar: number;
  readonly rank: number;
  readonly effortMore: number;
  readonly fingers: ReadonlyMap<string, Finger>;
}

export interface HandSolution {
  readonly side: Side;
  readonly slices: readonly SolvedSlice[];
  readonly alternatives: readonly BarAlternative[];
  readonly effort: number;
}

export interface SolveOptions {
  readonly locks: Locks;
  /** Other fingerings wanted for each bar. */
  readonly alternatives: number;
  /** Left out: true. Without elbow room only the way itself is found. */
  readonly room?: boolean;
}

/** Efforts are sums of floating-point terms and of the tiny tie-break; this is far below any real difference. */
const ROUNDING = 1e-4;

/** Efforts of reaching a layer as if the lock on one of its keys were not there; the others hold. */
const reachedWithout = (
  lattice: Lattice,
  reached: readonly Float64Array[],
  index: number,
  locked: PlayableSlice['locked'],
  key: number,
): Float64Array => {
  if (locked[key] === null) return reached[index]!;
  const layer = lattice.layers[index]!;
  const others = locked.map((finger, other) => (other === key ? null : finger));
  const own = closeLocked(layer.pattern, layer.open, others);
  return index === 0 ? own : stepForward(reached[index - 1]!, lattice.steps[index]!, own);
};

type RoomOfSlice = (index: number) => SolvedSlice['room'];

/** Elbow room of every key that a slice strikes. */
const roomOf =
  (
    slices: readonly PlayableSlice[],
    lattice: Lattice,
    reached: readonly Float64Array[],
    remaining: readonly Float64Array[],
    best: number,
  ): RoomOfSlice =>
  (index) => {
    const layer = lattice.layers[index]!;
    return layer.pattern.view.keys.map((key, position) =>
      key.held
        ? []
        : elbowRoom(
            layer,
            position,
            reachedWithout(lattice, reached, index, slices[index]!.locked, position),
            remaining[index]!,
            best,
          ),
    );
  };

const readSlices = (
  slices: readonly PlayableSlice[],
  lattice: Lattice,
  postures: readonly number[],
  room: RoomOfSlice,
): SolvedSlice[] =>
  slices.map((playable, index) => {
    const layer = lattice.layers[index]!;
    const at = postures[index]!;
    const chosen = layer.pattern.postures[at]!;
    const table = lattice.steps[index]!;
    const stepAt = at * table.fromSize + (postures[index - 1] ?? 0);
    return {
      playable,
      posture: { ...chosen, frame: chosen.frame + layer.octaveShift },
      step: index === 0 ? 'stay' : table.kinds[stepAt]!,
      effort: layer.effort[at]! + (index === 0 ? 0 : table.effort[stepAt]!),
      room: room(index),
    };
  });

const fingersOfWindow = (
  slices: readonly PlayableSlice[],
  fingers: readonly (readonly Finger[])[],
): Map<string, Finger> =>
  new Map(
    slices.flatMap(({ presses, slice }, index) =>
      presses.flatMap((press, key) => {
        const finger = fingers[index]?.[key];
        return finger === undefined || !slice.struck.includes(press)
          ? []
          : press.noteIds.map((id) => [id, finger] as const);
      }),
    ),
  );

const sameFingers = (a: ReadonlyMap<string, Finger>, b: ReadonlyMap<string, Finger>): boolean =>
  a.size === b.size && [...a].every(([id, finger]) => b.get(id) === finger);

/** Runs of slices that belong to one bar, as first and last index. */
const barWindows = (slices: readonly PlayableSlice[]): readonly (readonly [number, number])[] => {
  const windows: [number, number][] = [];
  slices.forEach(({ slice }, index) => {
    const last = windows[windows.length - 1];
    if (last && slices[last[0]]?.slice.bar === slice.bar) last[1] = index;
    else windows.push([index, index]);
  });
  return windows;
};

const alternativesOfBar = (
  slices: readonly PlayableSlice[],
  [from, to]: readonly [number, number],
  search: (from: number, to: number, count: number) => ReturnType<typeof bestOfWindow>,
  chosen: ReadonlyMap<string, Finger>,
  best: number,
  count: number,
): BarAlternative[] => {
  const window = slices.slice(from, to + 1);
  return (
    // Fingers of held keys may tell two ways apart that look alike on paper: a few more are asked for and merged.
    search(from, to, count * 2 + 2)
      .map(({ fingers, effort }) => ({ fingers: fingersOfWindow(window, fingers), effortMore: effort - best }))
      .filter(
        ({ fingers }, index, all) =>
          !sameFingers(fingers, chosen) && all.findIndex((other) => sameFingers(other.fingers, fingers)) === index,
      )
      .slice(0, count)
      .map(({ fingers, effortMore }, index) => ({
        bar: window[0]?.slice.bar ?? 0,
        rank: index + 1,
        effortMore: Math.max(0, effortMore),
        fingers,
      }))
  );
};

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

const solveWith = (
  builder: LatticeBuilder,
  score: Score,
  side: Side,
  hand: Hand,
  options: SolveOptions,
): HandSolution => {
  const slices = playableSlices(slicesOf(score, side), side, hand, options.locks);
  if (slices.length === 0) return { side, slices: [], alternatives: [], effort: 0 };
  const lattice = builder.build(slices, homeKey(score, side));
  const reached = forward(lattice);
  const wantsMore = options.room !== false || options.alternatives > 0;
  const remaining = wantsMore ? backward(lattice) : [];
  const { postures, effort } = bestPath(lattice, reached);
  const room = options.room === false ? () => [] : roomOf(slices, lattice, reached, remaining, effort);
  const solved = readSlices(slices, lattice, postures, room);
  const search = (from: number, to: number, count: number): ReturnType<typeof bestOfWindow> =>
    bestOfWindow(lattice, reached, remaining, from, to, count);
  const alternatives =
    options.alternatives === 0
      ? []
      : barWindows(slices).flatMap((window) => {
          const chosen = fingersOfWindow(
            slices.slice(window[0], window[1] + 1),
            solved.slice(window[0], window[1] + 1).map(({ posture }) => posture.fingers),
          );
          return alternativesOfBar(slices, window, search, chosen, effort, options.alternatives);
        });
  return { side, slices: solved, alternatives, effort };
};

/** Solves one hand of scores again and again, remembering what is common to them. */
export interface HandSolver {
  readonly solve: (score: Score, options: SolveOptions) => HandSolution;
}

export const createHandSolver = (side: Side, hand: Hand): HandSolver => {
  const builder = createLatticeBuilder(side, hand);
  return { solve: (score, options) => solveWith(builder, score, side, hand, options) };
};

/** Rounds an effort as it is shown: beyond that figures are noise of adding. @example roundEffort(0.30000004) // => 0.3 */
export const roundEffort = (effort: number): number =>
  Math.abs(effort) < ROUNDING ? 0 : Math.round(effort * 1000) / 1000;
