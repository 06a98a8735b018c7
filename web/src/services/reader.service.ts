import { Injectable, type OnDestroy } from '@angular/core';
import type { ReadAnswer, ReadChoice } from '@kettle-step/contract';
import { from, switchMap, type Observable } from 'rxjs';
import { startWorker } from './start-worker';
import { WorkerRequests } from './worker-requests';

/** Reads files in a worker; it starts, and its parsers load, with the first file. */
@Injectable({ providedIn: 'root' })
export class ReaderService implements OnDestroy {
  private requests: WorkerRequests<ReadAnswer> | undefined;

  read(file: Blob, name: string, choice: ReadChoice, whole = false): Observable<ReadAnswer> {
    const requests = this.started();
    return from(file.arrayBuffer()).pipe(
      switchMap((buffer) => requests.ask({ kind: 'file', bytes: new Uint8Array(buffer), name, choice, whole })),
    );
  }

  /** Reads text that is being typed. */
  typed(text: string): Observable<ReadAnswer> {
    return this.started().ask({ kind: 'text', text });
  }

  ngOnDestroy(): void {
    this.requests?.end();
  }

  private started(): WorkerRequests<ReadAnswer> {
    this.requests ??= new WorkerRequests<ReadAnswer>(startWorker.reader());
    return this.requests;
  }
}
