import { grouped } from '../grouped';
import type { Day } from '../days';
import { explainPatternError, makePattern, type PatternWish } from '../patterns';
import { byDay, memoryStanding, type MemoryCheck, type MemoryStanding } from '../practice/memory';

/** What a student plays without the music, and when it is asked for again. */

/** What is asked for: a pattern of the scale room, or what the teacher says. */
export type MemorySubject =
  { readonly kind: 'pattern'; readonly wish: PatternWish } | { readonly kind: 'words'; readonly words: string };

/** A check with what it was about. */
export interface SubjectCheck extends MemoryCheck {
  readonly subject: MemorySubject;
}

/** The same text for the same subject. */
const keyOf = (subject: MemorySubject): string =>
  subject.kind === 'words' ? subject.words : JSON.stringify(Object.entries(subject.wish).sort());

/** @example 'D major scale, two octaves, hands together' */
export const subjectInWords = (subject: MemorySubject): string => {
  if (subject.kind === 'words') return subject.words;
  const pattern = makePattern(subject.wish);
  return pattern.kind === 'ok' ? pattern.value.title : explainPatternError(pattern.error);
};

/** A subject with where it stands. */
export interface StandingSubject<C extends SubjectCheck = SubjectCheck> {
  readonly subject: MemorySubject;
  /** Oldest first. */
  readonly checks: readonly C[];
  readonly standing: MemoryStanding;
}

/** Where everything stands that was ever asked for; what is due first stands first. */
export const standingSubjects = <C extends SubjectCheck>(checks: readonly C[]): readonly StandingSubject<C>[] => {
  return [...grouped(checks, ({ subject }) => keyOf(subject)).values()]
    .flatMap((own): readonly StandingSubject<C>[] => {
      const inOrder = byDay(own);
      const standing = memoryStanding(inOrder);
      return standing ? [{ subject: inOrder[0]!.subject, checks: inOrder, standing }] : [];
    })
    .sort((a, b) => (a.standing.dueOn < b.standing.dueOn ? -1 : 1));
};

/** What is due on a day, or was before it. */
export const dueSubjects = <C extends SubjectCheck>(checks: readonly C[], on: Day): readonly StandingSubject<C>[] =>
  standingSubjects(checks).filter(({ standing }) => standing.dueOn <= on);

/** How many checks were passed, not yet, and lapsed in each month, the earliest first. */
export interface MemoryMonth {
  /** As in `2026-03`. */
  readonly month: string;
  readonly passed: number;
  readonly notYet: number;
  /** Not passed although it had been before. */
  readonly lapsed: number;
}

export const memoryMonths = (checks: readonly SubjectCheck[]): readonly MemoryMonth[] => {
  const months = new Map<string, { passed: number; notYet: number; lapsed: number }>();
  for (const { checks: own } of standingSubjects(checks)) {
    let hasPassed = false;
    for (const { checkedOn, outcome } of own) {
      const month = months.get(checkedOn.slice(0, 7)) ?? { passed: 0, notYet: 0, lapsed: 0 };
      if (outcome === 'passed') month.passed += 1;
      else if (hasPassed) month.lapsed += 1;
      else month.notYet += 1;
      hasPassed ||= outcome === 'passed';
      months.set(checkedOn.slice(0, 7), month);
    }
  }
  return [...months].sort(([a], [b]) => (a < b ? -1 : 1)).map(([month, counts]) => ({ month, ...counts }));
};
