import {
  deskSchema,
  type Piece,
  type PieceSummary,
  type RibbonCell,
  type SavePlan,
  type StoredFinger,
  type StoredPlan,
} from '@kettle-step/contract';
import { isFinger } from '@kettle-step/core';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { Database } from '../database/open';
import { pieces, planBars, planFingers, plans, planVersions } from '../database/schema';
import type { Description } from './describe';
import type { ImportedPiece } from './import';

/** Rows to one INSERT: SQLite takes 32,766 values in a statement. */
const ROWS_PER_INSERT = 2000;

export type SaveOutcome =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'conflict'; readonly currentRevision: number }
  | { readonly kind: 'not-found' };

/** A piece's document after it was corrected, with what the shelf says of it. */
export interface CorrectedMusic extends Description {
  readonly document: string;
}

export interface Source {
  readonly name: string;
  readonly bytes: Buffer | null;
  readonly createdAt: string;
}

/** A piece with its plan, as it comes from an archive. */
export interface StoredPiece extends Pick<StoredPlan, 'fingers' | 'desk' | 'ribbon'> {
  readonly id: string;
  readonly title: string;
  readonly student: string;
  readonly document: string;
  readonly described: Description;
  readonly source: Uint8Array | null;
  readonly sourceName: string;
  readonly createdAt: string;
  readonly updatedAt: string;
}

/** Everything that is kept about pieces and their plans. */
export interface PieceStore {
  readonly list: () => Promise<readonly PieceSummary[]>;
  readonly get: (id: string) => Promise<Piece | undefined>;
  /** The file as it was brought in; null for a piece from before files were kept. */
  readonly source: (id: string) => Promise<Source | undefined>;
  readonly add: (id: string, piece: ImportedPiece, student: string, now: Date) => Promise<void>;
  /** Puts a piece in as it once was. */
  readonly put: (piece: StoredPiece) => Promise<void>;
  readonly savePlan: (id: string, plan: SavePlan, music: CorrectedMusic | undefined, now: Date) => Promise<SaveOutcome>;
  readonly remove: (id: string) => Promise<boolean>;
}

type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];
type PieceRow = typeof pieces.$inferSelect;

const chunks = <T>(rows: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(rows.length / ROWS_PER_INSERT) }, (_, index) =>
    rows.slice(index * ROWS_PER_INSERT, (index + 1) * ROWS_PER_INSERT),
  );

const writeContent = async (
  tx: Transaction,
  planId: number,
  fingers: readonly StoredFinger[],
  ribbon: readonly RibbonCell[],
): Promise<void> => {
  await tx.delete(planFingers).where(eq(planFingers.planId, planId));
  await tx.delete(planBars).where(eq(planBars.planId, planId));
  for (const rows of chunks(fingers)) await tx.insert(planFingers).values(rows.map((row) => ({ ...row, planId })));
  for (const rows of chunks(ribbon)) await tx.insert(planBars).values(rows.map((row) => ({ ...row, planId })));
};

const summaryOf = (
  row: Omit<PieceRow, 'document' | 'source' | 'sourceName'>,
  ribbon: readonly RibbonCell[],
): PieceSummary => ({
  id: row.id,
  title: row.title,
  composer: row.composer,
  student: row.student,
  metre: row.metre,
  key: row.key,
  bars: row.bars,
  notes: row.notes,
  updatedAt: row.updatedAt,
  ribbon: [...ribbon],
});

const withoutDocument = {
  id: pieces.id,
  title: pieces.title,
  composer: pieces.composer,
  student: pieces.student,
  metre: pieces.metre,
  key: pieces.key,
  bars: pieces.bars,
  notes: pieces.notes,
  createdAt: pieces.createdAt,
  updatedAt: pieces.updatedAt,
};

const ribbonColumns = {
  side: planBars.side,
  bar: planBars.bar,
  number: planBars.number,
  state: planBars.state,
  effort: planBars.effort,
  moves: planBars.moves,
};

export const createPieceStore = (db: Database): PieceStore => {
  const list = async (): Promise<readonly PieceSummary[]> => {
    const rows = await db.select(withoutDocument).from(pieces).orderBy(asc(pieces.title), asc(pieces.id));
    const cells = await db
      .select({ pieceId: plans.pieceId, ...ribbonColumns })
      .from(planBars)
      .innerJoin(plans, eq(planBars.planId, plans.id))
      .orderBy(asc(planBars.bar));
    const byPiece = new Map<string, RibbonCell[]>();
    for (const { pieceId, ...cell } of cells) byPiece.set(pieceId, [...(byPiece.get(pieceId) ?? []), cell]);
    return rows.map((row) => summaryOf(row, byPiece.get(row.id) ?? []));
  };

  const get = async (id: string): Promise<Piece | undefined> => {
    const [row] = await db
      .select({ pieces: { ...withoutDocument, document: pieces.document }, plans })
      .from(pieces)
      .innerJoin(plans, eq(plans.pieceId, pieces.id))
      .where(eq(pieces.id, id));
    if (!row) return undefined;
    const fingers = await db.select().from(planFingers).where(eq(planFingers.planId, row.plans.id));
    const ribbon = await db
      .select(ribbonColumns)
      .from(planBars)
      .where(eq(planBars.planId, row.plans.id))
      .orderBy(asc(planBars.bar));
    return {
      ...summaryOf(row.pieces, ribbon),
      document: row.pieces.document,
      plan: {
        revision: row.plans.revision,
        desk: deskSchema.parse(row.plans.desk),
        ribbon,
        fingers: fingers.flatMap(({ noteId, finger, substitute, decidedBy }) =>
          isFinger(finger)
            ? [
                {
                  noteId,
                  finger,
                  substitute: substitute !== null && isFinger(substitute) ? substitute : null,
                  decidedBy,
                },
              ]
            : [],
        ),
      },
    };
  };

  const source: PieceStore['source'] = async (id) => {
    const columns = { name: pieces.sourceName, bytes: pieces.source, createdAt: pieces.createdAt };
    const [row] = await db.select(columns).from(pieces).where(eq(pieces.id, id));
    return row;
  };

  const add = (id: string, piece: ImportedPiece, student: string, now: Date): Promise<void> =>
    db.transaction(async (tx) => {
      const { fingers, ribbon, source, ...row } = piece;
      const at = now.toISOString();
      const own = { id, student, source: Buffer.from(source), createdAt: at, updatedAt: at };
      await tx.insert(pieces).values({ ...row, ...own });
      const [plan] = await tx.insert(plans).values({ pieceId: id, revision: 1 }).returning({ id: plans.id });
      if (plan) await writeContent(tx, plan.id, fingers, ribbon);
    });

  const put: PieceStore['put'] = ({ described, fingers, ribbon, desk, source, ...row }) =>
    db.transaction(async (tx) => {
      await tx.insert(pieces).values({ ...described, ...row, source: source && Buffer.from(source) });
      const [plan] = await tx.insert(plans).values({ pieceId: row.id, revision: 1, desk }).returning({ id: plans.id });
      if (plan) await writeContent(tx, plan.id, fingers, ribbon);
    });

  /** Versions from before keep the music they were made for; those made for this very music need no copy of it. */
  const correctMusic = async (tx: Transaction, id: string, music: CorrectedMusic): Promise<void> => {
    const [before] = await tx.select({ document: pieces.document }).from(pieces).where(eq(pieces.id, id));
    if (!before || before.document === music.document) return;
    const ofPiece = eq(planVersions.pieceId, id);
    await tx
      .update(planVersions)
      .set({ document: before.document })
      .where(and(ofPiece, isNull(planVersions.document)));
    await tx
      .update(planVersions)
      .set({ document: null })
      .where(and(ofPiece, eq(planVersions.document, music.document)));
    await tx.update(pieces).set(music).where(eq(pieces.id, id));
  };

  const savePlan: PieceStore['savePlan'] = (id, plan, music, now) =>
    db.transaction(async (tx): Promise<SaveOutcome> => {
      // One statement decides the race: only a save made from the current revision moves it on.
      const [moved] = await tx
        .update(plans)
        .set({ revision: sql`${plans.revision} + 1`, desk: plan.desk })
        .where(and(eq(plans.pieceId, id), eq(plans.revision, plan.baseRevision)))
        .returning({ id: plans.id, revision: plans.revision });
      if (!moved) {
        const [current] = await tx.select().from(plans).where(eq(plans.pieceId, id));
        return current ? { kind: 'conflict', currentRevision: current.revision } : { kind: 'not-found' };
      }
      await writeContent(tx, moved.id, plan.fingers, plan.ribbon);
      if (music) await correctMusic(tx, id, music);
      await tx.update(pieces).set({ updatedAt: now.toISOString() }).where(eq(pieces.id, id));
      return { kind: 'saved', revision: moved.revision };
    });

  const remove = async (id: string): Promise<boolean> =>
    (await db.delete(pieces).where(eq(pieces.id, id)).returning({ id: pieces.id })).length > 0;

  return { list, get, source, add, put, savePlan, remove };
};
