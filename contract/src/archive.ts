import { z } from 'zod';
import { seenFingersSchema } from './own-plan';
import { decisions, pieceIdSchema, planContent } from './piece';
import { archivedLessonSchema } from './lesson';
import { memoryCheckSchema } from './memory';
import { LEAVING_PIECES, measureSchema, newStudentSchema, studentIdSchema } from './student';
import { problemSchema } from './problem';
import { plainText } from './text';
import { trainerAnswerSchema } from './trainer';
import { KEPT_KINDS } from './version';

/**
 * A whole studio as one .zip of open formats: a manifest, and for each piece its music as MusicXML and the rest as JSON.
 * What later versions add has a default here, so that older archives open; docs/archive-format.md describes the files.
 */
export const ARCHIVE_FORMAT = 'kettle-step/archive';
/** Counted up when an archive can no longer be opened by what was there before. */
export const ARCHIVE_VERSION = 3;

export const MANIFEST = 'manifest.json';

/** The house rules of the studio; they may be left out. */
export const ARCHIVED_RULES = 'house-rules.json';

/** The students, in one file beside the manifest; they may be left out. */
export const ARCHIVED_STUDENTS = 'students.json';
export const archivedStudentSchema = newStudentSchema.extend({
  id: studentIdSchema,
  measures: z.array(measureSchema).default([]),
  checks: z.array(memoryCheckSchema).max(20_000).default([]),
  /** Answers in the finger trainer. */
  trainer: z.array(trainerAnswerSchema).max(200_000).default([]),
  /** When the student left, and what became of the pieces; null for a student who has not. */
  left: z
    .object({ at: z.iso.datetime(), pieces: z.enum(LEAVING_PIECES) })
    .nullable()
    .default(null),
  lessons: z.array(archivedLessonSchema).max(20_000).default([]),
});
export type ArchivedStudent = z.infer<typeof archivedStudentSchema>;

export const manifestSchema = z.object({
  format: z.literal(ARCHIVE_FORMAT),
  version: z.number().int().min(1),
  createdAt: z.iso.datetime(),
  pieces: z.array(z.object({ id: pieceIdSchema, title: z.string() })).max(10_000),
  /** What could not be read when the archive was made, and is not in it. */
  unreadable: z
    .array(z.object({ title: z.string() }))
    .max(20_000)
    .default([]),
});
export type Manifest = z.infer<typeof manifestSchema>;

/** Enough of any manifest of ours, older or newer, to tell its version. */
export const anyManifestSchema = z.looseObject({ format: z.literal(ARCHIVE_FORMAT), version: z.number() });

/** Files of one piece in an archive. */
export const archivePaths = (id: string) => ({
  document: `pieces/${id}/piece.musicxml`,
  facts: `pieces/${id}/piece.json`,
  plan: `pieces/${id}/plan.json`,
  source: `pieces/${id}/source`,
  versions: `pieces/${id}/versions.json`,
  versionDocument: (version: string) => `pieces/${id}/versions/${version}.musicxml`,
});

export const archivedFactsSchema = z.object({
  title: plainText(500),
  composer: plainText(500).default(''),
  student: plainText(500).default(''),
  /** Null where the piece is for nobody. */
  studentId: studentIdSchema.nullable().default(null),
  /** The piece with the general plan, where this is a student's own. */
  generalId: pieceIdSchema.nullable().default(null),
  /** The name of the file that was brought in; the file itself stands beside, where it was kept. */
  sourceName: plainText(300).default(''),
  createdAt: z.iso.datetime(),
  updatedAt: z.iso.datetime(),
});
export type ArchivedFacts = z.infer<typeof archivedFactsSchema>;

const decidedSchema = z.object({ fingers: decisions.fingers, desk: decisions.desk.prefault({}) });

export const archivedPlanSchema = decidedSchema.extend({
  ribbon: planContent.ribbon.default([]),
  /** Of a student's own plan: the general fingers as they were looked at last. */
  generalSeen: seenFingersSchema.default([]),
});
export type ArchivedPlan = z.infer<typeof archivedPlanSchema>;

export const archivedVersionSchema = decidedSchema.extend({
  id: z.uuid(),
  name: plainText(120).min(1),
  kind: z.enum(KEPT_KINDS),
  createdAt: z.iso.datetime(),
  /** Whether it was made for other music than the piece has now; that stands in a file of its own. */
  ownMusic: z.boolean().default(false),
});
export const archivedVersionsSchema = z.array(archivedVersionSchema);
export type ArchivedVersion = z.infer<typeof archivedVersionSchema> & { readonly document: string | null };

/** One piece with all that belongs to it. */
export interface ArchivedPiece {
  readonly id: string;
  readonly facts: ArchivedFacts;
  /** MusicXML. */
  readonly document: string;
  readonly source: Uint8Array | null;
  readonly plan: ArchivedPlan;
  readonly versions: readonly ArchivedVersion[];
}

/** What became of a piece of an archive. */
export const RESTORE_OUTCOMES = ['added', 'same', 'beside', 'refused'] as const;

export const restoreReportSchema = z.object({
  createdAt: z.iso.datetime(),
  pieces: z.array(z.object({ title: z.string(), outcome: z.enum(RESTORE_OUTCOMES), words: z.string() })),
});
export type RestoreReport = z.infer<typeof restoreReportSchema>;

/** How far bringing an archive in is: a line of JSON each while it goes on, and the report or the problem as the last. */
export const restoreLineSchema = z.union([
  z.object({ done: z.number().int().min(0), of: z.number().int().min(0) }),
  z.object({ report: restoreReportSchema }),
  z.object({ problem: problemSchema }),
]);
export type RestoreLine = z.infer<typeof restoreLineSchema>;
export const RESTORE_LINES_TYPE = 'application/x-ndjson';
