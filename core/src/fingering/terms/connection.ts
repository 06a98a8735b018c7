import type { LinkKind } from '../../score/slices';
import { PRICE } from '../prices/prices';

/** How a connection scales and chooses prices. Each later kind leaves the hand freer, so no figure ever grows along it. */

/** Share of the usual price of moves other than shifts. Second trial (docs/engine.md). */
export const MOVE_SHARE: Readonly<Record<LinkKind, number>> = { slur: 1, plain: 1, lift: 0.6, rest: 0.3 };

export const SHIFT: Readonly<Record<LinkKind, number>> = {
  slur: PRICE.shiftSlur,
  plain: PRICE.shiftPlain,
  lift: PRICE.shiftLift,
  rest: PRICE.shiftRest,
};

export const SAME_FINGER: Readonly<Record<LinkKind, number>> = {
  slur: PRICE.sameFingerSlur,
  plain: PRICE.sameFingerPlain,
  lift: PRICE.sameFingerLift,
  rest: PRICE.sameFingerRest,
};

export const CROSSED: Readonly<Record<LinkKind, number | undefined>> = {
  slur: PRICE.crossedSlur,
  plain: PRICE.crossedPlain,
  lift: PRICE.crossedLift,
  rest: undefined,
};

export const isJoined = (link: LinkKind): boolean => link === 'slur' || link === 'plain';
