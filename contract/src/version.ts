import { z } from 'zod';
import { decisions } from './piece';

/** A plan as it once was: kept by name, or because two windows had changed it differently. */
export const VERSION_KINDS = ['named', 'conflict'] as const;

const label = { name: z.string().trim().min(1).max(120), kind: z.enum(VERSION_KINDS) };

export const versionSummarySchema = z.object({ id: z.string(), ...label, createdAt: z.iso.datetime() });
export type VersionSummary = z.infer<typeof versionSummarySchema>;

export const versionListSchema = z.object({ versions: z.array(versionSummarySchema) });

export const versionSchema = versionSummarySchema.extend(decisions);
export type Version = z.infer<typeof versionSchema>;

export const keepVersionSchema = z.object({ ...label, ...decisions });
export type KeepVersion = z.infer<typeof keepVersionSchema>;
