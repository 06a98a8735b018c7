import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  lessonListSchema,
  savedSchema,
  type Lesson,
  type LessonQuery,
  type NewLesson,
  type SaveLesson,
} from '@kettle-step/contract';
import { map, type Observable } from 'rxjs';
import { ServerProblem, worded } from './server-problem';

/** The lesson book on the server. Every answer is checked against the contract. */
@Injectable({ providedIn: 'root' })
export class LessonsService {
  private readonly http = inject(HttpClient);

  list(query: Partial<LessonQuery>): Observable<readonly Lesson[]> {
    return this.http.get('/api/lessons', { params: { ...query } }).pipe(
      map((answer) => lessonListSchema.parse(answer).lessons),
      worded(),
    );
  }

  /** A lesson as it stands now: it may have been written in since. */
  now({ id, studentId }: Pick<Lesson, 'id' | 'studentId'>): Observable<Lesson> {
    return this.list({ student: studentId }).pipe(
      map((all) => {
        const found = all.find((one) => one.id === id);
        if (!found) throw new ServerProblem(undefined, 'This lesson is no longer in the book.');
        return found;
      }),
    );
  }

  /** Answers with the ids of the new lessons. */
  add(lesson: NewLesson): Observable<readonly string[]> {
    return this.http.post<{ readonly ids: readonly string[] }>('/api/lessons', lesson).pipe(
      map(({ ids }) => ids),
      worded(),
    );
  }

  /** Answers with the new revision. */
  save(id: string, lesson: SaveLesson): Observable<number> {
    return this.http.put(`/api/lessons/${id}`, lesson).pipe(
      map((answer) => savedSchema.parse(answer).revision),
      worded(),
    );
  }

  remove(id: string): Observable<unknown> {
    return this.http.delete(`/api/lessons/${id}`).pipe(worded());
  }
}
