import type { Hand, Side } from '../hand/hand';
import type { Block } from '../reading/blocks';
import type { Score } from '../score/score';
import {
  barAlternatives,
  barWindows,
  windowAlternatives,
  type BarAlternative,
  type SolvedLattice,
  type WantedWays,
} from './alternatives/alternatives';
import { finish, part, type Steps } from '../steps';
import { ALL_FINGERS, type Allowed } from './model/finger-set';
import { closeLocked, createLatticeBuilder } from './search/lattice';
import type { PlayableSlice } from './model/playable';
import type { Posture } from './model/posture';
import { ledgerEffort, type Ledger } from './search/price';
import type { Weights } from './prices/prices';
import { pricingFor, type Pricing } from './prices/pricing';
import { ledgerOf } from './alternatives/reasons';
import type { Rules } from './model/rules';
import { elbowRoom, stepForward } from './search/search';
import { STEP_KINDS, type StepKind } from './model/moves';
import type { Alike } from './likeness/ties';
import { reopened } from './alternatives/reopened';
import { createWays, type Given, type Ways } from './ways';

/** One slice of the chosen way: the posture with its real frame, and how the hand got there. */
export interface SolvedSlice {
  readonly playable: PlayableSlice;
  readonly posture: Posture;
  /** The broken chord it is part of. */
  readonly block: Block | null;
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
  /** Figures that are drawn to the same fingers, as runs of indices into `slices`. */
  readonly alike: readonly Alike[];
  readonly effort: number;
}

/** What is settled: the fingers that notes may have, where there is a lock, and the bars that go their own way. */
export interface SolveOptions extends Given {
  /** Other fingerings wanted for each bar. */
  readonly alternatives: number;
  /** Left out: true. Without elbow room only the way itself is found. */
  readonly room?: boolean;
}

/** Efforts of reaching a layer as if the lock on one of its keys were not there; the others hold. */
const reachedWithout = ({ lattice, reached, slices }: SolvedLattice, index: number, key: number): Float64Array => {
  const { allowed } = slices[index]!;
  if (allowed[key] === ALL_FINGERS) return reached[index]!;
  const layer = lattice.layers[index]!;
  const others = allowed.map((set, other) => (other === key ? ALL_FINGERS : set));
  const own = closeLocked(layer.pattern, layer.open, others);
  return index === 0 ? own : stepForward(reached[index - 1]!, lattice.steps[index]!, own);
};

type Room = SolvedSlice['room'];

const roomAt = (solved: SolvedLattice, index: number): Room => {
  const layer = solved.lattice.layers[index]!;
  return layer.pattern.view.keys.map((key, position) =>
    key.held
      ? []
      : elbowRoom(
          layer,
          position,
          reachedWithout(solved, index, position),
          solved.remaining[index]!,
          solved.slices[index]!.allowed[position]!,
        ),
  );
};

/** Rooms that are as they were: everything they are worked out from is the same record. */
const knownRoom = (solved: SolvedLattice, index: number, last: SolvedRooms | undefined): Room | undefined => {
  if (!last) return undefined;
  const before = last.solved;
  const same =
    solved.lattice.layers[index] === before.lattice.layers[index] &&
    solved.reached[index] === before.reached[index] &&
    solved.reached[index - 1] === before.reached[index - 1] &&
    solved.remaining[index] === before.remaining[index];
  return same ? last.rooms[index] : undefined;
};

/** A solution with its rooms, for the next one of the same piece. */
interface SolvedRooms {
  readonly solved: SolvedLattice;
  readonly rooms: readonly Room[];
}

const readSlices = (solved: SolvedLattice, room: (index: number) => Room): SolvedSlice[] =>
  solved.slices.map((playable, index) => {
    const layer = solved.lattice.layers[index]!;
    const at = solved.postures[index]!;
    const chosen = layer.pattern.postures[at]!;
    const table = solved.lattice.steps[index]!;
    const stepAt = at * table.fromSize + (solved.postures[index - 1] ?? 0);
    return {
      playable,
      posture: { ...chosen, frame: chosen.frame + layer.octaveShift },
      block: solved.blockOf.get(playable.slice.struck[0]!) ?? null,
      step: index === 0 ? 'stay' : STEP_KINDS[table.kinds[stepAt]!]!,
      effort: layer.effort[at]! + (index === 0 ? 0 : table.effort[stepAt]!),
      room: room(index),
    };
  });

const barChargesOf = (solved: SolvedLattice): ReadonlyMap<number, BarCharges> =>
  new Map(
    barWindows(solved.slices).map(([from, to]) => {
      const before = from > 0 ? solved.postures[from - 1] : undefined;
      const charges = ledgerOf(solved, { from, postures: solved.postures.slice(from, to + 1) }, before);
      return [solved.slices[from]!.slice.bar, { charges, effort: ledgerEffort(charges, solved.pricing) }];
    }),
  );

interface Answer {
  readonly solution: HandSolution;
  readonly rooms: SolvedRooms | undefined;
}

/** Shares of the work: the way itself, then elbow room, then alternatives. */
const WAY = 0.6;
const ROOM = 0.8;

/** Rooms worked out between two looks at whether the work is still wanted. */
const ROOMS_A_STEP = 256;

function* roomsOf(solved: SolvedLattice, last: SolvedRooms | undefined): Steps<Room[]> {
  const rooms: Room[] = [];
  for (let index = 0; index < solved.slices.length; index += 1) {
    if (index % ROOMS_A_STEP === 0) yield index / solved.slices.length;
    rooms.push(knownRoom(solved, index, last) ?? roomAt(solved, index));
  }
  return rooms;
}

function* solveWith(
  ways: Ways,
  score: Score,
  { alternatives, room, ...given }: SolveOptions,
  last: SolvedRooms | undefined,
): Steps<Answer> {
  const { side } = ways.builder.pricing;
  const withRoom = room !== false;
  const need = alternatives > 0 ? 'windows' : withRoom ? 'room' : 'way';
  const solved = yield* part(ways.solve(score, given, need), 0, WAY);
  if (!solved)
    return {
      solution: { side, slices: [], alternatives: [], alike: [], effort: 0, barCharges: new Map() },
      rooms: undefined,
    };
  const rooms = withRoom ? yield* part(roomsOf(solved, last), WAY, ROOM) : [];
  const solution: HandSolution = {
    side,
    get barCharges() {
      return barChargesOf(solved);
    },
    slices: readSlices(solved, (index) => rooms[index] ?? []),
    alternatives: alternatives > 0 ? yield* part(barAlternatives(solved, alternatives), ROOM, 1) : [],
    alike: solved.alike,
    effort: solved.effort,
  };
  return { solution, rooms: withRoom && alternatives === 0 ? { solved, rooms } : undefined };
}

/** Solves one hand of scores again and again, remembering what is common to them. */
export interface HandSolver {
  readonly pricing: Pricing;
  readonly solve: (score: Score, options: SolveOptions) => HandSolution;
  /** The same in steps, so that it can be watched and left off. */
  readonly solveInSteps: (score: Score, options: SolveOptions) => Steps<HandSolution>;
  /** Other fingerings of one passage, best first; none where the hand is silent there. */
  readonly alternatives: (score: Score, passage: Passage) => readonly BarAlternative[];
}

/** Bars of a hand to find other fingerings for, in the context of what is fixed. */
export interface Passage extends WantedWays, Given {
  /** Fingers that notes may have in the fingerings to be found, where other than in the one they are compared with. */
  readonly free?: Allowed;
  /** Indices into `Score.bars`, first and last. */
  readonly bars: readonly [number, number];
}

/** What a hand's solution depends on besides the score: the locks on its own notes and what is asked for. */
const requestName = (score: Score, side: Side, { allowed, apart, alternatives, room }: SolveOptions): string => {
  const own = score.notes.flatMap(({ id, side: ofNote }) => {
    const set = ofNote === side ? allowed.get(id) : undefined;
    return set === undefined ? [] : [`${id}=${set}`];
  });
  return `${alternatives} ${room !== false} ${[...(apart ?? [])].join()} ${own.join(' ')}`;
};

export const createHandSolver = (side: Side, hand: Hand, rules?: Rules, weights?: Weights): HandSolver => {
  const ways = createWays(createLatticeBuilder(pricingFor(side, hand, rules, weights)));
  // Bar after bar is asked about while the locks stay as they are.
  let whole: { readonly score: Score; readonly name: string; readonly solved: SolvedLattice | undefined } | undefined;
  const solvedWhole = (score: Score, given: Given): SolvedLattice | undefined => {
    const name = requestName(score, side, { ...given, alternatives: 1 });
    if (whole?.score !== score || whole.name !== name)
      whole = { score, name, solved: finish(ways.solve(score, given, 'windows')) };
    return whole.solved;
  };
  // A finger changed in one hand leaves the other as it was, and most of its own.
  let latest: (Answer & { readonly score: Score; readonly name: string }) | undefined;
  const solveInSteps = function* (score: Score, options: SolveOptions): Steps<HandSolution> {
    const name = requestName(score, side, options);
    if (latest?.score !== score || latest.name !== name) {
      const rooms = latest?.score === score ? latest.rooms : undefined;
      latest = { score, name, ...(yield* solveWith(ways, score, options, rooms)) };
    }
    return latest.solution;
  };
  return {
    pricing: ways.builder.pricing,
    solveInSteps,
    solve: (score, options) => finish(solveInSteps(score, options)),
    alternatives: (score, { allowed, apart, free, bars: [first, last], ...wanted }) => {
      const solved = solvedWhole(score, { allowed, ...(apart ? { apart } : {}) });
      if (!solved) return [];
      const inside = barWindows(solved.slices).filter(([from]) => {
        const { bar } = solved.slices[from]!.slice;
        return bar >= first && bar <= last;
      });
      const [head, tail] = [inside[0], inside[inside.length - 1]];
      if (!head || !tail) return [];
      const window = [head[0], tail[1]] as const;
      return windowAlternatives(free ? reopened(ways, score, solved, free, window) : solved, window, wanted);
    },
  };
};
