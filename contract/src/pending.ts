import { z } from 'zod';
import { savePlanSchema } from './piece';

/** Work on a piece that has not reached the studio yet, as a device keeps it. */
export const pendingSchema = z.object({
  pieceId: z.string(),
  title: z.string(),
  /** Which window made it. */
  window: z.string(),
  madeAt: z.iso.datetime(),
  /** The plan, the revision it was made from, and always the music. */
  plan: savePlanSchema.required({ document: true }),
});
export type Pending = z.infer<typeof pendingSchema>;
