import {
  byDay,
  explainPatternError,
  grouped,
  makePattern,
  memoryStanding,
  type Day,
  type MemoryStanding,
} from '@kettle-step/core';
import { z } from 'zod';
import { patternWishSchema } from './pattern-wish';
import { plainText } from './text';

/** Memory checks: what a student plays without the music, and when it is asked for again. */

/** What is asked for: a pattern of the scale room, or what the teacher says. */
export const memorySubjectSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('pattern'), wish: patternWishSchema }),
  z.object({ kind: z.literal('words'), words: plainText(120).trim().min(1, 'needs words') }),
]);
export type MemorySubject = z.infer<typeof memorySubjectSchema>;

/** Passed in one attempt with no wrong finger, or tried again next time. */
export const MEMORY_OUTCOMES = ['passed', 'not-yet'] as const;

export const newMemoryCheckSchema = z.object({
  subject: memorySubjectSchema,
  checkedOn: z.iso.date(),
  outcome: z.enum(MEMORY_OUTCOMES),
  /** The day the teacher wants it again; null where it is worked out. */
  dueOn: z.iso.date().nullable().default(null),
});
export type NewMemoryCheck = z.input<typeof newMemoryCheckSchema>;

export const memoryCheckSchema = newMemoryCheckSchema.extend({ id: z.uuid() });
export type MemoryCheck = z.infer<typeof memoryCheckSchema>;

/** The day something is wanted again; null for the one that is worked out. */
export const dueOnSchema = z.object({ dueOn: z.iso.date().nullable() });

/** The same text for the same subject. */
export const subjectText = (subject: MemorySubject): string => JSON.stringify(memorySubjectSchema.parse(subject));

/** @example 'D major scale, two octaves, hands together' */
export const subjectInWords = (subject: MemorySubject): string => {
  if (subject.kind === 'words') return subject.words;
  const pattern = makePattern(subject.wish);
  return pattern.kind === 'ok' ? pattern.value.title : explainPatternError(pattern.error);
};

/** A subject with where it stands. */
export interface StandingSubject {
  readonly subject: MemorySubject;
  /** Oldest first. */
  readonly checks: readonly MemoryCheck[];
  readonly standing: MemoryStanding;
}

/** Where everything stands that was ever asked for; what is due first stands first. */
export const standingSubjects = (checks: readonly MemoryCheck[]): readonly StandingSubject[] => {
  return [...grouped(checks, ({ subject }) => subjectText(subject)).values()]
    .flatMap((own): readonly StandingSubject[] => {
      const inOrder = byDay(own);
      const standing = memoryStanding(inOrder);
      return standing ? [{ subject: inOrder[0]!.subject, checks: inOrder, standing }] : [];
    })
    .sort((a, b) => (a.standing.dueOn < b.standing.dueOn ? -1 : 1));
};

/** What is due on a day, or was before it. */
export const dueSubjects = (checks: readonly MemoryCheck[], on: Day): readonly StandingSubject[] =>
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

export const memoryMonths = (checks: readonly MemoryCheck[]): readonly MemoryMonth[] => {
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

/** Asks what is due on a day. */
export const dueQuerySchema = z.object({
  on: z.iso.date(),
  /** Ids of students with commas between them; all where it is left out. */
  students: z
    .string()
    .max(10_000)
    .transform((ids) => ids.split(','))
    .optional(),
});

/** What is due for a student. */
export const dueListSchema = z.object({
  due: z.array(
    z.object({ studentId: z.string(), subject: memorySubjectSchema, dueOn: z.iso.date(), lastOn: z.iso.date() }),
  ),
});
export type DueList = z.infer<typeof dueListSchema>['due'];
