import type { Finger } from '../../hand/hand';
import { PRICE, PRICE_NAMES, type Charge, type PriceName } from '../prices/prices';
import type { Pricing } from '../prices/pricing';
import { restsOn, type Posture } from '../model/posture';
import { STEP_KINDS, type StepKind } from '../model/moves';
import { MOVE_TERMS, STATE_TERMS, STEP_TERMS, type FingersStep } from '../terms';
import { fingerAt, type LinkView, type SliceView } from '../model/view';

/** Adds up what terms charge. */
export interface Sum {
  readonly charge: Charge;
  total: number;
}

export const sumFor = ({ weights }: Pricing): Sum => {
  const sum: Sum = {
    total: 0,
    charge: (price, amount) => {
      sum.total += weights[price]! * amount;
    },
  };
  return sum;
};

/** Amounts by price, written down instead of added up. */
export type Ledger = Map<PriceName, number>;

export const writeInto =
  (ledger: Ledger, sign = 1): Charge =>
  (price, amount) => {
    const name = PRICE_NAMES[price]!;
    ledger.set(name, (ledger.get(name) ?? 0) + sign * amount);
  };

/** Effort of a ledger at these prices. */
export const ledgerEffort = (ledger: Ledger, { weights }: Pricing): number =>
  [...ledger].reduce((sum, [name, amount]) => sum + weights[PRICE[name]]! * amount, 0);

export const chargeState = (view: SliceView, posture: Posture, pricing: Pricing, charge: Charge): void => {
  for (const term of STATE_TERMS) term(view, posture, pricing, charge);
};

/** Effort of a posture by itself: the sum of the state terms. */
export const stateEffort = (view: SliceView, posture: Posture, pricing: Pricing): number => {
  const sum = sumFor(pricing);
  chargeState(view, posture, pricing, sum.charge);
  return sum.total;
};

/** Whether the finger that leads a step lands at home in the new position. */
export const landsAtHome = ({ lead, to }: LinkView, posture: Posture): boolean => {
  const key = lead && to.keys[lead.to];
  return !lead || !key || restsOn(posture, fingerAt(posture.fingers, lead.to), key.place);
};

/** A step for every pair of frames under one pair of fingerings. */
export interface FingersPrice {
  readonly least: (a: Posture, b: Posture, lands: boolean) => number;
  /** Kind of the step that `least` priced last, as an index into STEP_KINDS. */
  readonly kind: () => number;
}

const STAY = 0;

/**
 * Prices the steps between two fingerings: the cheapest move that does it plus the step terms, Infinity when nothing does.
 * What does not depend on the frames is worked out once.
 */
export const priceFingers = (
  linked: LinkView,
  a: readonly Finger[],
  b: readonly Finger[],
  pricing: Pricing,
): FingersPrice => {
  const step: FingersStep = { ...linked, a, b };
  const sum = sumFor(pricing);
  for (const term of STEP_TERMS) term(step, pricing, sum.charge);
  const always = sum.total;
  const moves = MOVE_TERMS.flatMap((term) => {
    sum.total = 0;
    const frames = term(step, pricing, sum.charge);
    return frames ? [{ frames, fixed: sum.total }] : [];
  });
  let kind = STAY;
  return {
    least: (from, to, lands) => {
      let best = Infinity;
      for (const { frames, fixed } of moves) {
        sum.total = fixed;
        const found = frames(from, to, lands, sum.charge);
        if (found !== undefined && sum.total < best) {
          best = sum.total;
          kind = STEP_KINDS.indexOf(found);
        }
      }
      return best + always;
    },
    kind: () => kind,
  };
};

/** The charges of one step, of the move that is cheapest for it. */
export const chargeStep = (
  linked: LinkView,
  a: Posture,
  b: Posture,
  pricing: Pricing,
  charge: Charge,
): StepKind | undefined => {
  const step: FingersStep = { ...linked, a: a.fingers, b: b.fingers };
  const lands = landsAtHome(linked, b);
  let best: { readonly ledger: Ledger; readonly effort: number; readonly kind: StepKind } | undefined;
  for (const term of MOVE_TERMS) {
    const ledger: Ledger = new Map();
    const kind = term(step, pricing, writeInto(ledger))?.(a, b, lands, writeInto(ledger));
    const effort = kind === undefined ? Infinity : ledgerEffort(ledger, pricing);
    if (kind !== undefined && effort < (best?.effort ?? Infinity)) best = { ledger, effort, kind };
  }
  if (!best) return undefined;
  for (const term of STEP_TERMS) term(step, pricing, charge);
  for (const [name, amount] of best.ledger) charge(PRICE[name], amount);
  return best.kind;
};
