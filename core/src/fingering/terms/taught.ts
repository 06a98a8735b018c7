import { PRICE, type Charge } from '../prices/prices';
import type { Rules } from '../model/rules';
import type { MoveKind } from '../model/moves';

/** Share of the usual price of a move; one that has not been taught is charged besides, so that it is the last resort. */
export const taught = (rules: Rules, kind: MoveKind, charge: Charge): number => {
  const share = rules.moves[kind];
  if (share !== 'untaught') return share;
  charge(PRICE.untaught, 1);
  return 1;
};
