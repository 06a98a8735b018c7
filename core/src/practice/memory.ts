import { createEmptyCard, fsrs, generatorParameters, Rating, type Card } from 'ts-fsrs';
import type { Day } from '../days';

/**
 * When something that was played from memory is asked for again: spaced repetition by FSRS (the package ts-fsrs, with its own
 * parameters). Days are days of the calendar and count from midnight to midnight everywhere, so no time zone and no summer time moves a
 * date.
 */

/** Passed in one attempt with no wrong finger, or tried again next time. */
export const MEMORY_OUTCOMES = ['passed', 'not-yet'] as const;

/** One try at a lesson. */
export interface MemoryCheck {
  readonly checkedOn: Day;
  readonly outcome: (typeof MEMORY_OUTCOMES)[number];
  /** The day that the teacher wants it again, where that is not what is worked out; null or none where it is. */
  readonly dueOn?: Day | null;
}

export interface MemoryStanding {
  /** `lapsed`: it had been passed before. */
  readonly state: 'passed' | 'not-yet' | 'lapsed';
  readonly lastOn: Day;
  readonly dueOn: Day;
  /** What is worked out, also where the teacher wants another day. */
  readonly workedOut: Day;
  readonly passes: number;
}

/** Whole days apart: what is not passed comes tomorrow at the earliest, not in ten minutes; no chance moves a date. */
const scheduler = fsrs(generatorParameters({ enable_short_term: false, enable_fuzz: false }));

const dateOf = (day: Day): Date => new Date(`${day}T00:00:00Z`);
const dayOf = (date: Date): Day => date.toISOString().slice(0, 10);

/** Checks in the order of their days; those of one day as they are. */
export const byDay = <T extends Pick<MemoryCheck, 'checkedOn'>>(checks: readonly T[]): readonly T[] =>
  [...checks].sort((a, b) => (a.checkedOn < b.checkedOn ? -1 : a.checkedOn > b.checkedOn ? 1 : 0));

/** Where something stands after all the times it was tried; undefined where it never was. */
export const memoryStanding = (checks: readonly MemoryCheck[]): MemoryStanding | undefined => {
  const inOrder = byDay(checks);
  const last = inOrder[inOrder.length - 1];
  if (!last) return undefined;
  const card = inOrder.reduce<Card>(
    (now, { checkedOn, outcome }) =>
      scheduler.next(now, dateOf(checkedOn), outcome === 'passed' ? Rating.Good : Rating.Again).card,
    createEmptyCard(dateOf(inOrder[0]!.checkedOn)),
  );
  const passes = inOrder.filter(({ outcome }) => outcome === 'passed').length;
  const workedOut = dayOf(card.due);
  return {
    state: last.outcome === 'passed' ? 'passed' : passes > 0 ? 'lapsed' : 'not-yet',
    lastOn: last.checkedOn,
    dueOn: last.dueOn ?? workedOut,
    workedOut,
    passes,
  };
};
