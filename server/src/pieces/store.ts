import {
  levelOf,
  NEW_DESK,
  rulesFileSchema,
  settingsFor,
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
import type { AskingPiece } from '@kettle-step/core';
import { and, eq, isNull, not, sql } from 'drizzle-orm';
import type { Database, Transaction } from '../database/open';
import type { SaveOutcome } from '../database/outcome';
import { pieceMusic, pieces, plans, planVersions, students } from '../database/schema';
import { houseRulesOf } from '../house/store';
import { fingeringOf, isPresent } from '../students/present';
import type { Description } from './describe';
import type { Corrected, ImportedPiece } from './import';
import { keepEarlier, standingPlan } from './earlier';
import { readAsked } from './moves';
import { unknownNote } from './note-ids';
import { readPlanRows, shelfFactsOf, writePlanRows } from './plan-rows';

/** The plan may name a note that the music does not have. */
export type PlanOutcome = SaveOutcome | { readonly kind: 'unknown-note'; readonly noteId: string };

export interface Source {
  readonly name: string;
  readonly bytes: Buffer | null;
  readonly createdAt: string;
  /** Whom the piece is for, also where the student has left. */
  readonly studentId: string | null;
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
  /** All pieces by title alone, also those that left the shelf with their student. */
  readonly titles: () => Promise<readonly { readonly id: string; readonly title: string }[]>;
  /** The moves each piece asks for. */
  readonly asked: () => Promise<readonly AskingPiece[]>;
  readonly get: (id: string) => Promise<Piece | undefined>;
  /** The file as it was brought in; null for a piece from before files were kept. */
  readonly source: (id: string) => Promise<Source | undefined>;
  readonly add: (id: string, piece: ImportedPiece, studentId: string | null, now: Date) => Promise<void>;
  readonly savePlan: (id: string, plan: SavePlan, music: Corrected | undefined, now: Date) => Promise<PlanOutcome>;
  /** Says whom a piece is for. */
  readonly giveTo: (id: string, studentId: string | null) => Promise<'given' | 'no-piece' | 'no-student'>;
  /** What stands under the decisions about a piece. */
  readonly standing: (id: string) => Promise<Standing | undefined>;
  readonly remove: (id: string) => Promise<boolean>;
}

/** A piece on the shelf with its student; one who has left is nobody. Rules are the JSON that is kept of them. */
interface Row extends Omit<PieceSummary, 'level'> {
  readonly ownRules: string;
  readonly studentRules: string | null;
}

/** The level at which a piece is worked out: what follows from house rules, student and piece. Most pieces share a few. */
const levels = (house: RulesFile) => {
  const known = new Map<string, string | null>();
  return ({ ownRules, studentRules }: Pick<Row, 'ownRules' | 'studentRules'>): string | null => {
    const name = `${studentRules} ${ownRules}`;
    const before = known.get(name);
    if (before !== undefined) return before;
    const student =
      studentRules === null ? null : { hands: null, rules: rulesFileSchema.parse(JSON.parse(studentRules)) };
    const own = { hands: null, rules: rulesFileSchema.parse(JSON.parse(ownRules)) };
    const level = levelOf(settingsFor({ house, student }, own).rules)?.id ?? null;
    known.set(name, level);
    return level;
  };
};

/** Summaries of rows under these house rules. */
const summaries = (house: RulesFile) => {
  const levelFor = levels(house);
  // Named one by one: taking the rest of so many rows is slow.
  return (row: Row): PieceSummary => ({
    id: row.id,
    title: row.title,
    composer: row.composer,
    bars: row.bars,
    notes: row.notes,
    metre: row.metre,
    key: row.key,
    student: row.student,
    studentId: row.studentId,
    generalId: row.generalId,
    updatedAt: row.updatedAt,
    level: levelFor(row),
    lanes: row.lanes,
  });
};

const ofStudent = and(eq(students.id, pieces.studentId), isNull(students.leftAt));

/** Pieces that left the shelf with their student. */
const isAway = sql`EXISTS (SELECT 1 FROM students WHERE students.id = ${pieces.studentId} AND students.left_pieces = 'archive')`;

/** A `Row` as JSON, written by SQLite. */
const ROW = sql<string>`json_object(
  'id', ${pieces.id}, 'title', ${pieces.title}, 'composer', ${pieces.composer}, 'bars', ${pieces.bars},
  'notes', ${pieces.notes}, 'metre', ${pieces.metre}, 'key', ${pieces.key}, 'student', coalesce(${students.name}, ''),
  'studentId', ${students.id}, 'generalId', ${pieces.generalId}, 'updatedAt', ${pieces.updatedAt},
  'lanes', json_object('right', ${pieces.rightLane}, 'left', ${pieces.leftLane}),
  'ownRules', ${pieces.ownRules}, 'studentRules', ${students.rules})`;

/** All rows as one text: the driver takes a fifth of a second for the columns of 5,000 pieces. */
const ROWS = sql<string | null>`group_concat(${ROW})`;

/** By title, letter for letter. SQLite would carry the whole rows along while it sorts, which takes it twice the time. */
const byTitle = (a: Row, b: Row): number => {
  if (a.title !== b.title) return a.title < b.title ? -1 : 1;
  return a.id < b.id ? -1 : 1;
};

const readList = async (db: Database, studentId?: string): Promise<readonly PieceSummary[]> => {
  const [all] = await db
    .select({ rows: ROWS })
    .from(pieces)
    .leftJoin(students, ofStudent)
    .where(and(not(isAway), studentId === undefined ? undefined : eq(pieces.studentId, studentId)));
  const rows = JSON.parse(`[${all?.rows ?? ''}]`) as Row[];
  return rows.sort(byTitle).map(summaries((await houseRulesOf(db)).rules));
};

const standingOf = async (db: Database, studentId: string | null): Promise<Standing> => ({
  house: (await houseRulesOf(db)).rules,
  student: studentId === null ? null : await fingeringOf(db, studentId),
});

const readPiece = async (db: Database, id: string): Promise<Piece | undefined> => {
  const [row] = await db
    .select({ row: ROW, plans, document: pieceMusic.document, studentId: pieces.studentId })
    .from(pieces)
    .leftJoin(students, ofStudent)
    .innerJoin(plans, eq(plans.pieceId, pieces.id))
    .innerJoin(pieceMusic, eq(pieceMusic.pieceId, pieces.id))
    .where(eq(pieces.id, id));
  if (!row) return undefined;
  const standing = await standingOf(db, row.studentId);
  const plan = await readPlanRows(db, row.plans);
  const summary = summaries(standing.house)(JSON.parse(row.row) as Row);
  return { ...summary, document: row.document, plan, standing };
};

const readSource = async (db: Database, id: string): Promise<Source | undefined> => {
  const [row] = await db
    .select({
      name: pieceMusic.sourceName,
      bytes: pieceMusic.source,
      createdAt: pieces.createdAt,
      studentId: pieces.studentId,
    })
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
const correctMusic = async (
  tx: Transaction,
  id: string,
  before: string,
  { document, ...described }: Corrected,
): Promise<void> => {
  if (before === document) return;
  const ofPiece = eq(pieceMusic.pieceId, id);
  const versions = eq(planVersions.pieceId, id);
  await tx
    .update(planVersions)
    .set({ document: before })
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
): Promise<PlanOutcome> =>
  db.transaction(async (tx): Promise<PlanOutcome> => {
    // The driver begins a transaction by taking the right to write: between reading and writing nobody else saves.
    const before = await standingPlan(tx, id);
    if (!before) return { kind: 'not-found' };
    if (before.plan.revision !== plan.baseRevision) return { kind: 'conflict', currentRevision: before.plan.revision };
    const noteId = unknownNote(music?.document ?? before.document, plan.fingers);
    if (noteId !== undefined) return { kind: 'unknown-note', noteId };
    const revision = plan.baseRevision + 1;
    await tx.update(plans).set({ revision, desk: plan.desk }).where(eq(plans.id, before.plan.id));
    await keepEarlier(tx, before, now);
    await writePlanRows(tx, before.plan.id, plan);
    if (music) await correctMusic(tx, id, before.document, music);
    const facts = { updatedAt: now.toISOString(), ...shelfFactsOf(plan.ribbon, plan.desk) };
    await tx.update(pieces).set(facts).where(eq(pieces.id, id));
    return { kind: 'saved', revision };
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
  titles: () => db.select({ id: pieces.id, title: pieces.title }).from(pieces).orderBy(pieces.title, pieces.id),
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
