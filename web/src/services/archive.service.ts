import {
  HttpClient,
  HttpEventType,
  HttpHeaders,
  type HttpDownloadProgressEvent,
  type HttpEvent,
} from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { RESTORE_LINES_TYPE, restoreLineSchema, type RestoreLine, type RestoreReport } from '@kettle-step/contract';
import { concatMap, map, type Observable, takeWhile } from 'rxjs';
import { ServerProblem, worded } from './server-problem';

/** How far bringing an archive in is, and at the end what became of it. */
export type Restoring =
  | { readonly kind: 'step'; readonly done: number; readonly of: number }
  | { readonly kind: 'ended'; readonly report: RestoreReport };

const lineOf = (text: string): RestoreLine => restoreLineSchema.parse(JSON.parse(text));

/** The last whole line of what has come so far. */
const lastLine = (event: HttpEvent<string>): readonly string[] => {
  if (event.type === HttpEventType.Response) return (event.body ?? '').trim().split('\n').slice(-1);
  if (event.type !== HttpEventType.DownloadProgress) return [];
  const { partialText = '' } = event as HttpDownloadProgressEvent;
  return partialText.split('\n').slice(0, -1).slice(-1);
};

const toldBy = (line: RestoreLine): Restoring => {
  if ('problem' in line) throw new ServerProblem(line.problem, line.problem.detail);
  return 'report' in line ? { kind: 'ended', report: line.report } : { kind: 'step', ...line };
};

/** The whole studio as one file. */
@Injectable({ providedIn: 'root' })
export class ArchiveService {
  private readonly http = inject(HttpClient);

  readonly address = '/api/archive';

  restore(file: Blob): Observable<Restoring> {
    const headers = new HttpHeaders({ 'Content-Type': 'application/zip', Accept: RESTORE_LINES_TYPE });
    const options = { headers, observe: 'events', reportProgress: true, responseType: 'text' } as const;
    return this.http.post(this.address, file, options).pipe(
      concatMap(lastLine),
      map((text) => toldBy(lineOf(text))),
      takeWhile(({ kind }) => kind === 'step', true),
      worded(),
    );
  }
}
