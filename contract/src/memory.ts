import { MEMORY_OUTCOMES } from '@kettle-step/core';
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
