import { z } from 'zod';

/** What a save answers: the revision that now holds. */
export const savedSchema = z.object({ revision: z.number().int().positive() });

/** What adding something answers: its id. */
export const addedSchema = z.object({ id: z.string() });
