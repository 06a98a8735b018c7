import { randomUUID } from 'node:crypto';
import { versionSchema, type KeepVersion, type Version, type VersionSummary } from '@kettle-step/contract';
import { and, desc, eq, sql } from 'drizzle-orm';
import type { Database } from '../database/open';
import { pieceMusic, planVersions } from '../database/schema';

/** Plans of a piece as they once were. */
export interface VersionStore {
  /** Newest first; undefined when there is no such piece. */
  readonly list: (pieceId: string) => Promise<readonly VersionSummary[] | undefined>;
  readonly get: (pieceId: string, id: string) => Promise<Version | undefined>;
  readonly keep: (pieceId: string, version: KeepVersion, now: Date) => Promise<VersionSummary | undefined>;
  readonly remove: (pieceId: string, id: string) => Promise<boolean>;
}

const summary = {
  id: planVersions.id,
  name: planVersions.name,
  kind: planVersions.kind,
  createdAt: planVersions.createdAt,
  sameMusic: sql<boolean>`${planVersions.document} IS NULL`.mapWith(Boolean),
};

export const createVersionStore = (db: Database): VersionStore => {
  const documentOf = async (pieceId: string): Promise<string | undefined> =>
    (await db.select({ document: pieceMusic.document }).from(pieceMusic).where(eq(pieceMusic.pieceId, pieceId)))[0]
      ?.document;
  const one = (pieceId: string, id: string) => and(eq(planVersions.pieceId, pieceId), eq(planVersions.id, id));

  return {
    list: async (pieceId) => {
      if ((await documentOf(pieceId)) === undefined) return undefined;
      return db
        .select(summary)
        .from(planVersions)
        .where(eq(planVersions.pieceId, pieceId))
        .orderBy(desc(planVersions.createdAt), desc(planVersions.id));
    },
    get: async (pieceId, id) => {
      const [row] = await db.select().from(planVersions).where(one(pieceId, id));
      return row && versionSchema.parse({ ...row, ...(row.content as object), sameMusic: row.document === null });
    },
    keep: async (pieceId, { name, kind, fingers, desk, document }, now) => {
      const current = await documentOf(pieceId);
      if (current === undefined) return undefined;
      const own = document === undefined || document === current ? null : document;
      const kept = { id: randomUUID(), name, kind, createdAt: now.toISOString() };
      await db.insert(planVersions).values({ ...kept, pieceId, content: { fingers, desk }, document: own });
      return { ...kept, sameMusic: own === null };
    },
    remove: async (pieceId, id) =>
      (await db.delete(planVersions).where(one(pieceId, id)).returning({ id: planVersions.id })).length > 0,
  };
};
