import { refuse } from '../http/route';
import type { Refusal } from '../http/refusals';

/** How a save ended of something that counts its revisions. */
export type SaveOutcome =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'conflict'; readonly currentRevision: number }
  | { readonly kind: 'not-found' };

/** The new revision; a route ends with a problem where nothing was saved. */
export const savedRevision = (
  outcome: SaveOutcome,
  missing: Refusal,
  conflict: Refusal,
): { readonly revision: number } => {
  switch (outcome.kind) {
    case 'saved':
      return { revision: outcome.revision };
    case 'conflict':
      return refuse(conflict, outcome.currentRevision);
    case 'not-found':
      return refuse(missing);
  }
};
