import type { Finger } from '../../hand/hand';
import { PRICE, PRICE_NAMES, type Charge, type PriceName } from '../prices/prices';
import type { Pricing } from '../prices/pricing';
import { restsOn, type Posture } from '../model/posture';
import { STEP_KINDS, type StepKind } from '../model/moves';
import { MOVE_TERMS, STATE_TERMS, STEP_TERMS, type FingersStep, type FrameCharge } from '../terms';
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
  (ledger: Ledger): Charge =>
  (price, amount) => {
    const name = PRICE_NAMES[price]!;
    ledger.set(name, (ledger.get(name) ?? 0) + amount);
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

/** Prices the steps between two slices, one pair of fingerings after another. */
export interface StepPricer {
  /** Goes on to another pair of fingerings: what does not depend on the frames is worked out once. */
  readonly take: (a: readonly Finger[], b: readonly Finger[]) => void;
  /** The cheapest move between two postures of these fingerings with the step terms; Infinity when nothing does it. */
  readonly least: (from: Posture, to: Posture, lands: boolean) => number;
  /** Kind of the step that `least` priced last, as an index into STEP_KINDS. */
  readonly kind: () => number;
}

const STAY = 0;

const KIND_INDEX = Object.fromEntries(STEP_KINDS.map((kind, index) => [kind, index])) as Readonly<
  Record<StepKind, number>
>;

export const stepPricer = (linked: LinkView, pricing: Pricing): StepPricer => {
  // One record for all pairs: terms look at it while they are asked, and keep nothing of it but its link.
  const step: { -readonly [Name in keyof FingersStep]: FingersStep[Name] } = { ...linked, a: [], b: [] };
  const sum = sumFor(pricing);
  const frames: FrameCharge[] = [];
  const fixed: number[] = [];
  let always = 0;
  let kind = STAY;
  return {
    take: (a, b) => {
      step.a = a;
      step.b = b;
      sum.total = 0;
      for (const term of STEP_TERMS) term(step, pricing, sum.charge);
      always = sum.total;
      frames.length = 0;
      fixed.length = 0;
      for (const term of MOVE_TERMS) {
        sum.total = 0;
        const charges = term(step, pricing, sum.charge);
        if (!charges) continue;
        frames.push(charges);
        fixed.push(sum.total);
      }
    },
    least: (from, to, lands) => {
      let best = Infinity;
      for (let move = 0; move < frames.length; move += 1) {
        // What frames add is never below nothing.
        if (fixed[move]! >= best) continue;
        sum.total = fixed[move]!;
        const found = frames[move]!(from, to, lands, sum.charge);
        if (found !== undefined && sum.total < best) {
          best = sum.total;
          kind = KIND_INDEX[found];
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
