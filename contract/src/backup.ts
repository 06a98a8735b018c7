import { z } from 'zod';

/** Copies of the studio that the server makes by itself. */

/** At start, each day, before tables are changed, before something is put back, or because the teacher asked. */
export const BACKUP_REASONS = ['start', 'daily', 'migration', 'restore', 'asked'] as const;
export type BackupReason = (typeof BACKUP_REASONS)[number];

export const backupSchema = z.object({
  /** The name of the file. */
  name: z.string(),
  madeAt: z.iso.datetime(),
  why: z.enum(BACKUP_REASONS),
  bytes: z.number().int().nonnegative(),
});
export type Backup = z.infer<typeof backupSchema>;

/** The newest first; null where the studio is on a server of its own, which makes backups itself. */
export const backupListSchema = z.object({ backups: z.array(backupSchema).nullable() });
