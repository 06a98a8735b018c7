import type { Side } from '../../../hand/hand';
import type { Pitch } from '../../../keyboard/pitch';
import type { NoteValue } from '../../notation/values';

/** What a teacher may mend in a piece. Notes are named by id; bars by index from 0. */
export type Correction =
  /** Another key, or another spelling of the same. */
  | { readonly kind: 'pitch'; readonly noteId: string; readonly pitch: Pitch }
  /** Another length for the note and what is struck with it in its voice; what follows makes room, what is freed rests. */
  | { readonly kind: 'length'; readonly noteId: string; readonly value: NoteValue }
  /** Ties the note to the next one on its key, or unties it from all that it is tied to. */
  | { readonly kind: 'tie'; readonly noteId: string; readonly tied: boolean }
  /** Writes the note on the other hand's staff. */
  | { readonly kind: 'hand'; readonly noteId: string; readonly side: Side }
  | { readonly kind: 'voice'; readonly noteId: string; readonly voice: string }
  | { readonly kind: 'delete'; readonly noteId: string }
  /** Puts a note where its hand rests, or to notes that are struck there with the same length. */
  | {
      readonly kind: 'add';
      readonly bar: number;
      readonly side: Side;
      /** From the barline, quarters. */
      readonly atQuarters: number;
      readonly pitch: Pitch;
      readonly value: NoteValue;
    }
  /** A bar of rests before the bar with this index; the number of bars puts it at the end. */
  | { readonly kind: 'insert-bar'; readonly before: number }
  | { readonly kind: 'delete-bar'; readonly bar: number };

/** Why a correction cannot be made. Facts only; `explainRefusal` words them. */
export type CorrectionRefusal =
  | { readonly code: 'no-such-note' }
  | { readonly code: 'no-such-bar' }
  | { readonly code: 'before-upbeat' }
  | { readonly code: 'grace-note' }
  | { readonly code: 'off-keyboard' }
  | { readonly code: 'too-long'; readonly leftQuarters: number }
  | { readonly code: 'no-place' }
  | { readonly code: 'same-key' }
  | { readonly code: 'nothing-to-tie' }
  | { readonly code: 'last-notes' }
  | { readonly code: 'no-other-staff' };

const quarters = (count: number): string =>
  `${Math.round(count * 1000) / 1000} ${count === 1 ? 'quarter is' : 'quarters are'}`;

/** One sentence for the teacher: what stands in the way, and what to do. */
export const explainRefusal = (refusal: CorrectionRefusal): string => {
  switch (refusal.code) {
    case 'no-such-note':
      return 'This note is no longer in the piece; choose another.';
    case 'no-such-bar':
      return 'This bar is no longer in the piece; choose another.';
    case 'before-upbeat':
      return 'Nothing stands before an upbeat; put the new bar after it.';
    case 'grace-note':
      return 'A grace note has no length or place of its own; take it out, or give it another pitch.';
    case 'off-keyboard':
      return 'This pitch is not on a piano of 88 keys; choose one from A0 to C8.';
    case 'too-long':
      return `Only ${quarters(refusal.leftQuarters)} left in the bar from here; choose a shorter value and tie it over the barline.`;
    case 'no-place':
      return 'Something else sounds there in every voice; make room first, or choose another beat.';
    case 'same-key':
      return 'This key is struck there already; choose another pitch.';
    case 'nothing-to-tie':
      return 'No note on the same key follows at once; put one there first.';
    case 'last-notes':
      return 'These are the last notes of the piece; a piece without notes cannot be kept.';
    case 'no-other-staff':
      return 'The piece has one staff only; give the note to the other hand on the bench instead (G).';
  }
};
