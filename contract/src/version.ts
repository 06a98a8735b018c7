import { z } from 'zod';
import { decisions, documentSchema } from './piece';
import { plainText } from './text';

/** A plan as it once was: kept by name, or because two windows had changed it differently. */
export const VERSION_KINDS = ['named', 'conflict'] as const;

const label = { name: plainText(120).trim().min(1), kind: z.enum(VERSION_KINDS) };

export const versionSummarySchema = z.object({
  id: z.string(),
  ...label,
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
export const keepVersionSchema = z.object({ ...label, ...decisions, document: documentSchema.optional() });
export type KeepVersion = z.infer<typeof keepVersionSchema>;
