import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  lessonListSchema,
  lessonSchema,
  savedSchema,
  type Lesson,
  type LessonQuery,
  type NewLesson,
  type SaveLesson,
} from '@kettle-step/contract';
import { map, type Observable } from 'rxjs';
import { worded } from './server-problem';

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

  /** A lesson as it now is: somebody may have written in it since. */
  get(id: string): Observable<Lesson> {
    return this.http.get(`/api/lessons/${encodeURIComponent(id)}`).pipe(
      map((answer) => lessonSchema.parse(answer)),
      worded(),
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
