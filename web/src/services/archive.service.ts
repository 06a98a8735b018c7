import { HttpClient, HttpHeaders } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { restoreReportSchema, type RestoreReport } from '@kettle-step/contract';
import { map, type Observable } from 'rxjs';
import { worded } from './server-problem';

/** The whole studio as one file. */
@Injectable({ providedIn: 'root' })
export class ArchiveService {
  private readonly http = inject(HttpClient);

  readonly address = '/api/archive';

  restore(file: Blob): Observable<RestoreReport> {
    const headers = new HttpHeaders({ 'Content-Type': 'application/zip' });
    return this.http.post(this.address, file, { headers }).pipe(
      map((answer) => restoreReportSchema.parse(answer)),
      worded(),
    );
  }
}
