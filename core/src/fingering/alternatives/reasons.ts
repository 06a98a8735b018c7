import type { Key } from '../../score/score';
import type { Charged, Lattice } from '../search/lattice';
import { start } from '../terms/start';
import { chargeState, chargeStep, writeInto, type Ledger } from '../search/price';
import { PRICE_NAMES, PRICES, type Charge, type PriceName } from '../prices/prices';
import type { Pricing } from '../prices/pricing';
import { chargeStrays, type Targets } from '../likeness/targets';

/** A lattice with all that its prices were made of. */
export interface PricedLattice {
  readonly lattice: Lattice;
  readonly pricing: Pricing;
  readonly key: Key;
  readonly targets: Targets;
}

/** A stretch of a way through a lattice: the postures of the layers from `from` on. */
export interface Stretch {
  readonly from: number;
  readonly postures: readonly number[];
}

const stepCharges = (
  lattice: Lattice,
  index: number,
  from: number,
  to: number,
  pricing: Pricing,
): readonly Charged[] => {
  const table = lattice.steps[index]!;
  const at = to * table.fromSize + from;
  let charges = table.charged.get(at);
  if (!charges) {
    const a = lattice.layers[index - 1]!.pattern.postures[from]!;
    const b = lattice.layers[index]!.pattern.postures[to]!;
    const reached = { ...b, frame: b.frame + table.shift };
    const made: Charged[] = [];
    if (table.linked) chargeStep(table.linked, a, reached, pricing, (price, amount) => made.push([price, amount]));
    table.charged.set(at, (charges = made));
  }
  return charges;
};

/** Charges what lying in a posture is made of. */
const chargePosture = (
  { lattice, pricing, key, targets }: PricedLattice,
  index: number,
  at: number,
  charge: Charge,
): void => {
  const layer = lattice.layers[index]!;
  const posture = layer.pattern.postures[at]!;
  chargeState(layer.pattern.view, posture, pricing, charge);
  const own = targets.get(index) ?? [];
  if (index === 0 && !own.some(({ leads }) => leads))
    start({ view: layer.pattern.view, octaveShift: layer.octaveShift }, posture, key, pricing.side, charge);
  chargeStrays(layer, at, own, pricing, charge);
};

/** Charges what coming into a posture is made of; nothing where it is not known from where. */
const chargeArrival = (
  { lattice, pricing }: PricedLattice,
  index: number,
  came: number | undefined,
  at: number,
  charge: Charge,
): void => {
  if (came === undefined) return;
  for (const [price, amount] of stepCharges(lattice, index, came, at, pricing)) charge(price, amount);
};

/**
 * What a stretch is made of, price by price: its postures, the steps into each of them, and (where `before` is given) the step
 * into the first. Its effort is the sum of amounts times prices.
 */
export const ledgerOf = (priced: PricedLattice, { from, postures }: Stretch, before: number | undefined): Ledger => {
  const ledger: Ledger = new Map();
  const charge = writeInto(ledger);
  postures.forEach((at, ahead) => {
    chargePosture(priced, from + ahead, at, charge);
    chargeArrival(priced, from + ahead, ahead === 0 ? before : postures[ahead - 1], at, charge);
  });
  return ledger;
};

/** Amounts by the index of their price. */
type Amounts = Float64Array;

/**
 * In what a stretch differs from the way `chosen` through the whole piece: what it is charged less what that is. Where both do
 * the same nothing is worked out.
 */
const amountsAgainst = (priced: PricedLattice, { from, postures }: Stretch, chosen: readonly number[]): Amounts => {
  const amounts = new Float64Array(PRICE_NAMES.length);
  const more: Charge = (price, amount) => void (amounts[price]! += amount);
  const less: Charge = (price, amount) => void (amounts[price]! -= amount);
  postures.forEach((at, ahead) => {
    const index = from + ahead;
    const [own, ownCame] = [chosen[index]!, chosen[index - 1]];
    const came = ahead === 0 ? ownCame : postures[ahead - 1];
    if (at !== own) {
      chargePosture(priced, index, at, more);
      chargePosture(priced, index, own, less);
    }
    if (at !== own || came !== ownCame) {
      chargeArrival(priced, index, came, at, more);
      chargeArrival(priced, index, ownCame, own, less);
    }
  });
  return amounts;
};

/** One price in which two ways differ; effort above 0 where the second is dearer. */
export interface Difference {
  readonly price: PriceName;
  readonly amount: number;
  readonly effort: number;
  /** A sentence without its full stop, as in “asks for a jump inside the slur (6.0)”. */
  readonly sentence: string;
}

/** Differences below this are noise of adding. */
const NOTHING = 0.005;

const sentenceFor = (price: PriceName, effort: number): string =>
  `${effort > 0 ? 'asks for' : 'spares'} ${PRICES[price].what} (${Math.abs(effort).toFixed(1)})`;

/** Every price that makes a difference, those that matter most first. */
const inOrder = (amounts: Amounts, { weights }: Pricing): readonly Difference[] => {
  const found: Difference[] = [];
  amounts.forEach((amount, index) => {
    const effort = amount * weights[index]!;
    if (Math.abs(effort) < NOTHING) return;
    const price = PRICE_NAMES[index]!;
    found.push({ price, amount, effort, sentence: sentenceFor(price, effort) });
  });
  return found.sort((a, b) => Math.abs(b.effort) - Math.abs(a.effort));
};

/** Every price in which two ledgers differ. */
export const differences = (first: Ledger, second: Ledger, pricing: Pricing): readonly Difference[] => {
  const amounts = Float64Array.from(PRICE_NAMES, (name) => (second.get(name) ?? 0) - (first.get(name) ?? 0));
  return inOrder(amounts, pricing);
};

/** What a stretch costs and spares against the way chosen for the whole piece. */
export const differencesAgainst = (
  priced: PricedLattice,
  stretch: Stretch,
  chosen: readonly number[],
): readonly Difference[] => inOrder(amountsAgainst(priced, stretch, chosen), priced.pricing);
