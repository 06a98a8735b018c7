import type { Hands } from '@kettle-step/core';
import { z } from 'zod';
import { memoryCheckSchema } from './memory';
import { pieceIdSchema, pieceSummarySchema } from './piece';
import { handSchema, handsSchema, rulesFileSchema } from './rules';
import { plainText } from './text';

/** What crosses the wire about students. They are mostly children: only what fingering and lessons need is kept. */

/** Names in addresses, as those of pieces. */
export const studentIdSchema = pieceIdSchema;

export const LONGEST_NAME = 120;
const LONGEST_REMARKS = 4000;

const facts = {
  name: plainText(LONGEST_NAME).trim().min(1, 'needs a name'),
  remarks: plainText(LONGEST_REMARKS).default(''),
  /** The day of the first lesson; null where nobody knows it. */
  since: z.iso.date().nullable().default(null),
  /** Which moves have been taught, and what is settled otherwise than usual. */
  rules: rulesFileSchema.default({}),
};

/** Both hands as they were measured on a day. */
export const measureSchema = z.object({
  id: z.string(),
  measuredOn: z.iso.date(),
  right: handSchema,
  left: handSchema,
  remark: plainText(500).default(''),
});
export type Measure = z.infer<typeof measureSchema>;

export const newMeasureSchema = measureSchema.omit({ id: true });
export type NewMeasure = z.infer<typeof newMeasureSchema>;

export const studentSummarySchema = z.object({
  id: z.string(),
  ...facts,
  pieces: z.number().int().nonnegative(),
  /** The hands as they were measured last; null until they are. */
  hands: handsSchema.nullable(),
});
export type StudentSummary = z.infer<typeof studentSummarySchema>;

export const studentListSchema = z.object({ students: z.array(studentSummarySchema) });

/** A student with all that is kept. */
export const studentSchema = studentSummarySchema.omit({ pieces: true }).extend({
  revision: z.number().int().positive(),
  /** Oldest first. */
  measures: z.array(measureSchema),
  pieces: z.array(pieceSummarySchema),
  /** Memory checks, oldest first. */
  checks: z.array(memoryCheckSchema),
});
export type Student = z.infer<typeof studentSchema>;

export const newStudentSchema = z.object(facts);
export type NewStudent = z.input<typeof newStudentSchema>;

/** A save names the revision it was made from; an older one is refused. */
export const saveStudentSchema = newStudentSchema.extend({ baseRevision: z.number().int().positive() });
export type SaveStudent = z.infer<typeof saveStudentSchema>;

/** What becomes of the pieces of a student who leaves: they stay on the shelf for nobody, or leave it too. */
export const LEAVING_PIECES = ['keep', 'archive'] as const;
export type LeavingPieces = (typeof LEAVING_PIECES)[number];
export const leavingQuerySchema = z.object({ pieces: z.enum(LEAVING_PIECES).default('keep') });

/** A student who has left: nothing is thrown away until the teacher says so. */
export const leftStudentSchema = z.object({
  id: studentIdSchema,
  name: facts.name,
  leftAt: z.iso.datetime(),
  /** What became of the pieces, and how many there are. */
  leaving: z.enum(LEAVING_PIECES),
  pieces: z.number().int().nonnegative(),
});
export type LeftStudent = z.infer<typeof leftStudentSchema>;

export const leftListSchema = z.object({ students: z.array(leftStudentSchema) });

/** Whom a piece is for. */
export const pieceForSchema = z.object({ studentId: studentIdSchema.nullable() });

/** The hands as they were measured last; null until they are. */
export const latestHands = (measures: readonly Measure[]): Hands | null => {
  const last = [...measures].sort((a, b) => (a.measuredOn < b.measuredOn ? -1 : 1)).at(-1);
  return last ? { right: last.right, left: last.left } : null;
};
