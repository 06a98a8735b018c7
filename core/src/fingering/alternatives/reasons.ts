import type { Key } from '../../score/score';
import { chargeStart, type Lattice, type StepTable } from '../search/lattice';
import { chargeState, chargeStep, writeInto, type Ledger } from '../search/price';
import { PRICE, PRICES, type PriceName } from '../prices/prices';
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

/** Steps are shared by all places that look alike, and so is what they are made of. */
const knownSteps = new WeakMap<StepTable, Map<number, Ledger>>();

const stepLedger = (lattice: Lattice, index: number, from: number, to: number, pricing: Pricing): Ledger => {
  const table = lattice.steps[index]!;
  const known = knownSteps.get(table) ?? new Map<number, Ledger>();
  knownSteps.set(table, known);
  const at = to * table.fromSize + from;
  let ledger = known.get(at);
  if (!ledger) {
    ledger = new Map();
    const a = lattice.layers[index - 1]!.pattern.postures[from]!;
    const b = lattice.layers[index]!.pattern.postures[to]!;
    const reached = { ...b, frame: b.frame + table.shift };
    if (table.linked) chargeStep(table.linked, a, reached, pricing, writeInto(ledger));
    known.set(at, ledger);
  }
  return ledger;
};

/**
 * What a stretch is made of, price by price: its postures, the steps into each of them, and (where `before` is given) the step
 * into the first. Its effort is the sum of amounts times prices.
 */
export const ledgerOf = (
  { lattice, pricing, key, targets }: PricedLattice,
  { from, postures }: Stretch,
  before: number | undefined,
): Ledger => {
  const ledger: Ledger = new Map();
  const charge = writeInto(ledger);
  postures.forEach((at, ahead) => {
    const index = from + ahead;
    const layer = lattice.layers[index]!;
    const posture = layer.pattern.postures[at]!;
    chargeState(layer.pattern.view, posture, pricing, charge);
    const own = targets.get(index) ?? [];
    if (index === 0 && !own.some(({ leads }) => leads)) chargeStart(layer, posture, key, pricing.side, charge);
    chargeStrays(layer, at, own, pricing, charge);
    const came = ahead === 0 ? before : postures[ahead - 1];
    if (came === undefined) return;
    for (const [price, amount] of stepLedger(lattice, index, came, at, pricing)) charge(PRICE[price], amount);
  });
  return ledger;
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

/** Every price in which two ledgers differ, those that matter most first. */
export const differences = (first: Ledger, second: Ledger, { weights }: Pricing): readonly Difference[] => {
  const difference: Ledger = new Map(second);
  for (const [price, amount] of first) difference.set(price, (difference.get(price) ?? 0) - amount);
  const found: Difference[] = [];
  for (const [price, amount] of difference) {
    const effort = amount * weights[PRICE[price]]!;
    if (Math.abs(effort) >= NOTHING) found.push({ price, amount, effort, sentence: sentenceFor(price, effort) });
  }
  return found.sort((a, b) => Math.abs(b.effort) - Math.abs(a.effort) || PRICE[a.price] - PRICE[b.price]);
};
