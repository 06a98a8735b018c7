import { z } from 'zod';

/** Pieces that were removed from the shelf: for a while they can be brought back. */
export const TRASH_DAYS = 30;

export const trashedSchema = z.object({
  id: z.string(),
  title: z.string(),
  /** Whom it was for; empty for nobody. */
  student: z.string(),
  trashedAt: z.iso.datetime(),
});
export type Trashed = z.infer<typeof trashedSchema>;

/** The latest first. */
export const trashListSchema = z.object({ pieces: z.array(trashedSchema) });

/** What became of a piece that was brought back, in words. */
export const broughtBackSchema = z.object({ words: z.string() });
