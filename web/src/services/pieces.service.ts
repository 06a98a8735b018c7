import { HttpClient, HttpHeaders, HttpParams } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  besideSchema,
  trashListSchema,
  createdSchema,
  pieceListSchema,
  pieceSchema,
  savedSchema,
  standingSchema,
  versionListSchema,
  versionSchema,
  versionSummarySchema,
  type Beside,
  type Trashed,
  type Created,
  type KeepVersion,
  type Piece,
  type PieceSummary,
  type ReadChoice,
  type SavePlan,
  type SeenFingers,
  type Standing,
  type Version,
  type VersionSummary,
} from '@kettle-step/contract';
import { map, type Observable } from 'rxjs';
import { PieceList } from './piece-list';
import { worded } from './server-problem';

/** The pieces on the server. Every answer is checked against the contract. */
@Injectable({ providedIn: 'root' })
export class PiecesService {
  private readonly http = inject(HttpClient);
  private readonly pieceList = inject(PieceList);

  list(): Observable<readonly PieceSummary[]> {
    return this.pieceList.take().pipe(
      map((answer) => pieceListSchema.parse(answer).pieces),
      worded(),
    );
  }

  get(id: string): Observable<Piece> {
    return this.http.get(`/api/pieces/${encodeURIComponent(id)}`).pipe(
      map((answer) => pieceSchema.parse(answer)),
      worded(),
    );
  }

  /** What stands under the decisions about a piece, as it is now. */
  standing(id: string): Observable<Standing> {
    return this.http.get(`/api/pieces/${encodeURIComponent(id)}/standing`).pipe(
      map((answer) => standingSchema.parse(answer)),
      worded(),
    );
  }

  /** Makes a student's own plan beside this one; gives its id. */
  addOwn(id: string, studentId: string): Observable<string> {
    return this.http.post<{ readonly id: string }>(`/api/pieces/${encodeURIComponent(id)}/own`, { studentId }).pipe(
      map((answer) => answer.id),
      worded(),
    );
  }

  /** The general plan beside a student's own, and the students' own ones beside a general one. */
  beside(id: string): Observable<Beside> {
    return this.http.get(`/api/pieces/${encodeURIComponent(id)}/beside`).pipe(
      map((answer) => besideSchema.parse(answer)),
      worded(),
    );
  }

  /** Keeps what of the general fingers has been looked at. */
  see(id: string, seen: SeenFingers): Observable<unknown> {
    return this.http.put(`/api/pieces/${encodeURIComponent(id)}/seen`, seen).pipe(worded());
  }

  /** Brings a file in as it is, with which part or tune of it is meant. */
  import(file: Blob, name: string, { parts, tune }: ReadChoice): Observable<Created> {
    const headers = new HttpHeaders({ 'Content-Type': 'application/octet-stream' });
    const params = new HttpParams({ fromObject: { name, tune, part: parts } });
    return this.http.post('/api/pieces', file, { headers, params }).pipe(
      map((answer) => createdSchema.parse(answer)),
      worded(),
    );
  }

  save(id: string, plan: SavePlan): Observable<number> {
    return this.http.put(`/api/pieces/${encodeURIComponent(id)}/plan`, plan).pipe(
      map((answer) => savedSchema.parse(answer).revision),
      worded(),
    );
  }

  remove(id: string): Observable<unknown> {
    return this.http.delete(`/api/pieces/${encodeURIComponent(id)}`).pipe(worded());
  }

  /** Pieces that were taken off the shelf, the latest first. */
  trashed(): Observable<readonly Trashed[]> {
    return this.http.get('/api/trash').pipe(
      map((answer) => trashListSchema.parse(answer).pieces),
      worded(),
    );
  }

  bringBack(id: string): Observable<unknown> {
    return this.http.post(`/api/trash/${encodeURIComponent(id)}/back`, null).pipe(worded());
  }

  versions(id: string): Observable<readonly VersionSummary[]> {
    return this.http.get(`/api/pieces/${encodeURIComponent(id)}/versions`).pipe(
      map((answer) => versionListSchema.parse(answer).versions),
      worded(),
    );
  }

  version(id: string, version: string): Observable<Version> {
    return this.http.get(`/api/pieces/${encodeURIComponent(id)}/versions/${encodeURIComponent(version)}`).pipe(
      map((answer) => versionSchema.parse(answer)),
      worded(),
    );
  }

  keepVersion(id: string, version: KeepVersion): Observable<VersionSummary> {
    return this.http.post(`/api/pieces/${encodeURIComponent(id)}/versions`, version).pipe(
      map((answer) => versionSummarySchema.parse(answer)),
      worded(),
    );
  }

  removeVersion(id: string, version: string): Observable<unknown> {
    return this.http
      .delete(`/api/pieces/${encodeURIComponent(id)}/versions/${encodeURIComponent(version)}`)
      .pipe(worded());
  }

  /** The music of a piece as ABC, with no numbers but those that came with it. */
  abcOf(id: string): Observable<string> {
    return this.http.get(this.exportAddress(id, 'abc', 'as-came'), { responseType: 'text' }).pipe(worded());
  }

  /** Where a piece is fetched in a form: musicxml, mxl, abc, mid or csv; and which numbers go along. */
  exportAddress(id: string, form: string, numbers: 'plan' | 'with-alternates' | 'as-came' = 'plan'): string {
    return `/api/pieces/${encodeURIComponent(id)}/export.${form}${numbers === 'plan' ? '' : `?numbers=${numbers}`}`;
  }
}
