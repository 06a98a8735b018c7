import { fingersOfWindow, type SolvedLattice } from '../src/fingering/alternatives/alternatives';
import { ledgerOf } from '../src/fingering/alternatives/reasons';
import { ALL_FINGERS, hasFinger, type Allowed } from '../src/fingering/model/finger-set';
import { DEFAULT_RULES } from '../src/fingering/model/rules';
import { PRICE, type Weights } from '../src/fingering/prices/prices';
import { pricingFor } from '../src/fingering/prices/pricing';
import { createLatticeBuilder } from '../src/fingering/search/lattice';
import { createWays, type Need, type Ways } from '../src/fingering/ways';
import { DEFAULT_HAND, type Finger, type Side } from '../src/hand/hand';
import { finish } from '../src/steps';
import type { Lesson } from './lessons';

/** The engine at some prices, for the hand that all lessons are written for. */
export type Engine = Readonly<Record<Side, Ways>>;

export const engineAt = (weights: Weights): Engine => ({
  right: createWays(createLatticeBuilder(pricingFor('right', DEFAULT_HAND, DEFAULT_RULES, weights))),
  left: createWays(createLatticeBuilder(pricingFor('left', DEFAULT_HAND, DEFAULT_RULES, weights))),
});

/** The cheapest way through a lesson with some fingers fixed. */
export const solve = (ways: Ways, { score }: Lesson, allowed: Allowed, need: Need = 'way'): SolvedLattice =>
  finish(ways.solve(score, { allowed }, need))!;

export const fingersById = ({ slices, lattice, postures }: SolvedLattice): ReadonlyMap<string, Finger> =>
  fingersOfWindow(lattice, slices, { from: 0, postures });

/** What a way is made of: amounts by price. Their sum, each times its price, is the effort of the way. */
export const amountsOf = (solved: SolvedLattice): Float64Array => {
  const amounts = new Float64Array(solved.pricing.weights.length);
  for (const [name, amount] of ledgerOf(solved, { from: 0, postures: solved.postures }, undefined))
    amounts[PRICE[name]] = amount;
  return amounts;
};

/** How many judged notes have a finger that this right fingering does not allow. */
export const strayNotes = (right: Allowed, fingers: ReadonlyMap<string, Finger>): number => {
  let stray = 0;
  for (const [id, set] of right) {
    const finger = fingers.get(id);
    if (finger === undefined || !hasFinger(set, finger)) stray += 1;
  }
  return stray;
};

/** The right fingering that fingers come nearest to. */
export const nearestRight = ({ rights }: Lesson, fingers: ReadonlyMap<string, Finger>): Allowed =>
  rights.reduce((nearest, right) => (strayNotes(right, fingers) < strayNotes(nearest, fingers) ? right : nearest));

/** Ways in which fingers that are not right are a little cheaper: what still wins then is right with a margin. */
export const tempting = ({ builder }: Ways, right: Allowed, margin: number): Ways =>
  createWays({
    ...builder,
    *build(slices, key) {
      const lattice = yield* builder.build(slices, key);
      const layers = lattice.layers.map((layer, index) => {
        const { presses, slice } = slices[index]!;
        const wanted = presses.map((press) =>
          slice.struck.includes(press) ? (right.get(press.noteIds[0] ?? '') ?? ALL_FINGERS) : ALL_FINGERS,
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
