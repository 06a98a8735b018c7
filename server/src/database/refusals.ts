import { REFUSALS, type Refusal } from '../http/refusals';
import { isBroken, troubleIn } from './trouble';

/** What a request answers when the studio's file is in trouble; undefined for any other error. */
export const refusalForTrouble = (cause: unknown): Refusal | undefined => {
  const trouble = troubleIn(cause);
  if (trouble === undefined) return undefined;
  if (trouble === 'full') return REFUSALS.diskFull;
  return isBroken(cause) ? REFUSALS.damaged : REFUSALS.notNow;
};
