import { fail, ok, type Result } from '../result';
import { inTimeOrder, type Score } from '../score/score';
import { MAX_BARS, MAX_NOTES } from './limits';

/** More than is read of a piece, in any format. */
export interface TooLong {
  readonly code: 'too-long';
  readonly what: 'bars' | 'notes';
  readonly limit: number;
}

/** What a reader of any format found, as a score: notes and marks in time order, and no more of them than is read. */
export const gathered = (found: Score): Result<Score, TooLong> => {
  if (found.bars.length > MAX_BARS) return fail({ code: 'too-long', what: 'bars', limit: MAX_BARS });
  if (found.notes.length > MAX_NOTES) return fail({ code: 'too-long', what: 'notes', limit: MAX_NOTES });
  return ok({
    ...found,
    notes: [...found.notes].sort(inTimeOrder),
    marks: [...found.marks].sort((a, b) => a.onsetTicks - b.onsetTicks),
  });
};
