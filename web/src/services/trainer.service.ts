import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { trainerLogSchema } from '@kettle-step/contract';
import type { TrainerAnswer } from '@kettle-step/core';
import { map, type Observable } from 'rxjs';
import { worded } from './server-problem';

/** Answers of students in the finger trainer, on the server. */
@Injectable({ providedIn: 'root' })
export class TrainerService {
  private readonly http = inject(HttpClient);

  of(studentId: string): Observable<readonly TrainerAnswer[]> {
    return this.http.get(addressOf(studentId)).pipe(
      map((answer) => trainerLogSchema.parse(answer).answers),
      worded(),
    );
  }

  /** What is sent again is kept once. */
  add(studentId: string, answers: readonly TrainerAnswer[]): Observable<unknown> {
    return this.http.post(addressOf(studentId), { answers }).pipe(worded());
  }
}

const addressOf = (studentId: string): string => `/api/students/${encodeURIComponent(studentId)}/trainer`;
