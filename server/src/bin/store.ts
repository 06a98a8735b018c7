import { randomUUID } from 'node:crypto';
import { BIN_DAYS, type Binned, type RestoreReport } from '@kettle-step/contract';
import { desc, eq, lt, sql } from 'drizzle-orm';
import { openArchive } from '../archive/open';
import { packPiece } from '../archive/pack';
import { restoreArchive } from '../archive/restore';
import type { ArchiveStore } from '../archive/store';
import type { Database } from '../database/open';
import { bin } from '../database/schema';
import type { PieceStore } from '../pieces/store';
import type { Workshop } from '../workshop/workshop';

/** Where pieces go that are taken off the shelf. */
export interface BinStore {
  /** The latest first; what has been there too long is let go. */
  readonly list: (now: Date) => Promise<readonly Binned[]>;
  /** Takes a piece off the shelf; false where there is none. */
  readonly take: (pieceId: string, now: Date) => Promise<boolean>;
  /** Puts one back with its fingering and versions; undefined where it is not in the bin. */
  readonly putBack: (id: string) => Promise<RestoreReport['pieces'][number] | undefined>;
}

const DAY_MS = 86_400_000;

export const createBinStore = (
  db: Database,
  archive: ArchiveStore,
  shelf: Pick<PieceStore, 'remove'>,
  workshop: Workshop,
): BinStore => ({
  list: async (now) => {
    const oldest = new Date(now.getTime() - BIN_DAYS * DAY_MS).toISOString();
    const gone = await db.delete(bin).where(lt(bin.binnedAt, oldest)).returning({ id: bin.id });
    // What is let go for good is overwritten in the file itself, not only in its log.
    if (gone.length > 0) await db.run(sql`PRAGMA wal_checkpoint(TRUNCATE)`);
    return db
      .select({ id: bin.id, title: bin.title, student: bin.student, binnedAt: bin.binnedAt })
      .from(bin)
      .orderBy(desc(bin.binnedAt), desc(bin.id));
  },
  take: async (pieceId, now) => {
    const piece = await archive.get(pieceId);
    if (!piece) return false;
    const { title, student } = piece.facts;
    const packed = await packPiece(piece, now);
    // First into the bin: should the power go in between, it is in both.
    await db.insert(bin).values({ id: randomUUID(), title, student, binnedAt: now.toISOString(), archive: packed });
    return shelf.remove(pieceId);
  },
  putBack: async (id) => {
    const [row] = await db.select().from(bin).where(eq(bin.id, id));
    const opened = row && (await openArchive(row.archive));
    if (opened?.kind !== 'ok') return undefined;
    const { pieces } = await restoreArchive(archive, workshop, opened.value);
    if (pieces[0]?.outcome !== 'refused') await db.delete(bin).where(eq(bin.id, id));
    return pieces[0];
  },
});
