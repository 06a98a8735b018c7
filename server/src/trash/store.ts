import { randomUUID } from 'node:crypto';
import { TRASH_DAYS, type RestoreReport, type Trashed } from '@kettle-step/contract';
import { desc, eq, lt, sql } from 'drizzle-orm';
import { openArchive } from '../archive/open';
import { packPiece } from '../archive/pack';
import { restoreArchive } from '../archive/restore';
import type { ArchiveStore } from '../archive/store';
import type { Database } from '../database/open';
import { trash } from '../database/schema';
import type { PieceStore } from '../pieces/store';
import type { PieceTasks } from '../pieces/tasks';
import type { Pooled } from '../worker-pool/pool';

/** Where pieces go that are removed from the shelf. */
export interface TrashStore {
  /** The latest first; what has been there too long is deleted for good. */
  readonly list: (now: Date) => Promise<readonly Trashed[]>;
  /** Removes a piece from the shelf; false where there is none. */
  readonly add: (pieceId: string, now: Date) => Promise<boolean>;
  /** Brings one back with its fingering and versions; undefined where it is not in the trash. */
  readonly bringBack: (id: string) => Promise<RestoreReport['pieces'][number] | undefined>;
}

const DAY_MS = 86_400_000;

export const createTrashStore = (
  db: Database,
  archive: ArchiveStore,
  shelf: Pick<PieceStore, 'remove'>,
  tasks: Pooled<PieceTasks>,
): TrashStore => ({
  list: async (now) => {
    const oldest = new Date(now.getTime() - TRASH_DAYS * DAY_MS).toISOString();
    const gone = await db.delete(trash).where(lt(trash.trashedAt, oldest)).returning({ id: trash.id });
    // What is deleted for good is overwritten in the file itself, not only in its log.
    if (gone.length > 0) await db.run(sql`PRAGMA wal_checkpoint(TRUNCATE)`);
    return db
      .select({ id: trash.id, title: trash.title, student: trash.student, trashedAt: trash.trashedAt })
      .from(trash)
      .orderBy(desc(trash.trashedAt), desc(trash.id));
  },
  add: async (pieceId, now) => {
    const piece = await archive.get(pieceId);
    if (!piece) return false;
    const { title, student } = piece.facts;
    const packed = await packPiece(piece, now);
    // First into the trash: should the power go in between, it is in both.
    await db.insert(trash).values({ id: randomUUID(), title, student, trashedAt: now.toISOString(), archive: packed });
    return shelf.remove(pieceId);
  },
  bringBack: async (id) => {
    const [row] = await db.select().from(trash).where(eq(trash.id, id));
    const opened = row && (await openArchive(row.archive));
    if (opened?.kind !== 'ok') return undefined;
    const { pieces } = await restoreArchive(archive, tasks, opened.value);
    if (pieces[0]?.outcome !== 'refused') await db.delete(trash).where(eq(trash.id, id));
    return pieces[0];
  },
});
