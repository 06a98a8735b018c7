import type { Hand } from '../../hand/hand';
import type { Posture } from '../posture';
import type { SliceView, StepView } from '../view';

/** What a posture costs by itself. */
export interface StateTerm {
  readonly name: string;
  readonly unit: string;
  /** Where the figure comes from. */
  readonly source: string;
  /** What the charge is for, in the trade's words. */
  readonly sentence: string;
  readonly charge: (view: SliceView, posture: Posture, hand: Hand) => number;
}

/** What getting from one posture to the next costs besides the move itself. */
export interface StepTerm {
  readonly name: string;
  readonly unit: string;
  readonly source: string;
  readonly sentence: string;
  readonly charge: (step: StepView) => number;
}

/** The kinds of craft, gentlest first; `stay` is no move at all. */
export const MOVE_KINDS = [
  'extension',
  'contraction',
  'repeated-note-change',
  'thumb-under',
  'finger-over-thumb',
  'silent-substitution',
  'slide',
  'finger-over-finger',
  'shift',
] as const;
export type MoveKind = (typeof MOVE_KINDS)[number];
export type StepKind = 'stay' | MoveKind;

/** One way of getting from a posture to the next: what it costs when this step can be done that way, else undefined. */
export interface MoveTerm {
  readonly kinds: readonly StepKind[];
  readonly unit: string;
  readonly source: string;
  readonly sentence: string;
  readonly price: (step: StepView, hand: Hand) => PricedStep | undefined;
}

export interface PricedStep {
  readonly kind: StepKind;
  readonly effort: number;
}
