import { type Lesson, type OwnPage, type Piece } from '@kettle-step/contract';
import { type Day, daysLater, dueSubjects } from '@kettle-step/core';
import type { LessonStore } from '../lessons/store';
import type { MemoryStore } from '../memory/store';
import type { PieceStore } from '../pieces/store';
import type { StudentStore } from '../students/store';

/** What a student sees: the list of the last lesson, its pieces, and what is due from memory. Nothing else. */
export interface OwnPages {
  readonly page: (studentId: string, today: Day) => Promise<OwnPage | undefined>;
  /** A piece on the list; undefined for any other. */
  readonly piece: (studentId: string, pieceId: string, today: Day) => Promise<Piece | undefined>;
}

interface Rooms {
  readonly pieces: PieceStore;
  readonly students: StudentStore;
  readonly lessons: LessonStore;
  readonly memory: MemoryStore;
}

/** So far back a list is still this week's: over holidays, days. Our choice. */
const HOW_LONG = 60;
/** What is due this soon is asked for at the next lesson, where none is laid down, days. */
const WEEK = 7;

/** A link may be seen by others: it tells the first name alone. */
const firstName = (name: string): string => name.trim().split(/\s+/)[0] ?? '';

const isHeld = ({ state }: Lesson): boolean => state === 'held' || state === 'planned';

const lessonsRound = async ({ lessons }: Rooms, studentId: string, today: Day) => {
  const all = (
    await lessons.list({
      student: studentId,
      from: daysLater(today, -HOW_LONG),
      to: daysLater(today, HOW_LONG),
      words: '',
    })
  ).filter(isHeld);
  const day = ({ startsAt }: Lesson): Day => startsAt.slice(0, 10);
  return {
    // What is written today is for the coming week.
    last: all.findLast((lesson) => day(lesson) <= today && lesson.items.length > 0),
    next: all.find((lesson) => day(lesson) > today),
  };
};

const page = async (rooms: Rooms, studentId: string, today: Day): Promise<OwnPage | undefined> => {
  const student = await rooms.students.get(studentId);
  if (!student) return undefined;
  const { last, next } = await lessonsRound(rooms, studentId, today);
  const titles = new Map(student.pieces.map(({ id, title }) => [id, title]));
  const until = next?.startsAt.slice(0, 10) ?? daysLater(today, WEEK);
  return {
    name: firstName(student.name),
    setOn: last?.startsAt.slice(0, 10) ?? null,
    items: (last?.items ?? []).map(({ id, pieceId, bars, words, tempo }) => {
      const title = titles.get(pieceId ?? '');
      return { id, pieceId: title === undefined ? null : pieceId, title: title ?? '', bars, words, tempo };
    }),
    memory: dueSubjects(student.checks, until).map(({ subject, standing }) => ({ subject, dueOn: standing.dueOn })),
    nextLesson: next?.startsAt ?? null,
  };
};

export const createOwnPages = (rooms: Rooms): OwnPages => ({
  page: (studentId, today) => page(rooms, studentId, today),
  piece: async (studentId, pieceId, today) => {
    const { last } = await lessonsRound(rooms, studentId, today);
    if (!last?.items.some((item) => item.pieceId === pieceId)) return undefined;
    const piece = await rooms.pieces.get(pieceId);
    if (piece?.studentId !== studentId) return undefined;
    const { standing, plan } = piece;
    return {
      ...piece,
      student: firstName(piece.student),
      standing: {
        ...standing,
        student: standing.student && { ...standing.student, name: firstName(standing.student.name) },
      },
      // What the teacher notes on bars is not for the student's eyes.
      plan: { ...plan, desk: { ...plan.desk, remarks: [] } },
    };
  },
});
