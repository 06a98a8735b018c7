import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { tokenSchema, type StudentLink } from '@kettle-step/contract';
import type { Day } from '@kettle-step/core';
import { and, asc, eq } from 'drizzle-orm';
import type { Database } from '../database/open';
import { studentLinks } from '../database/schema';
import { isPresent } from '../students/present';

/** Links by which students see their own pages. */
export interface LinkStore {
  /** Answers with the token, which is not kept and is told only now; undefined where there is no such student. */
  readonly make: (studentId: string, expiresOn: Day | null, now: Date) => Promise<MadeLink | undefined>;
  readonly list: (studentId: string) => Promise<readonly StudentLink[]>;
  /** Takes a link back: from then on it leads nowhere. */
  readonly revoke: (studentId: string, id: string) => Promise<boolean>;
  /** Whose link it is; undefined for one that was never made, was taken back, or is no longer good. */
  readonly studentOf: (token: string, today: Day) => Promise<string | undefined>;
}

export interface MadeLink {
  readonly id: string;
  readonly token: string;
}

const NAME_BYTES = 8;
/** Two hexadecimal digits a byte. */
const NAME_SIGNS = 2 * NAME_BYTES;
/** 256 bits: nobody guesses it. */
const SECRET_BYTES = 32;

const hashOf = (secret: string): Buffer => createHash('sha256').update(secret).digest();

const studentOf = async (db: Database, token: string, today: Day): Promise<string | undefined> => {
  if (!tokenSchema.safeParse(token).success) return undefined;
  const [id, secret] = [token.slice(0, NAME_SIGNS), token.slice(NAME_SIGNS)];
  const [link] = await db.select().from(studentLinks).where(eq(studentLinks.id, id));
  // The secret is compared in constant time, also where there is no such link.
  const kept = link ? Buffer.from(link.tokenHash, 'hex') : hashOf('');
  const isRight = timingSafeEqual(kept, hashOf(secret));
  if (!link || !isRight || (link.expiresOn !== null && link.expiresOn < today)) return undefined;
  return (await isPresent(db, link.studentId)) ? link.studentId : undefined;
};

export const createLinkStore = (db: Database): LinkStore => ({
  make: async (studentId, expiresOn, now) => {
    if (!(await isPresent(db, studentId))) return undefined;
    const [id, secret] = [randomBytes(NAME_BYTES).toString('hex'), randomBytes(SECRET_BYTES).toString('base64url')];
    const tokenHash = hashOf(secret).toString('hex');
    await db.insert(studentLinks).values({ id, studentId, tokenHash, createdAt: now.toISOString(), expiresOn });
    return { id, token: `${id}${secret}` };
  },
  list: async (studentId) => {
    const rows = await db
      .select()
      .from(studentLinks)
      .where(eq(studentLinks.studentId, studentId))
      .orderBy(asc(studentLinks.createdAt));
    return rows.map(({ id, createdAt, expiresOn }) => ({ id, createdAt, expiresOn }));
  },
  revoke: async (studentId, id) => {
    const one = and(eq(studentLinks.studentId, studentId), eq(studentLinks.id, id));
    return (await db.delete(studentLinks).where(one).returning()).length > 0;
  },
  studentOf: (token, today) => studentOf(db, token, today),
});
