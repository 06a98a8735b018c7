import { z } from 'zod';
import { fingerSchema } from './plan-document';
import { storedFingerSchema } from './piece';
import { studentIdSchema } from './student';

/** A student's own plan of a piece, beside the general one that everybody else plays. */

export const ownPlanForSchema = z.object({ studentId: studentIdSchema });

export const seenFingersSchema = z
  .array(storedFingerSchema.pick({ noteId: true }).extend({ finger: fingerSchema }))
  .max(100_000);
export type SeenFingers = z.infer<typeof seenFingersSchema>;

/** What stands beside a plan. */
export const besideSchema = z.object({
  /** Of a student's own plan: the general one as it is now, and as it was when it was looked at last. */
  general: z
    .object({ id: z.string(), title: z.string(), fingers: seenFingersSchema, seen: seenFingersSchema })
    .nullable(),
  /** Of a general plan: the students' own ones. */
  own: z.array(z.object({ id: z.string(), student: z.string() })),
});
export type Beside = z.infer<typeof besideSchema>;
