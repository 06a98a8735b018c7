import {
  levelOf,
  NEW_DESK,
  rulesFileSchema,
  settingsFor,
  type AskingPiece,
  type Desk,
  type Piece,
  type PieceSummary,
  type RibbonCell,
  type RulesFile,
  type SavePlan,
  type SeenFingers,
  type Standing,
  type StoredFinger,
} from '@kettle-step/contract';
import { and, asc, eq, isNull, not, sql } from 'drizzle-orm';
import type { Database } from '../database/open';
import { pieceMusic, pieces, plans, planVersions, students } from '../database/schema';
import { houseRulesOf } from '../house/store';
import { fingeringOf, isPresent } from '../students/fingering';
import type { Description } from './describe';
import type { Corrected, ImportedPiece } from './import';
import { keepEarlier, standingPlan } from './earlier';
import { readAsked } from './moves';
import { readPlanRows, shelfFactsOf, writePlanRows, type Transaction } from './plan-rows';

export type SaveOutcome =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'conflict'; readonly currentRevision: number }
  | { readonly kind: 'not-found' };

export interface Source {
  readonly name: string;
  readonly bytes: Buffer | null;
  readonly createdAt: string;
}

/** A piece with its plan, as it comes from an archive. */
export interface StoredPiece {
  readonly fingers: readonly StoredFinger[];
  readonly ribbon: readonly RibbonCell[];
  readonly desk: Desk;
  readonly id: string;
  readonly title: string;
  readonly studentId: string | null;
  readonly generalId: string | null;
  readonly generalSeen: SeenFingers;
  readonly document: string;
  readonly described: Description;
  readonly source: Uint8Array | null;
  readonly sourceName: string;
  readonly createdAt: string;
  readonly updatedAt: string;
}

/** Everything that is kept about pieces and their plans. */
export interface PieceStore {
  /** The pieces on the shelf; of one student only, where one is named. */
  readonly list: (studentId?: string) => Promise<readonly PieceSummary[]>;
  /** The moves each piece asks for. */
  readonly asked: () => Promise<readonly AskingPiece[]>;
  readonly get: (id: string) => Promise<Piece | undefined>;
  /** The file as it was brought in; null for a piece from before files were kept. */
  readonly source: (id: string) => Promise<Source | undefined>;
  readonly add: (id: string, piece: ImportedPiece, studentId: string | null, now: Date) => Promise<void>;
  readonly savePlan: (id: string, plan: SavePlan, music: Corrected | undefined, now: Date) => Promise<SaveOutcome>;
  /** Says whom a piece is for. */
  readonly giveTo: (id: string, studentId: string | null) => Promise<'given' | 'no-piece' | 'no-student'>;
  /** What stands under the decisions about a piece. */
  readonly standing: (id: string) => Promise<Standing | undefined>;
  readonly remove: (id: string) => Promise<boolean>;
}

/** A piece with its student; one who has left is nobody. */
interface Row {
  readonly pieces: typeof pieces.$inferSelect;
  readonly student: { readonly name: string; readonly rules: unknown } | null;
}

/** The level at which a piece is worked out: what follows from house rules, student and piece. Most pieces share a few. */
const levels = (house: RulesFile) => {
  const known = new Map<string, string | null>();
  return (student: Row['student'], ownRules: unknown): string | null => {
    const name = JSON.stringify([student?.rules ?? null, ownRules]);
    const before = known.get(name);
    if (before !== undefined) return before;
    const standing = { house, student: student && { hands: null, rules: rulesFileSchema.parse(student.rules) } };
    const { rules } = settingsFor(standing, { hands: null, rules: rulesFileSchema.parse(ownRules) });
    const level = levelOf(rules)?.id ?? null;
    known.set(name, level);
    return level;
  };
};

/** Summaries of rows under these house rules. */
const summaries = (house: RulesFile) => {
  const levelFor = levels(house);
  return ({
    pieces: { createdAt: _, rightLane: right, leftLane: left, ownRules, ...row },
    student,
  }: Row): PieceSummary => ({
    ...row,
    student: student?.name ?? '',
    studentId: student && row.studentId,
    level: levelFor(student, ownRules),
    lanes: { right, left },
  });
};

const STUDENT = { name: students.name, rules: students.rules };

const ofStudent = and(eq(students.id, pieces.studentId), isNull(students.leftAt));

/** Pieces that left the shelf with their student. */
const isAway = sql`EXISTS (SELECT 1 FROM students WHERE students.id = ${pieces.studentId} AND students.left_pieces = 'archive')`;

const readList = async (db: Database, studentId?: string): Promise<readonly PieceSummary[]> => {
  const rows = await db
    .select({ pieces, student: STUDENT })
    .from(pieces)
    .leftJoin(students, ofStudent)
    .where(and(not(isAway), studentId === undefined ? undefined : eq(pieces.studentId, studentId)))
    .orderBy(asc(pieces.title), asc(pieces.id));
  return rows.map(summaries((await houseRulesOf(db)).rules));
};

const standingOf = async (db: Database, studentId: string | null): Promise<Standing> => ({
  house: (await houseRulesOf(db)).rules,
  student: studentId === null ? null : await fingeringOf(db, studentId),
});

const readPiece = async (db: Database, id: string): Promise<Piece | undefined> => {
  const [row] = await db
    .select({ pieces, plans, document: pieceMusic.document, student: STUDENT })
    .from(pieces)
    .leftJoin(students, ofStudent)
    .innerJoin(plans, eq(plans.pieceId, pieces.id))
    .innerJoin(pieceMusic, eq(pieceMusic.pieceId, pieces.id))
    .where(eq(pieces.id, id));
  if (!row) return undefined;
  const standing = await standingOf(db, row.pieces.studentId);
  const plan = await readPlanRows(db, row.plans);
  return { ...summaries(standing.house)(row), document: row.document, plan, standing };
};

const readSource = async (db: Database, id: string): Promise<Source | undefined> => {
  const [row] = await db
    .select({ name: pieceMusic.sourceName, bytes: pieceMusic.source, createdAt: pieces.createdAt })
    .from(pieces)
    .innerJoin(pieceMusic, eq(pieceMusic.pieceId, pieces.id))
    .where(eq(pieces.id, id));
  return row;
};

/** Puts a piece in whose id is free. */
export const insertPiece = async (tx: Transaction, piece: StoredPiece): Promise<void> => {
  const { id, described, title, studentId, generalId, createdAt, updatedAt, ribbon, desk } = piece;
  const { document, source, sourceName, generalSeen } = piece;
  const facts = { ...described, title, studentId, generalId, createdAt, updatedAt, ...shelfFactsOf(ribbon, desk) };
  await tx.insert(pieces).values({ id, ...facts });
  await tx.insert(pieceMusic).values({ pieceId: id, document, source: source && Buffer.from(source), sourceName });
  const [plan] = await tx
    .insert(plans)
    .values({ pieceId: id, revision: 1, desk, generalSeen })
    .returning({ id: plans.id });
  if (plan) await writePlanRows(tx, plan.id, piece);
};

/** Versions from before keep the music they were made for; those made for this very music need no copy of it. */
const correctMusic = async (tx: Transaction, id: string, { document, ...described }: Corrected): Promise<void> => {
  const ofPiece = eq(pieceMusic.pieceId, id);
  const [before] = await tx.select({ document: pieceMusic.document }).from(pieceMusic).where(ofPiece);
  if (!before || before.document === document) return;
  const versions = eq(planVersions.pieceId, id);
  await tx
    .update(planVersions)
    .set({ document: before.document })
    .where(and(versions, isNull(planVersions.document)));
  await tx
    .update(planVersions)
    .set({ document: null })
    .where(and(versions, eq(planVersions.document, document)));
  await tx.update(pieceMusic).set({ document }).where(ofPiece);
  await tx.update(pieces).set(described).where(eq(pieces.id, id));
};

const savePlan = (
  db: Database,
  id: string,
  plan: SavePlan,
  music: Corrected | undefined,
  now: Date,
): Promise<SaveOutcome> =>
  db.transaction(async (tx): Promise<SaveOutcome> => {
    const before = await standingPlan(tx, id);
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
    if (before) await keepEarlier(tx, before, now);
    await writePlanRows(tx, moved.id, plan);
    if (music) await correctMusic(tx, id, music);
    const facts = { updatedAt: now.toISOString(), ...shelfFactsOf(plan.ribbon, plan.desk) };
    await tx.update(pieces).set(facts).where(eq(pieces.id, id));
    return { kind: 'saved', revision: moved.revision };
  });

const giveTo = async (
  db: Database,
  id: string,
  studentId: string | null,
): Promise<'given' | 'no-piece' | 'no-student'> => {
  if (studentId !== null && !(await isPresent(db, studentId))) return 'no-student';
  const given = await db.update(pieces).set({ studentId }).where(eq(pieces.id, id)).returning({ id: pieces.id });
  return given.length === 0 ? 'no-piece' : 'given';
};

export const createPieceStore = (db: Database): PieceStore => ({
  list: (studentId) => readList(db, studentId),
  asked: async () => readAsked(db, await readList(db)),
  get: (id) => readPiece(db, id),
  source: (id) => readSource(db, id),
  add: (id, { fingers, ribbon, document, source, sourceName, ...described }, studentId, now) => {
    const at = now.toISOString();
    const own = {
      id,
      studentId,
      generalId: null,
      generalSeen: [],
      title: described.title,
      createdAt: at,
      updatedAt: at,
    };
    const piece = { ...own, described, document, source, sourceName, fingers, ribbon, desk: NEW_DESK };
    return db.transaction((tx) => insertPiece(tx, piece));
  },
  savePlan: (id, plan, music, now) => savePlan(db, id, plan, music, now),
  giveTo: (id, studentId) => giveTo(db, id, studentId),
  standing: async (id) => {
    const [row] = await db.select({ studentId: pieces.studentId }).from(pieces).where(eq(pieces.id, id));
    return row && standingOf(db, row.studentId);
  },
  remove: async (id) => (await db.delete(pieces).where(eq(pieces.id, id)).returning({ id: pieces.id })).length > 0,
});
