import { MOVE_KINDS, SIDES, type Side } from '@kettle-step/core';
import { z } from 'zod';

/** A silent bar has nothing to settle. */
export const BAR_STATES = ['open', 'suggested', 'settled', 'silent'] as const;

/** One cell of the bar ribbon: one bar of one hand. */
export const ribbonCellSchema = z.object({
  side: z.enum(SIDES),
  /** Index from 0 in document order. */
  bar: z.number().int().nonnegative(),
  /** The printed measure number. */
  number: z.number().int(),
  state: z.enum(BAR_STATES),
  effort: z.number().nonnegative(),
  moves: z.array(z.enum(MOVE_KINDS)),
});
export type RibbonCell = z.infer<typeof ribbonCellSchema>;

type State = RibbonCell['state'];

/** Effort of one bar that fills its cell; beyond it the cell stays full. */
export const FULL_EFFORT = 8;

/** Steps in which the effort of a bar is told in a lane. */
const STEPS = 9;

const LETTERS: Readonly<Record<State, string>> = { open: 'o', suggested: 's', settled: 'd', silent: '-' };
const STATES = new Map(Object.entries(LETTERS).map(([state, letter]) => [letter, state as State]));

/** The ribbon of a piece, as small as the shelf shows it: for each hand two signs a bar. */
export const ribbonLanesSchema = z.object({
  right: z.string().regex(/^([osdOSD-]\d)*$/),
  left: z.string().regex(/^([osdOSD-]\d)*$/),
});
/** A letter for the state, a capital where the hand moves, and the effort from 0 to 9: `s3D9-0`. */
export type RibbonLanes = z.infer<typeof ribbonLanesSchema>;

/** A bar of one hand as the small ribbon shows it. */
export interface LaneCell {
  readonly state: State;
  readonly moving: boolean;
  /** Share of a full cell, 0 to 1. */
  readonly effort: number;
}

const signsOf = ({ state, effort, moves }: RibbonCell): string => {
  const letter = LETTERS[state];
  return (
    (moves.length > 0 ? letter.toUpperCase() : letter) + Math.min(STEPS, Math.round((STEPS * effort) / FULL_EFFORT))
  );
};

export const lanesOf = (ribbon: readonly RibbonCell[]): RibbonLanes => {
  const lane = (side: Side): string =>
    ribbon
      .filter((cell) => cell.side === side)
      .sort((a, b) => a.bar - b.bar)
      .map(signsOf)
      .join('');
  return { right: lane('right'), left: lane('left') };
};

export const cellsOfLane = (lane: string): readonly LaneCell[] =>
  Array.from({ length: lane.length / 2 }, (_, bar) => {
    const letter = lane[2 * bar]!;
    const state = STATES.get(letter.toLowerCase())!;
    return { state, moving: letter !== LETTERS[state], effort: Number(lane[2 * bar + 1]) / STEPS };
  });

/** How far the work on a piece is. */
export const PROGRESS = ['untouched', 'begun', 'settled'] as const;
export type PieceProgress = (typeof PROGRESS)[number];

export const progressOf = (lanes: RibbonLanes): PieceProgress => {
  const played = SIDES.flatMap((side) => cellsOfLane(lanes[side])).filter(({ state }) => state !== 'silent');
  const settled = played.filter(({ state }) => state === 'settled').length;
  if (settled === 0) return 'untouched';
  return settled === played.length ? 'settled' : 'begun';
};
