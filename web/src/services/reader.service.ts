import { Injectable, type OnDestroy } from '@angular/core';
import type { ReadAnswer, ReadChoice } from '@kettle-step/contract';
import { from, switchMap, type Observable } from 'rxjs';
import { WorkerRequests } from './worker-requests';

/** Reads files in a worker; it starts, and its parsers load, with the first file. */
@Injectable()
export class ReaderService implements OnDestroy {
  private requests: WorkerRequests<ReadAnswer> | undefined;

  read(file: Blob, name: string, choice: ReadChoice, whole = false): Observable<ReadAnswer> {
    this.requests ??= new WorkerRequests<ReadAnswer>(
      new Worker(new URL('../workers/reader.worker', import.meta.url), { type: 'module' }),
    );
    const { requests } = this;
    return from(file.arrayBuffer()).pipe(
      switchMap((buffer) => requests.ask({ bytes: new Uint8Array(buffer), name, choice, whole })),
    );
  }

  ngOnDestroy(): void {
    this.requests?.end();
  }
}
