import { MAX_DOCUMENT_BYTES } from '@kettle-step/core';
import { z } from 'zod';
import { deskSchema } from './desk';
import { fingerSchema } from './plan-document';
import { ribbonCellSchema, ribbonLanesSchema } from './ribbon';
import { standingSchema } from './standing';
import { allDiffer, plainText } from './text';

/** What crosses the wire about pieces and their plans. */

/** Who settled on a finger: it stood in the file, the engine suggested it, or the teacher set it. */
export const DECIDED_BY = ['printed', 'suggested', 'teacher'] as const;

export const storedFingerSchema = z.object({
  noteId: plainText(200).min(1),
  finger: fingerSchema,
  substitute: fingerSchema.nullable(),
  decidedBy: z.enum(DECIDED_BY),
});
export type StoredFinger = z.infer<typeof storedFingerSchema>;

/** Limits in step with what a document may hold. */
const MAX_FINGERS = 100_000;
const MAX_CELLS = 10_000;

/** What a version of a plan holds. */
export const decisions = {
  fingers: z
    .array(storedFingerSchema)
    .max(MAX_FINGERS)
    .refine((fingers) => allDiffer(fingers, ({ noteId }) => noteId), 'name a note twice'),
  desk: deskSchema,
};

/** What a plan holds. */
export const planContent = {
  ...decisions,
  ribbon: z
    .array(ribbonCellSchema)
    .max(MAX_CELLS)
    .refine((cells) => allDiffer(cells, ({ side, bar }) => `${side} ${bar}`), 'names a bar of a hand twice'),
};

export const storedPlanSchema = z.object({
  revision: z.number().int().positive(),
  ...planContent,
});
export type StoredPlan = z.infer<typeof storedPlanSchema>;

/** MusicXML, with ids on its notes. */
export const documentSchema = z.string().min(1).max(MAX_DOCUMENT_BYTES);

/** A save names the revision it was made from; an older one is refused. Where the music itself was corrected it comes along. */
export const savePlanSchema = z.object({
  baseRevision: z.number().int().positive(),
  document: documentSchema.optional(),
  ...planContent,
});
export type SavePlan = z.infer<typeof savePlanSchema>;

export const pieceSummarySchema = z.object({
  id: z.string(),
  title: z.string(),
  composer: z.string(),
  bars: z.number().int().positive(),
  notes: z.number().int().positive(),
  metre: z.string(),
  key: z.string(),
  /** Whom the piece is for; empty when nobody yet. */
  student: z.string(),
  studentId: z.string().nullable(),
  /** The piece with the general plan, where this is a student's own plan of it. */
  generalId: z.string().nullable(),
  updatedAt: z.iso.datetime(),
  /** The level whose moves have been taught, by its id; null where they are a choice of their own. */
  level: z.string().nullable(),
  lanes: ribbonLanesSchema,
});
export type PieceSummary = z.infer<typeof pieceSummarySchema>;

export const pieceListSchema = z.object({ pieces: z.array(pieceSummarySchema).readonly() });
export type PieceList = z.infer<typeof pieceListSchema>;

export const pieceSchema = pieceSummarySchema.extend({
  /** The stored MusicXML, with ids on its notes. */
  document: z.string(),
  plan: storedPlanSchema,
  /** What stands under the decisions of the plan. */
  standing: standingSchema,
});
export type Piece = z.infer<typeof pieceSchema>;

export const createdSchema = z.object({
  id: z.string(),
  title: z.string(),
  /** What was read around, derived or guessed, in sentences. */
  notices: z.array(z.string()),
});
export type Created = z.infer<typeof createdSchema>;

/** What may be said along with a file that comes in: its name, and which part or tune of it is meant. */
export const bringInSchema = z.object({
  name: plainText(300).default(''),
  part: z.union([plainText(200).transform((part) => [part]), z.array(plainText(200)).max(2)]).default([]),
  /** Counted from 0. */
  tune: z.coerce.number().int().min(0).max(10_000).default(0),
});

/** Which numbers a download has: those of the plan, with others that would also do, or only those that came with the music. */
export const NUMBERS_SENT = ['plan', 'with-alternates', 'as-came'] as const;
export type NumbersSent = (typeof NUMBERS_SENT)[number];

export const downloadQuerySchema = z.object({ numbers: z.enum(NUMBERS_SENT).default('plan') });

/** Names in addresses: letters, digits and hyphens. */
export const pieceIdSchema = z.string().regex(/^[a-z0-9-]{1,64}$/);
