import { randomUUID } from 'node:crypto';
import type { ArchivedFacts, ArchivedPiece, ArchivedStudent, MemoryCheck, RulesFile } from '@kettle-step/contract';
import type { Database } from '../database/open';
import { planVersions } from '../database/schema';
import type { HouseStore } from '../house/store';
import type { LessonStore } from '../lessons/store';
import type { MemoryStore } from '../memory/store';
import type { OwnPlanStore } from '../pieces/own-plans';
import type { PieceStore, StoredPiece } from '../pieces/store';
import type { VersionStore } from '../pieces/versions';
import type { StudentStore } from '../students/store';
import type { TrainerStore } from '../trainer/store';

/** Pieces with everything that belongs to them, out of the database and back into it. */
export interface ArchiveStore {
  readonly get: (id: string) => Promise<ArchivedPiece | undefined>;
  readonly ids: () => Promise<readonly string[]>;
  /** Puts a piece in as it was; its id must be free. */
  readonly put: (piece: ArchivedPiece, described: StoredPiece['described']) => Promise<void>;
  /** Adds versions that a piece does not have yet; tells how many. */
  readonly addVersions: (id: string, versions: ArchivedPiece['versions']) => Promise<number>;
  readonly rules: () => Promise<RulesFile>;
  /** Settles house rules where none are settled yet. */
  readonly putRules: (rules: RulesFile) => Promise<void>;
  readonly students: () => Promise<readonly ArchivedStudent[]>;
  /** Puts students in as they were; those who are there are left as they are. */
  readonly putStudents: (students: readonly ArchivedStudent[]) => Promise<void>;
}

const addVersions = async (db: Database, pieceId: string, all: ArchivedPiece['versions']): Promise<number> => {
  let added = 0;
  for (const { id, name, kind, createdAt, fingers, desk, document } of all) {
    const row = { id, pieceId, name, kind, createdAt, content: { fingers, desk }, document };
    added += (await db.insert(planVersions).values(row).onConflictDoNothing().returning({ id: planVersions.id }))
      .length;
  }
  return added;
};

const readStudents = async ({
  students,
  lessons,
  memory,
  trainer,
}: Pick<Rooms, 'students' | 'lessons' | 'memory' | 'trainer'>): Promise<readonly ArchivedStudent[]> => {
  const whole = await Promise.all((await students.list()).map(({ id }) => students.get(id)));
  const known = whole.flatMap((student) => student ?? []);
  return Promise.all(
    known.map(async ({ id, name, remarks, since, rules, measures }) => {
      const [book, checks] = [[...(await lessons.of(id))], [...(await memory.of(id))]];
      const answers = [...(await trainer.of(id))];
      return { id, name, remarks, since, rules, measures, passes: [], checks, trainer: answers, lessons: book };
    }),
  );
};

/** Patterns that were passed, as archives from before there were memory checks have them. */
const checksOfPasses = ({ passes }: ArchivedStudent): readonly MemoryCheck[] =>
  passes.map(({ pattern, passedOn }) => ({
    id: randomUUID(),
    subject: { kind: 'pattern', wish: pattern },
    checkedOn: passedOn,
    outcome: 'passed',
    dueOn: null,
  }));

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
      studentId: stored.studentId,
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
      if (!version) return [];
      const { sameMusic, ...rest } = version;
      return [{ ...rest, ownMusic: !sameMusic }];
    }),
  };
};

export const createArchiveStore = (db: Database, rooms: Rooms): ArchiveStore => {
  const { pieces, students, lessons, memory, trainer, house } = rooms;
  /** Older archives know students by name only: whoever has it is meant, and else comes in with it. */
  const studentOf = async ({ studentId, student }: ArchivedFacts): Promise<string | null> => {
    const known = await students.list();
    const found = known.find(({ id }) => id === studentId) ?? known.find(({ name }) => name === student);
    if (found) return found.id;
    return student === '' ? null : students.add({ name: student });
  };

  const insertVersions = (pieceId: string, all: ArchivedPiece['versions']): Promise<number> =>
    addVersions(db, pieceId, all);

  return {
    ids: async () => (await pieces.list()).map(({ id }) => id),
    get: (id) => readArchived(rooms, id),
    put: async ({ id, document, source, facts, plan, versions: kept }, described) => {
      const { student: _, ...more } = facts;
      const generalId = facts.generalId && ((await pieces.get(facts.generalId))?.id ?? null);
      const studentId = await studentOf(facts);
      await pieces.put({ id, document, source, ...more, studentId, generalId, described, ...plan });
      await insertVersions(id, kept);
    },
    addVersions: insertVersions,
    rules: async () => (await house.get()).rules,
    putRules: async (rules) => {
      // Rules that are settled already are left as they are: the save is then refused.
      await house.save({ rules, baseRevision: 0 });
    },
    students: () => readStudents(rooms),
    putStudents: async (all) => {
      for (const student of all) {
        if (await students.put(student)) await memory.put(student.id, checksOfPasses(student));
        await memory.put(student.id, student.checks);
        await trainer.add(student.id, student.trainer);
        await lessons.put(student.id, student.lessons);
      }
    },
  };
};
