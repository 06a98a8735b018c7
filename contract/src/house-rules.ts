import { z } from 'zod';
import { rulesFileSchema } from './rules';

/** What the teacher has settled for the whole studio; revision 0 until something is. */
export const houseRulesSchema = z.object({ rules: rulesFileSchema, revision: z.number().int().nonnegative() });
export type HouseRules = z.infer<typeof houseRulesSchema>;

/** A save names the revision it was made from; an older one is refused. */
export const saveHouseRulesSchema = z.object({
  rules: rulesFileSchema,
  baseRevision: z.number().int().nonnegative(),
});
export type SaveHouseRules = z.infer<typeof saveHouseRulesSchema>;
