import type { ArchivedPiece } from '@kettle-step/contract';
import type { Database } from '../database/open';
import { planVersions } from '../database/schema';
import type { PieceStore, StoredPiece } from '../pieces/store';
import type { VersionStore } from '../pieces/versions';

/** Pieces with everything that belongs to them, out of the database and back into it. */
export interface ArchiveStore {
  readonly get: (id: string) => Promise<ArchivedPiece | undefined>;
  readonly ids: () => Promise<readonly string[]>;
  /** Puts a piece in as it was; its id must be free. */
  readonly put: (piece: ArchivedPiece, described: StoredPiece['described']) => Promise<void>;
  /** Adds versions that a piece does not have yet; tells how many. */
  readonly addVersions: (id: string, versions: ArchivedPiece['versions']) => Promise<number>;
}

export const createArchiveStore = (db: Database, pieces: PieceStore, versions: VersionStore): ArchiveStore => {
  const insertVersions = async (pieceId: string, all: ArchivedPiece['versions']): Promise<number> => {
    let added = 0;
    for (const { id, name, kind, createdAt, fingers, desk, document } of all) {
      const row = { id, pieceId, name, kind, createdAt, content: { fingers, desk }, document };
      added += (await db.insert(planVersions).values(row).onConflictDoNothing().returning({ id: planVersions.id }))
        .length;
    }
    return added;
  };

  return {
    ids: async () => (await pieces.list()).map(({ id }) => id),
    get: async (id) => {
      const [stored, source] = [await pieces.get(id), await pieces.source(id)];
      if (!stored || !source) return undefined;
      const kept = (await versions.list(id)) ?? [];
      const whole = await Promise.all(kept.map(({ id: version }) => versions.get(id, version)));
      return {
        id,
        document: stored.document,
        source: source.bytes,
        facts: {
          title: stored.title,
          composer: stored.composer,
          student: stored.student,
          sourceName: source.name,
          createdAt: source.createdAt,
          updatedAt: stored.updatedAt,
        },
        plan: { fingers: stored.plan.fingers, desk: stored.plan.desk, ribbon: stored.plan.ribbon },
        versions: whole.flatMap((version) => {
          if (!version) return [];
          const { sameMusic, ...rest } = version;
          return [{ ...rest, ownMusic: !sameMusic }];
        }),
      };
    },
    put: async ({ id, document, source, facts, plan, versions: kept }, described) => {
      await pieces.put({ id, document, source, ...facts, described, ...plan });
      await insertVersions(id, kept);
    },
    addVersions: insertVersions,
  };
};
