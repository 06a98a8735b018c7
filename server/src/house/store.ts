import { houseRulesSchema, type HouseRules, type SaveHouseRules } from '@kettle-step/contract';
import type { Database } from '../database/open';
import type { SaveOutcome } from '../database/outcome';
import { houseRules } from '../database/schema';

/** The one row there is. */
const ROW = 1;

/** The house rules of the studio. */
export interface HouseStore {
  readonly get: () => Promise<HouseRules>;
  readonly save: (rules: SaveHouseRules) => Promise<SaveOutcome>;
}

/** The house rules; none are settled at first. */
export const houseRulesOf = async (db: Pick<Database, 'select'>): Promise<HouseRules> => {
  const [row] = await db.select().from(houseRules);
  return houseRulesSchema.parse(row ?? { rules: {}, revision: 0 });
};

export const createHouseStore = (db: Database): HouseStore => ({
  get: () => houseRulesOf(db),
  save: ({ rules, baseRevision }) =>
    db.transaction(async (tx): Promise<SaveOutcome> => {
      const { revision } = await houseRulesOf(tx);
      if (revision !== baseRevision) return { kind: 'conflict', currentRevision: revision };
      const row = { rules, revision: revision + 1 };
      await tx
        .insert(houseRules)
        .values({ id: ROW, ...row })
        .onConflictDoUpdate({ target: houseRules.id, set: row });
      return { kind: 'saved', revision: row.revision };
    }),
});
