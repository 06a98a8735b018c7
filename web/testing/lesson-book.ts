import { lessonItemSchema, lessonSchema, type Lesson, type LessonQuery, type SaveLesson } from '@kettle-step/contract';
import { defer, map, of, throwError, type Observable } from 'rxjs';
import { ServerProblem } from '../src/services/server-problem';

/** A lesson of Pip's with little in it. */
export const lessonAt = (id: string, startsAt: string, more: Partial<Lesson> = {}): Lesson =>
  lessonSchema.parse({ id, studentId: 'pip', student: 'Pip Hallow', revision: 1, startsAt, ...more });

export const lessonItem = (id: string, words: string, state: 'open' | 'again' | 'done') =>
  lessonItemSchema.parse({ id, words, state });

const refused = (status: number, code: 'conflict' | 'not-found', detail: string): Observable<never> =>
  throwError(() => new ServerProblem({ type: '', title: '', status, detail, code }, detail));

/** A server with a lesson book: it keeps what is saved, and refuses what was made from an older state. */
export class FakeLessons {
  readonly saved: (SaveLesson & { readonly id: string })[] = [];
  /** Why nothing can be saved. */
  problem = '';

  constructor(public lessons: readonly Lesson[]) {}

  list({ student, to }: Partial<LessonQuery> = {}): Observable<readonly Lesson[]> {
    return defer(() =>
      of(
        this.lessons.filter(
          (one) =>
            (student === undefined || one.studentId === student) &&
            (to === undefined || one.startsAt.slice(0, 10) <= to),
        ),
      ),
    );
  }

  get(id: string): Observable<Lesson> {
    return this.list().pipe(map((all) => all.find((one) => one.id === id)!));
  }

  save(id: string, saved: SaveLesson): Observable<number> {
    return defer(() => {
      if (this.problem) return throwError(() => new Error(this.problem));
      const now = this.lessons.find((one) => one.id === id);
      if (!now) return refused(404, 'not-found', 'This lesson is no longer in the book.');
      if (now.revision !== saved.baseRevision) return refused(409, 'conflict', 'This lesson was changed.');
      this.saved.push({ id, ...saved });
      this.write(id, saved);
      return of(now.revision + 1);
    });
  }

  /** Another window, or another place, writes in a lesson. */
  write(id: string, facts: Partial<SaveLesson>): void {
    const { baseRevision: _, ...written } = facts;
    this.lessons = this.lessons.map((one) =>
      one.id === id ? lessonSchema.parse({ ...one, ...written, revision: one.revision + 1 }) : one,
    );
  }

  /** Another window takes a lesson out of the book. */
  takeOut(id: string): void {
    this.lessons = this.lessons.filter((one) => one.id !== id);
  }
}
