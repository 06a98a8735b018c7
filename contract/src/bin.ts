import { z } from 'zod';

/** Pieces that were taken off the shelf: they can come back for a while. */

/** So long, days. */
export const BIN_DAYS = 30;

export const binnedSchema = z.object({
  id: z.string(),
  title: z.string(),
  /** Whom it was for; empty for nobody. */
  student: z.string(),
  binnedAt: z.iso.datetime(),
});
export type Binned = z.infer<typeof binnedSchema>;

/** The latest first. */
export const binListSchema = z.object({ pieces: z.array(binnedSchema) });

/** What became of a piece that was to come back, in words. */
export const cameBackSchema = z.object({ words: z.string() });
