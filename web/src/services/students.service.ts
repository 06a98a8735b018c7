import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  askingListSchema,
  dueListSchema,
  leftListSchema,
  savedSchema,
  studentListSchema,
  studentSchema,
  trialListSchema,
  type DueList,
  type LeavingPieces,
  type LeftStudent,
  type NewMeasure,
  type NewMemoryCheck,
  type NewStudent,
  type SaveStudent,
  type Student,
  type StudentSummary,
  type StudentTrial,
} from '@kettle-step/contract';
import type { AskingPiece } from '@kettle-step/core';
import { map, type Observable } from 'rxjs';
import { worded } from './server-problem';

/** The students on the server. Every answer is checked against the contract. */
@Injectable({ providedIn: 'root' })
export class StudentsService {
  private readonly http = inject(HttpClient);

  list(): Observable<readonly StudentSummary[]> {
    return this.http.get('/api/students').pipe(
      map((answer) => studentListSchema.parse(answer).students),
      worded(),
    );
  }

  get(id: string): Observable<Student> {
    return this.http.get(addressOf(id)).pipe(
      map((answer) => studentSchema.parse(answer)),
      worded(),
    );
  }

  /** The moves each piece on the shelf asks for. */
  asked(): Observable<readonly AskingPiece[]> {
    return this.http.get('/api/moves').pipe(
      map((answer) => askingListSchema.parse(answer).pieces),
      worded(),
    );
  }

  /** Answers with the id of the new student. */
  add(student: NewStudent): Observable<string> {
    return this.http.post<{ readonly id: string }>('/api/students', student).pipe(
      map(({ id }) => id),
      worded(),
    );
  }

  /** Answers with the new revision. */
  save(id: string, student: SaveStudent): Observable<number> {
    return this.http.put(addressOf(id), student).pipe(
      map((answer) => savedSchema.parse(answer).revision),
      worded(),
    );
  }

  leave(id: string, pieces: LeavingPieces): Observable<unknown> {
    return this.http.delete(addressOf(id), { params: { pieces } }).pipe(worded());
  }

  /** Those who have left, the latest first. */
  left(): Observable<readonly LeftStudent[]> {
    return this.http.get('/api/students/left').pipe(
      map((answer) => leftListSchema.parse(answer).students),
      worded(),
    );
  }

  /** Throws away everything that is kept about a student who has left. */
  forget(id: string): Observable<unknown> {
    return this.http.delete(`/api/students/left/${encodeURIComponent(id)}`).pipe(worded());
  }

  comeBack(id: string): Observable<unknown> {
    return this.http.post(`${addressOf(id)}/back`, null).pipe(worded());
  }

  /** Trials of all pieces of a student, the latest first. */
  trials(id: string): Observable<readonly StudentTrial[]> {
    return this.http.get(`${addressOf(id)}/trials`).pipe(
      map((answer) => trialListSchema.parse(answer).trials),
      worded(),
    );
  }

  addMeasure(id: string, measure: NewMeasure): Observable<unknown> {
    return this.http.post(`${addressOf(id)}/measures`, measure).pipe(worded());
  }

  removeMeasure(id: string, measure: string): Observable<unknown> {
    return this.http.delete(`${addressOf(id)}/measures/${encodeURIComponent(measure)}`).pipe(worded());
  }

  addCheck(id: string, check: NewMemoryCheck): Observable<unknown> {
    return this.http.post(`${addressOf(id)}/checks`, check).pipe(worded());
  }

  /** Wants something again on another day than is worked out; null for the day that is. */
  setDue(id: string, check: string, dueOn: string | null): Observable<unknown> {
    return this.http.put(`${addressOf(id)}/checks/${check}`, { dueOn }).pipe(worded());
  }

  removeCheck(id: string, check: string): Observable<unknown> {
    return this.http.delete(`${addressOf(id)}/checks/${check}`).pipe(worded());
  }

  /** What is due for these students on a day, or was before it. */
  due(on: string, studentIds: readonly string[]): Observable<DueList> {
    return this.http.get('/api/due', { params: { on, students: studentIds.join(',') } }).pipe(
      map((answer) => dueListSchema.parse(answer).due),
      worded(),
    );
  }

  /** Says whom a piece is for; null for nobody. */
  givePiece(pieceId: string, studentId: string | null): Observable<unknown> {
    return this.http.put(`/api/pieces/${encodeURIComponent(pieceId)}/student`, { studentId }).pipe(worded());
  }
}

const addressOf = (id: string): string => `/api/students/${encodeURIComponent(id)}`;
