import type { ArchivedFacts, ArchivedPiece, ArchivedStudent, RulesFile } from '@kettle-step/contract';
import type { Database, Transaction } from '../database/open';
import { planVersions, students as studentRows } from '../database/schema';
import type { HouseStore } from '../house/store';
import type { LessonStore } from '../lessons/store';
import type { MemoryStore } from '../memory/store';
import type { OwnPlanStore } from '../pieces/own-plans';
import { insertPiece, type PieceStore, type StoredPiece } from '../pieces/store';
import type { VersionStore } from '../pieces/versions';
import type { StudentStore } from '../students/store';
import type { TrainerStore } from '../trainer/store';

/** Pieces with everything that belongs to them, out of the database and back into it. */
export interface ArchiveStore {
  readonly get: (id: string) => Promise<ArchivedPiece | undefined>;
  /** All pieces by title, also those that left the shelf with their student. */
  readonly list: () => Promise<readonly { readonly id: string; readonly title: string }[]>;
  /** Puts a piece in as it was; its id must be free. */
  readonly put: (piece: ArchivedPiece, described: StoredPiece['described']) => Promise<void>;
  /** Adds versions that a piece does not have yet; tells how many. */
  readonly addVersions: (id: string, versions: ArchivedPiece['versions']) => Promise<number>;
  readonly rules: () => Promise<RulesFile>;
  /** Settles house rules where none are settled yet. */
  readonly putRules: (rules: RulesFile) => Promise<void>;
  readonly studentIds: () => Promise<readonly string[]>;
  readonly student: (id: string) => Promise<ArchivedStudent | undefined>;
  /** Puts a student in with all that belongs to one; who is there is left as is. */
  readonly putStudent: (student: ArchivedStudent) => Promise<void>;
}

const addVersions = async (db: Transaction, pieceId: string, all: ArchivedPiece['versions']): Promise<number> => {
  let added = 0;
  for (const { id, name, kind, createdAt, fingers, desk, document } of all) {
    const row = { id, pieceId, name, kind, createdAt, content: { fingers, desk }, document };
    added += (await db.insert(planVersions).values(row).onConflictDoNothing().returning({ id: planVersions.id }))
      .length;
  }
  return added;
};

const readStudent = async (
  { students, lessons, memory, trainer }: Pick<Rooms, 'students' | 'lessons' | 'memory' | 'trainer'>,
  studentId: string,
): Promise<ArchivedStudent | undefined> => {
  const student = await students.record(studentId);
  if (!student) return undefined;
  const { id } = student;
  const [book, checks] = [[...(await lessons.of(id))], [...(await memory.of(id))]];
  const answers = [...(await trainer.of(id))];
  return { ...student, checks, trainer: answers, lessons: book };
};

interface Rooms {
  readonly lessons: LessonStore;
  readonly memory: MemoryStore;
  readonly trainer: TrainerStore;
  readonly pieces: PieceStore;
  readonly versions: VersionStore;
  readonly ownPlans: OwnPlanStore;
  readonly students: StudentStore;
  readonly house: HouseStore;
}

/** A piece with all that belongs to it. */
const readArchived = async ({ pieces, ownPlans, versions }: Rooms, id: string): Promise<ArchivedPiece | undefined> => {
  const [stored, source] = [await pieces.get(id), await pieces.source(id)];
  if (!stored || !source) return undefined;
  // What the server keeps by itself stays with it.
  const kept = ((await versions.list(id)) ?? []).filter(({ kind }) => kind !== 'earlier');
  const whole = await Promise.all(kept.map(({ id: version }) => versions.get(id, version)));
  return {
    id,
    document: stored.document,
    source: source.bytes,
    facts: {
      title: stored.title,
      composer: stored.composer,
      student: stored.student,
      studentId: source.studentId,
      generalId: stored.generalId,
      sourceName: source.name,
      createdAt: source.createdAt,
      updatedAt: stored.updatedAt,
    },
    plan: {
      fingers: stored.plan.fingers,
      desk: stored.plan.desk,
      ribbon: stored.plan.ribbon,
      generalSeen: (await ownPlans.beside(id))?.general?.seen ?? [],
    },
    versions: whole.flatMap((version) => {
      if (!version || version.kind === 'earlier') return [];
      const { sameMusic, kind, ...rest } = version;
      return [{ ...rest, kind, ownMusic: !sameMusic }];
    }),
  };
};

export const createArchiveStore = (db: Database, rooms: Rooms): ArchiveStore => {
  const { pieces, students, lessons, memory, trainer, house } = rooms;
  /** A piece may have been in the trash while its student was deleted for good: the name brings the student back. */
  const studentOf = async ({ studentId, student }: ArchivedFacts): Promise<string | null> => {
    const known = await db
      .select({ id: studentRows.id, name: studentRows.name, leftAt: studentRows.leftAt })
      .from(studentRows);
    const found =
      known.find(({ id }) => id === studentId) ?? known.find(({ name, leftAt }) => name === student && leftAt === null);
    if (found) return found.id;
    return student === '' ? null : students.add({ name: student });
  };

  return {
    list: () => pieces.titles(),
    get: (id) => readArchived(rooms, id),
    put: async ({ id, document, source, facts, plan, versions: kept }, described) => {
      const { student: _, ...more } = facts;
      const generalId = facts.generalId && ((await pieces.get(facts.generalId))?.id ?? null);
      const studentId = await studentOf(facts);
      // With its versions or not at all.
      await db.transaction(async (tx) => {
        await insertPiece(tx, { id, document, source, ...more, studentId, generalId, described, ...plan });
        await addVersions(tx, id, kept);
      });
    },
    addVersions: (pieceId, all) => db.transaction((tx) => addVersions(tx, pieceId, all)),
    rules: async () => (await house.get()).rules,
    putRules: async (rules) => {
      // Rules that are settled already are left as they are: the save is then refused.
      await house.save({ rules, baseRevision: 0 });
    },
    studentIds: () => students.ids(),
    student: (id) => readStudent(rooms, id),
    putStudent: async (student) => {
      await students.put(student);
      await memory.put(student.id, student.checks);
      await trainer.add(student.id, student.trainer);
      await lessons.put(student.id, student.lessons);
    },
  };
};
