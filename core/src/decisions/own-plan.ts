import { SIDES, type Finger, type Side } from '../hand/hand';
import { byBar } from '../score/bars';
import type { Score } from '../score/score';

/** A student's own plan beside the one that everybody else plays. */

/** Fingers by their notes. */
export type SeenFingers = { noteId: string; finger: Finger }[];

/** The plan that everybody plays: as it is now, and as it was when the teacher last looked at it. */
interface PlanBeside {
  readonly fingers: SeenFingers;
  readonly seen: SeenFingers;
}

/** A bar in which a student's own fingers are others than the general ones. */
export interface BarDifference {
  readonly side: Side;
  readonly bar: number;
  /** By note, in the order they are played; null where a plan has none. */
  readonly general: readonly (Finger | null)[];
  readonly own: readonly (Finger | null)[];
  /** The general fingers changed since they were looked at last. */
  readonly isNew: boolean;
}

const byNote = (fingers: SeenFingers): ReadonlyMap<string, Finger> =>
  new Map(fingers.map(({ noteId, finger }) => [noteId, finger]));

/** The bars in which two plans of the same music differ, in the order they are played, right hand first. */
export const differencesFrom = (
  score: Score,
  { fingers, seen }: PlanBeside,
  own: ReadonlyMap<string, Finger>,
): readonly BarDifference[] => {
  const [now, before] = [byNote(fingers), byNote(seen)];
  const places = [...SIDES].reverse().flatMap((side) =>
    [...byBar(score.notes.filter((note) => note.side === side))].map(([bar, notes]) => ({
      side,
      bar,
      noteIds: notes.map(({ id }) => id),
    })),
  );
  return places.flatMap(({ side, bar, noteIds }) => {
    const of = (by: ReadonlyMap<string, Finger>) => noteIds.map((id) => by.get(id) ?? null);
    const [general, ours] = [of(now), of(own)];
    // Notes that only one of the two has were corrected since: there is nothing to compare.
    if (general.every((finger, index) => finger === null || finger === ours[index])) return [];
    return [{ side, bar, general, own: ours, isNew: noteIds.some((id) => now.get(id) !== before.get(id)) }];
  });
};

/** The general fingers as they count as seen, once those of a bar have been looked at. */
export const seeing = ({ fingers, seen }: PlanBeside, noteIds: ReadonlySet<string>): SeenFingers => [
  ...seen.filter(({ noteId }) => !noteIds.has(noteId)),
  ...fingers.filter(({ noteId }) => noteIds.has(noteId)),
];
