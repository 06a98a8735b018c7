import { randomUUID } from 'node:crypto';
import { seenFingersSchema, type Beside, type Piece, type SeenFingers, type StoredFinger } from '@kettle-step/contract';
import { and, asc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Database } from '../database/open';
import { pieces, plans, students } from '../database/schema';
import { isPresent } from '../students/present';
import { insertPiece, type PieceStore, type Source, type StoredPiece } from './store';

/** Students' own plans of pieces, beside the general ones. Each is a piece of its own that knows which it was made from. */
export interface OwnPlanStore {
  /** Makes a student's own plan of a piece as it stands; gives its id. */
  readonly add: (
    id: string,
    studentId: string,
    now: Date,
  ) => Promise<
    { readonly kind: 'added'; readonly id: string } | { readonly kind: 'no-piece' } | { readonly kind: 'no-student' }
  >;
  readonly beside: (id: string) => Promise<Beside | undefined>;
  /** Keeps what of the general fingers has been looked at; false where there is no general plan. */
  readonly see: (id: string, seen: SeenFingers) => Promise<boolean>;
}

const generalFingers = (fingers: readonly StoredFinger[]): SeenFingers =>
  fingers.map(({ noteId, finger }) => ({ noteId, finger }));

/** A piece as it stands, for one student. */
const copyFor = (studentId: string, piece: Piece, source: Source, now: Date): StoredPiece => {
  const { title, composer, metre, key, bars, notes, document, plan } = piece;
  const at = now.toISOString();
  return {
    ...plan,
    id: randomUUID(),
    studentId,
    // An own plan made from another own plan stands beside the same general one.
    generalId: piece.generalId ?? piece.id,
    generalSeen: generalFingers(plan.fingers),
    createdAt: at,
    updatedAt: at,
    title,
    described: { title, composer, metre, key, bars, notes },
    document,
    source: source.bytes,
    sourceName: source.name,
    // The student's own hands hold.
    desk: { ...plan.desk, hands: null },
  };
};

export const createOwnPlanStore = (db: Database, store: Pick<PieceStore, 'get' | 'source'>): OwnPlanStore => {
  const generalOf = async (id: string, seen: unknown): Promise<Beside['general']> => {
    const general = await store.get(id);
    if (!general) return null;
    const fingers = generalFingers(general.plan.fingers);
    return { id, title: general.title, fingers, seen: seenFingersSchema.parse(seen) };
  };

  return {
    add: async (id, studentId, now) => {
      if (!(await isPresent(db, studentId))) return { kind: 'no-student' };
      const [piece, source] = [await store.get(id), await store.source(id)];
      if (!piece || !source) return { kind: 'no-piece' };
      const copy = copyFor(studentId, piece, source, now);
      await db.transaction((tx) => insertPiece(tx, copy));
      return { kind: 'added', id: copy.id };
    },

    beside: async (id) => {
      const [row] = await db
        .select({ generalId: pieces.generalId, seen: plans.generalSeen })
        .from(pieces)
        .innerJoin(plans, eq(plans.pieceId, pieces.id))
        .where(eq(pieces.id, id));
      if (!row) return undefined;
      const own = await db
        .select({ id: pieces.id, student: students.name })
        .from(pieces)
        .innerJoin(students, and(eq(students.id, pieces.studentId), isNull(students.leftAt)))
        .where(eq(pieces.generalId, id))
        .orderBy(asc(students.name), asc(pieces.id));
      return { general: row.generalId === null ? null : await generalOf(row.generalId, row.seen), own };
    },

    see: async (id, generalSeen) => {
      const hasGeneral = db
        .select({ id: pieces.id })
        .from(pieces)
        .where(and(eq(pieces.id, id), isNotNull(pieces.generalId)));
      const kept = await db
        .update(plans)
        .set({ generalSeen })
        .where(sql`${plans.pieceId} IN (${hasGeneral})`)
        .returning({ id: plans.id });
      return kept.length > 0;
    },
  };
};
