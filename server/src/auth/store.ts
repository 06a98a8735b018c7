import { randomBytes } from 'node:crypto';
import { hashedSchema, type Hashed } from '@kettle-step/contract';
import { eq } from 'drizzle-orm';
import type { Database } from '../database/open';
import { auth, sessions } from '../database/schema';
import { HASH_COST, hashPhrase, isPhrase, type HashCost } from './hash';

/** What lets a window into the studio. */
export interface Auth {
  /** Signs the cookies of sessions. */
  readonly secret: string;
  readonly hasPassPhrase: () => boolean;
  /** Whether it is the pass phrase; never where there is none. */
  readonly fits: (phrase: string) => Promise<boolean>;
  /** Sets or takes away the pass phrase. Every window is locked by that. */
  readonly setPassPhrase: (phrase: string | null) => Promise<void>;
}

const ONLY = 1;
const SECRET_BYTES = 32;

export const openAuth = async (db: Database, cost: HashCost = HASH_COST): Promise<Auth> => {
  const secret = randomBytes(SECRET_BYTES).toString('base64');
  await db.insert(auth).values({ id: ONLY, secret }).onConflictDoNothing();
  const [row] = await db.select().from(auth).where(eq(auth.id, ONLY));
  let kept: Hashed | undefined = row?.passPhrase == null ? undefined : hashedSchema.parse(row.passPhrase);
  return {
    secret: row?.secret ?? secret,
    hasPassPhrase: () => kept !== undefined,
    fits: async (phrase) => kept !== undefined && isPhrase(phrase, kept),
    setPassPhrase: async (phrase) => {
      const hashed = phrase === null ? undefined : await hashPhrase(phrase, cost);
      await db.transaction(async (change) => {
        await change
          .update(auth)
          .set({ passPhrase: hashed ?? null })
          .where(eq(auth.id, ONLY));
        await change.delete(sessions);
      });
      kept = hashed;
    },
  };
};
