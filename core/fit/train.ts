import { finish } from '../src/steps';
import { DEFAULT_HAND, type Finger, type Side } from '../src/hand/hand';
import { ALL_FINGERS, hasFinger } from '../src/fingering/model/finger-set';
import { createLatticeBuilder, type LatticeBuilder } from '../src/fingering/search/lattice';
import type { Ledger } from '../src/fingering/search/price';
import { PRICE, PRICE_NAMES, weightsOf, type PriceName, type Weights } from '../src/fingering/prices/prices';
import { pricingFor } from '../src/fingering/prices/pricing';
import { ledgerOf } from '../src/fingering/alternatives/reasons';
import { DEFAULT_RULES } from '../src/fingering/model/rules';
import { solveLattice } from '../src/fingering/ways';
import { fingersOfWindow, type Solved } from '../src/fingering/alternatives/alternatives';
import type { Lesson } from './cases';

/** How far agreement goes: whole passages, and judged notes. */
export interface Agreement {
  readonly cases: number;
  readonly whole: number;
  readonly notes: number;
  readonly right: number;
  readonly wrong: readonly string[];
}

type Builders = Readonly<Record<Side, LatticeBuilder>>;

const NOTHING_FIXED = { allowed: new Map() };

const buildersFor = (weights: Weights): Builders => ({
  right: createLatticeBuilder(pricingFor('right', DEFAULT_HAND, DEFAULT_RULES, weights)),
  left: createLatticeBuilder(pricingFor('left', DEFAULT_HAND, DEFAULT_RULES, weights)),
});

const fingersById = ({ slices, lattice, postures }: Solved): ReadonlyMap<string, Finger> =>
  fingersOfWindow(lattice, slices, { from: 0, postures });

const wrongNotes = ({ example }: Lesson, fingers: ReadonlyMap<string, Finger>): number =>
  example.score.notes.filter((note, index) => {
    const accepted = example.accepted[index];
    return accepted && !accepted.includes(fingers.get(note.id) ?? 0);
  }).length;

const judged = ({ example }: Lesson): number => example.accepted.filter((fingers) => fingers !== null).length;

const solveFree = (builders: Builders, { example }: Lesson): Solved =>
  finish(solveLattice(builders[example.side], example.score, NOTHING_FIXED, 'way'))!;

export const agreement = (lessons: readonly Lesson[], weights: Weights): Agreement => {
  const builders = buildersFor(weights);
  let [whole, notes, right] = [0, 0, 0];
  const wrong: string[] = [];
  for (const lesson of lessons) {
    const fingers = fingersById(solveFree(builders, lesson));
    const errors = wrongNotes(lesson, fingers);
    notes += judged(lesson);
    right += judged(lesson) - errors;
    if (errors === 0) whole += 1;
    else {
      const ours = lesson.example.score.notes.map(({ id }) => fingers.get(id) ?? '-').join(' ');
      const theirs = lesson.example.accepted.map((row) => row?.join('/') ?? '-').join(' ');
      wrong.push(`${lesson.example.id}: ours ${ours}, wanted ${theirs}`);
    }
  }
  return { cases: lessons.length, whole, notes, right, wrong };
};

/** A price may move from its prior by this factor either way; the order of things stays what teachers say it is. */
const FREEDOM = 1.5;
/** Prices that are walls or rules rather than taste: they stay as they were set. */
const FIXED: ReadonlySet<PriceName> = new Set([
  'crossedSlur', 'crossedPlain', 'sameFingerSlur', 'releaseEarly', 'untaught', 'stretchAtLimit', 'rolledExcess',
  'shiftSlur', 'sameMusic', 'rootThumb', 'fastRepeat', 'silentSubstitution', 'fingerOver', 'fingerOverPerU', 'voiceBroken',
]); // prettier-ignore

const clamp = (value: number, prior: number): number => Math.max(prior / FREEDOM, Math.min(prior * FREEDOM, value));

const ledger = (solved: Solved): Ledger => ledgerOf(solved, { from: 0, postures: solved.postures }, undefined);

const addInto = (gradient: Float64Array, amounts: Ledger, factor: number): void => {
  for (const [name, amount] of amounts) gradient[PRICE[name]]! += factor * amount;
};

/** A lattice in which wrong fingers are a little cheaper: what still wins then is right with a margin. */
const tempting = (builder: LatticeBuilder, { allowed }: Lesson, margin: number): LatticeBuilder => ({
  ...builder,
  *build(slices, key) {
    const lattice = yield* builder.build(slices, key);
    const layers = lattice.layers.map((layer, index) => {
      const { presses, slice } = slices[index]!;
      const wanted = presses.map((press) =>
        slice.struck.includes(press) ? (allowed.get(press.noteIds[0] ?? '') ?? ALL_FINGERS) : ALL_FINGERS,
      );
      if (wanted.every((set) => set === ALL_FINGERS)) return layer;
      const tempted = layer.open.map((effort, posture) => {
        const { fingers } = layer.pattern.postures[posture]!;
        return effort - margin * fingers.filter((finger, press) => !hasFinger(wanted[press]!, finger)).length;
      });
      return { ...layer, open: tempted, effort: tempted };
    });
    return { ...lattice, layers };
  },
});

export interface TrainOptions {
  /** How much cheaper each wrong finger is made while learning. */
  readonly margin: number;
  readonly rounds: number;
  /** Step of the first round as a share of each price; later ones shrink. */
  readonly rate: number;
  /** Share of the way back to the prior in each round. */
  readonly pull: number;
  readonly report?: (round: number, wrong: number, lessons: number) => void;
}

const CHECK_EVERY = 4;

const average = (all: readonly Weights[]): Weights =>
  all[0]!.map((_, index) => all.reduce((sum, weights) => sum + weights[index]!, 0) / all.length);

const wrongWeight = (lessons: readonly Lesson[], weights: Weights): number => {
  const builders = buildersFor(weights);
  return lessons.reduce(
    (sum, lesson) => sum + (wrongNotes(lesson, fingersById(solveFree(builders, lesson))) > 0 ? lesson.weight : 0),
    0,
  );
};

/** Which way effort leans from what is right to what comes out, over all lessons. */
const gradientOf = (lessons: readonly Lesson[], weights: Weights, margin: number): Float64Array => {
  const builders = buildersFor(weights);
  const gradient = new Float64Array(weights.length);
  for (const lesson of lessons) {
    const builder = builders[lesson.example.side];
    const tempted = finish(
      solveLattice(tempting(builder, lesson, margin), lesson.example.score, NOTHING_FIXED, 'way'),
    )!;
    if (wrongNotes(lesson, fingersById(tempted)) === 0) continue;
    const right = finish(solveLattice(builder, lesson.example.score, { allowed: lesson.allowed }, 'way'))!;
    addInto(gradient, ledger(right), lesson.weight);
    addInto(gradient, ledger(tempted), -lesson.weight);
  }
  return gradient;
};

/**
 * Fits prices so that the right fingers come out cheapest: for each passage that comes out wrong, what the engine chose
 * becomes dearer and what the book has becomes cheaper, a little at a time, near hand-set priors (structured learning with a
 * margin; Taskar, Guestrin & Koller 2003, from memory). Deterministic: all passages are looked at before each step.
 */
export const train = (
  lessons: readonly Lesson[],
  prior: Readonly<Record<PriceName, number>>,
  options: TrainOptions,
): Weights => {
  const start = weightsOf(prior);
  const total = lessons.reduce((sum, { weight }) => sum + weight, 0);
  let weights = start;
  let best = { weights, wrong: wrongWeight(lessons, start) };
  const recent: Weights[] = [];
  const pushed = new Float64Array(start.length);
  for (let round = 1; round <= options.rounds; round += 1) {
    const gradient = gradientOf(lessons, weights, options.margin);
    weights = weights.map((value, index) => {
      if (FIXED.has(PRICE_NAMES[index]!)) return value;
      // Each price moves in steps of its own size, shorter the more it has been pushed about (Duchi et al. 2011, from memory).
      pushed[index]! += gradient[index]! ** 2;
      const step = pushed[index] === 0 ? 0 : (gradient[index]! * start[index]!) / Math.sqrt(pushed[index]!);
      const moved = value - options.rate * step;
      return clamp(moved + options.pull * (start[index]! - moved), start[index]!);
    });
    recent.push(weights);
    if (round % CHECK_EVERY !== 0) continue;
    // The average over the last rounds swings less than any one of them.
    for (const candidate of [weights, average(recent.splice(0))]) {
      const wrong = wrongWeight(lessons, candidate);
      if (wrong < best.wrong) best = { weights: candidate, wrong };
    }
    options.report?.(round, best.wrong, total);
  }
  return best.weights;
};
