import { ALL_FINGERS, hasFinger, type FingerSet } from '../model/finger-set';
import { PRICE, type PriceName } from '../prices/prices';
import type { Pricing } from '../prices/pricing';
import type { Lattice, Layer } from '../search/lattice';

/**
 * What draws the fingers of a slice: a finger off its target is charged. Several targets may draw one slice; they compete in one
 * effort with everything else.
 */
export interface Target {
  /** By press, thumb side first; all fingers where nothing draws. */
  readonly wanted: readonly FingerSet[];
  /** What a stray finger pays. */
  readonly price: PriceName;
  /** Share of that price. */
  readonly share: number;
  /** Where a piece begins with it, it says how, and not the position of the key. */
  readonly leads: boolean;
}

/** Targets by slice index. */
export type Targets = ReadonlyMap<number, readonly Target[]>;

/** A tie is a preference, however strong; `hard` outweighs everything but what the hand cannot do. */
const HARD = 40;

/** Strength of what draws like bars together, as the rules have it. */
export const tieStrength = ({ rules, weights }: Pricing): number =>
  rules.ties === 'hard' ? HARD : rules.ties * weights[PRICE.sameMusic]!;

/** Units of its price that one stray finger pays. */
const amountOf = ({ price, share }: Target, pricing: Pricing): number => {
  const weight = pricing.weights[PRICE[price]]!;
  if (price !== 'sameMusic' || weight === 0) return share;
  return (share * tieStrength(pricing)) / weight;
};

/** What one stray finger costs. */
const strengthOf = (target: Target, pricing: Pricing): number =>
  amountOf(target, pricing) * pricing.weights[PRICE[target.price]]!;

/** How many struck keys of a posture are not on their target. */
const strayFingers = (layer: Layer, posture: number, { wanted }: Target): number => {
  const { fingers } = layer.pattern.postures[posture]!;
  let stray = 0;
  wanted.forEach((set, key) => {
    if (set !== ALL_FINGERS && !layer.pattern.view.keys[key]!.held && !hasFinger(set, fingers[key]!)) stray += 1;
  });
  return stray;
};

/** Charges what a posture pays for the targets it is not on: amounts of prices as they stand. */
export const chargeStrays = (
  layer: Layer,
  posture: number,
  targets: readonly Target[],
  pricing: Pricing,
  charge: (price: number, amount: number) => void,
): void => {
  for (const target of targets) {
    const stray = strayFingers(layer, posture, target);
    if (stray > 0) charge(PRICE[target.price], stray * amountOf(target, pricing));
  }
};

const closed = (effort: number): number => (effort === Infinity ? Infinity : 0);

/** A lattice and what it was drawn from. */
export interface Drawn {
  readonly open: Lattice;
  readonly targets: Targets;
  readonly lattice: Lattice;
}

const nameOf = (targets: readonly Target[], pricing: Pricing): string =>
  targets.map((target) => `${target.wanted.join('.')}*${strengthOf(target, pricing)}`).join(' ');

const areSame = (a: readonly Target[] | undefined, b: readonly Target[] | undefined): boolean =>
  a === b ||
  (a !== undefined &&
    b !== undefined &&
    a.length === b.length &&
    a.every((target, index) => {
      const other = b[index]!;
      return (
        target === other ||
        (target.price === other.price &&
          target.share === other.share &&
          target.leads === other.leads &&
          target.wanted.length === other.wanted.length &&
          target.wanted.every((set, key) => set === other.wanted[key]))
      );
    }));

const charged = (layer: Layer, base: Float64Array, targets: readonly Target[], pricing: Pricing): Float64Array => {
  const efforts = Float64Array.from(base);
  for (const target of targets) {
    const strength = strengthOf(target, pricing);
    if (strength > 0) efforts.forEach((_, at) => (efforts[at]! += strength * strayFingers(layer, at, target)));
  }
  return efforts;
};

const drawnEfforts = (layer: Layer, base: Float64Array, targets: readonly Target[], pricing: Pricing): Float64Array => {
  const { drawn, effort } = layer.pattern;
  // The first layer of a piece also pays for where it starts.
  if (base !== effort) return charged(layer, base, targets, pricing);
  const name = nameOf(targets, pricing);
  const known = drawn.get(name) ?? charged(layer, base, targets, pricing);
  drawn.set(name, known);
  return known;
};

const drawnLayer = (layer: Layer, index: number, targets: readonly Target[], pricing: Pricing): Layer => {
  const base = index === 0 && targets.some(({ leads }) => leads) ? layer.pattern.effort : layer.open;
  const open = drawnEfforts(layer, base, targets, pricing);
  // A lock has closed what is infinite; that stays.
  const effort = layer.effort === layer.open ? open : open.map((price, at) => price + closed(layer.effort[at]!));
  return { ...layer, open, effort };
};

/** A lattice in which every finger off its target costs. Layers that are as they were known are the same records. */
export const drawnTo = (open: Lattice, targets: Targets, pricing: Pricing, known?: Drawn): Lattice => ({
  steps: open.steps,
  layers: open.layers.map((layer, index) => {
    const own = targets.get(index);
    if (known?.open.layers[index] === layer && areSame(own, known.targets.get(index)))
      return known.lattice.layers[index]!;
    return own ? drawnLayer(layer, index, own, pricing) : layer;
  }),
});
