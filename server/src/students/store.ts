import { randomUUID } from 'node:crypto';
import {
  latestHands,
  rulesFileSchema,
  trialSchema,
  type ArchivedStudent,
  type LeavingPieces,
  type LeftStudent,
  type MemoryCheck,
  type NewMeasure,
  type NewStudent,
  type PieceSummary,
  type SaveStudent,
  type Student,
  type StudentSummary,
  type StudentTrial,
} from '@kettle-step/contract';
import { and, asc, count, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { inBatches } from '../database/batches';
import type { Database } from '../database/open';
import { handMeasures, pieces, plans, students } from '../database/schema';
import type { SaveOutcome } from '../database/outcome';
import { isPresent, measureOf, measuresOf, present } from './present';

/** What of an archived student is kept with the student; lessons and checks have rooms of their own. */
export type StudentRecord = Omit<ArchivedStudent, 'lessons' | 'checks' | 'trainer'>;

/** Everything that is kept about students. */
export interface StudentStore {
  readonly list: () => Promise<readonly StudentSummary[]>;
  readonly get: (id: string) => Promise<Student | undefined>;
  /** Trials of all pieces of a student, the latest first. */
  readonly trials: (id: string) => Promise<readonly StudentTrial[] | undefined>;
  readonly add: (student: NewStudent) => Promise<string>;
  readonly save: (id: string, student: SaveStudent) => Promise<SaveOutcome>;
  /** A student leaves; pieces stay on the shelf for nobody, or leave it too. It can be undone. */
  readonly leave: (id: string, leaving: LeavingPieces, now: Date) => Promise<boolean>;
  readonly comeBack: (id: string) => Promise<boolean>;
  /** Those who have left, the latest first. */
  readonly left: () => Promise<readonly LeftStudent[]>;
  /** Throws away everything that is kept about a student who has left; the pieces are nobody's then. It cannot be undone. */
  readonly forget: (id: string) => Promise<boolean>;
  readonly addMeasure: (id: string, measure: NewMeasure) => Promise<boolean>;
  readonly removeMeasure: (id: string, measure: string) => Promise<boolean>;
  /** Everybody, also those who have left. */
  readonly ids: () => Promise<readonly string[]>;
  readonly record: (id: string) => Promise<StudentRecord | undefined>;
  /** Puts a student in as an archive has it; false where there was one already, who is left as is. */
  readonly put: (student: StudentRecord) => Promise<boolean>;
}

const factsOf = ({ id, name, remarks, since, rules }: typeof students.$inferSelect) => ({
  id,
  name,
  remarks,
  since,
  rules: rulesFileSchema.parse(rules),
});

const list = async (db: Database): Promise<readonly StudentSummary[]> => {
  const rows = await db.select().from(students).where(isNull(students.leftAt)).orderBy(asc(students.name));
  const counted = await db
    .select({ studentId: pieces.studentId, pieces: count() })
    .from(pieces)
    .groupBy(pieces.studentId);
  const measured = await db.select().from(handMeasures);
  return rows.map((row) => ({
    ...factsOf(row),
    pieces: counted.find(({ studentId }) => studentId === row.id)?.pieces ?? 0,
    hands: latestHands(measured.filter(({ studentId }) => studentId === row.id).map(measureOf)),
  }));
};

const left = async (db: Database): Promise<readonly LeftStudent[]> => {
  const rows = await db
    .select({ row: students, pieces: count(pieces.id) })
    .from(students)
    .leftJoin(pieces, eq(pieces.studentId, students.id))
    .where(isNotNull(students.leftAt))
    .groupBy(students.id)
    .orderBy(desc(students.leftAt));
  return rows.map(({ row: { id, name, leftAt, leftPieces }, pieces: counted }) => ({
    id,
    name,
    leftAt: leftAt!,
    leaving: leftPieces ?? 'keep',
    pieces: counted,
  }));
};

/** A student as an archive has it, there or gone. */
const record = async (db: Database, id: string): Promise<StudentRecord | undefined> => {
  const [row] = await db.select().from(students).where(eq(students.id, id));
  if (!row) return undefined;
  return {
    ...factsOf(row),
    measures: [...(await measuresOf(db, id))],
    left: row.leftAt === null ? null : { at: row.leftAt, pieces: row.leftPieces ?? 'keep' },
  };
};

/** Trials are kept with the plans of their pieces: only they are read of those. */
const trialsOf = async (db: Database, studentId: string): Promise<readonly StudentTrial[]> => {
  const rows = await db
    .select({
      pieceId: pieces.id,
      title: pieces.title,
      trials: sql<string>`json_extract(${plans.desk}, '$.practice.trials')`,
    })
    .from(pieces)
    .innerJoin(plans, eq(plans.pieceId, pieces.id))
    .where(and(eq(pieces.studentId, studentId), sql`json_array_length(${plans.desk}, '$.practice.trials') > 0`));
  return rows
    .flatMap(({ pieceId, title, trials }) =>
      trialSchema
        .array()
        .parse(JSON.parse(trials))
        .map((trial) => ({ pieceId, title, trial })),
    )
    .sort((a, b) => (a.trial.setOn > b.trial.setOn ? -1 : 1));
};

const save = (db: Database, id: string, { baseRevision, ...facts }: SaveStudent): Promise<SaveOutcome> =>
  db.transaction(async (tx): Promise<SaveOutcome> => {
    // One statement decides the race, as for plans.
    const [moved] = await tx
      .update(students)
      .set({ ...facts, revision: sql`${students.revision} + 1` })
      .where(and(present(id), eq(students.revision, baseRevision)))
      .returning({ revision: students.revision });
    if (moved) return { kind: 'saved', revision: moved.revision };
    const [current] = await tx.select().from(students).where(present(id));
    return current ? { kind: 'conflict', currentRevision: current.revision } : { kind: 'not-found' };
  });

/** Measures of the hands over time. */
const measuring = (db: Database): Pick<StudentStore, 'addMeasure' | 'removeMeasure'> => ({
  addMeasure: async (studentId, measure) => {
    if (!(await isPresent(db, studentId))) return false;
    await db.insert(handMeasures).values({ id: randomUUID(), studentId, ...measure });
    return true;
  },
  removeMeasure: async (studentId, id) => {
    const one = and(eq(handMeasures.studentId, studentId), eq(handMeasures.id, id));
    return (await db.delete(handMeasures).where(one).returning({ id: handMeasures.id })).length > 0;
  },
});

/** What other rooms keep of a student. */
export interface KeptElsewhere {
  readonly pieces: (studentId: string) => Promise<readonly PieceSummary[]>;
  readonly checks: (studentId: string) => Promise<readonly MemoryCheck[]>;
}

export const createStudentStore = (db: Database, elsewhere: KeptElsewhere): StudentStore => {
  return {
    list: () => list(db),
    get: async (id) => {
      const [row] = await db.select().from(students).where(present(id));
      if (!row) return undefined;
      const measures = await measuresOf(db, id);
      return {
        ...factsOf(row),
        revision: row.revision,
        hands: latestHands(measures),
        measures: [...measures],
        pieces: [...(await elsewhere.pieces(id))],
        checks: [...(await elsewhere.checks(id))],
      };
    },
    trials: async (id) => ((await isPresent(db, id)) ? trialsOf(db, id) : undefined),
    add: async (student) => {
      const id = randomUUID();
      await db.insert(students).values({ id, ...student });
      return id;
    },
    save: (id, student) => save(db, id, student),
    leave: async (id, leaving, now) => {
      const gone = { leftAt: now.toISOString(), leftPieces: leaving };
      return (await db.update(students).set(gone).where(present(id)).returning({ id: students.id })).length > 0;
    },
    comeBack: async (id) => {
      const back = { leftAt: null, leftPieces: null };
      return (await db.update(students).set(back).where(eq(students.id, id)).returning({ id: students.id })).length > 0;
    },
    left: () => left(db),
    forget: async (id) => {
      const gone = and(eq(students.id, id), isNotNull(students.leftAt));
      return (await db.delete(students).where(gone).returning({ id: students.id })).length > 0;
    },
    ...measuring(db),
    ids: async () =>
      (await db.select({ id: students.id }).from(students).orderBy(asc(students.name))).map(({ id }) => id),
    record: (id) => record(db, id),
    put: async ({ id, name, remarks, since, rules, measures, left: gone }) => {
      const added = await db
        .insert(students)
        .values({ id, name, remarks, since, rules, leftAt: gone?.at ?? null, leftPieces: gone?.pieces ?? null })
        .onConflictDoNothing()
        .returning({ id: students.id });
      if (added.length === 0) return false;
      const rows = measures.map((measure) => ({ ...measure, studentId: id }));
      await inBatches(rows, (batch) => db.insert(handMeasures).values(batch).onConflictDoNothing());
      return true;
    },
  };
};
