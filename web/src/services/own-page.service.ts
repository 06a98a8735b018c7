import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  linkListSchema,
  madeLinkSchema,
  ownPageSchema,
  type NewLink,
  type OwnPage,
  type StudentLink,
} from '@kettle-step/contract';
import { map, type Observable } from 'rxjs';
import { worded } from './server-problem';

/** Students' own pages, and the links that lead to them. */
@Injectable({ providedIn: 'root' })
export class OwnPageService {
  private readonly http = inject(HttpClient);

  /** The page that a link leads to. */
  page(token: string): Observable<OwnPage> {
    return this.http.get(`/api/mine/${encodeURIComponent(token)}`).pipe(
      map((answer) => ownPageSchema.parse(answer)),
      worded(),
    );
  }

  links(studentId: string): Observable<readonly StudentLink[]> {
    return this.http.get(addressOf(studentId)).pipe(
      map((answer) => linkListSchema.parse(answer).links),
      worded(),
    );
  }

  /** Answers with the token of the new link: it is told only once. */
  make(studentId: string, link: NewLink): Observable<string> {
    return this.http.post(addressOf(studentId), link).pipe(
      map((answer) => madeLinkSchema.parse(answer).token),
      worded(),
    );
  }

  takeBack(studentId: string, link: string): Observable<unknown> {
    return this.http.delete(`${addressOf(studentId)}/${link}`).pipe(worded());
  }
}

const addressOf = (studentId: string): string => `/api/students/${encodeURIComponent(studentId)}/links`;
