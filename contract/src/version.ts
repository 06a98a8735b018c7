import { z } from 'zod';
import { decisions, documentSchema } from './piece';
import { plainText } from './text';

/** A plan as it once was: kept by name, or because two windows had changed it differently. */
export const KEPT_KINDS = ['named', 'conflict'] as const;
/** Besides, the server keeps by itself how a plan stood at the end of an hour, a day and a week. */
export const VERSION_KINDS = [...KEPT_KINDS, 'earlier'] as const;

const name = plainText(120).trim().min(1);

export const versionSummarySchema = z.object({
  id: z.string(),
  name,
  kind: z.enum(VERSION_KINDS),
  createdAt: z.iso.datetime(),
  /** False where the music has been corrected since. */
  sameMusic: z.boolean(),
});
export type VersionSummary = z.infer<typeof versionSummarySchema>;

export const versionListSchema = z.object({ versions: z.array(versionSummarySchema) });

/** With the music it was made for, where that has been corrected since; null where it is the piece's own. */
export const versionSchema = versionSummarySchema.extend({ ...decisions, document: documentSchema.nullable() });
export type Version = z.infer<typeof versionSchema>;

/** The music comes along where it may not be what the server has. */
export const keepVersionSchema = z.object({
  name,
  kind: z.enum(KEPT_KINDS),
  ...decisions,
  document: documentSchema.optional(),
});
export type KeepVersion = z.infer<typeof keepVersionSchema>;
