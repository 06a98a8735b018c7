import type { Finger } from '../../hand/hand';
import type { Charge } from '../prices/prices';
import type { Pricing } from '../prices/pricing';
import type { StepKind } from '../model/moves';
import type { Frame, Posture } from '../model/posture';
import type { LinkView, SliceView } from '../model/view';

/** What a posture costs by itself. */
export type StateTerm = (view: SliceView, posture: Posture, pricing: Pricing, charge: Charge) => void;

/** Two neighbouring slices and the fingers on them; what a step costs depends on these and, for moves, on the frames. */
export interface FingersStep extends LinkView {
  readonly a: readonly Finger[];
  readonly b: readonly Finger[];
}

/** Two keys before and two after: pairs that pass one another as a whole. */
export const arePairs = ({ from, to }: Pick<FingersStep, 'from' | 'to'>): boolean =>
  from.keys.length === 2 && to.keys.length === 2;

/** What getting from one slice to the next costs besides the move itself. */
export type StepTerm = (step: FingersStep, pricing: Pricing, charge: Charge) => void;

/** What the frames add to a move, and its kind; undefined when these frames cannot make it. */
export type FrameCharge = (from: Frame, to: Frame, lands: boolean, charge: Charge) => StepKind | undefined;

/**
 * One way of getting from a posture to the next. The fingers decide whether it can be at all and what it costs whatever the
 * frames are; the frames (`lands`: the leading finger comes to rest at home) decide the rest.
 */
export type MoveTerm = (step: FingersStep, pricing: Pricing, charge: Charge) => FrameCharge | undefined;
