import { Injectable, type OnDestroy } from '@angular/core';
import { map, toArray, type Observable } from 'rxjs';
import type { EngraveAnswer, Lot } from '../workers/engraver.protocol';
import { startWorker } from './start-worker';
import { WorkerRequests } from './worker-requests';

/** The engraver in its worker. It starts, and its large module loads, when the service is first asked for. */
@Injectable({ providedIn: 'root' })
export class EngraverService implements OnDestroy {
  private readonly requests = new WorkerRequests<EngraveAnswer>(startWorker.engraver());

  /** SVG pages of a document at a width in CSS pixels, in lots; of some bars, counted from 1, in one drawing. */
  engrave(document: string, widthPx: number, scale: number, bars?: readonly [number, number]): Observable<Lot> {
    return this.requests
      .ask({ document, widthPx, scale, bars }, (answer) => answer.kind === 'failed' || answer.isLast)
      .pipe(
        map((answer) => {
          if (answer.kind === 'failed') throw new Error(answer.message);
          return answer;
        }),
      );
  }

  /** All SVG pages of a document at once. */
  engraveWhole(...drawing: Parameters<EngraverService['engrave']>): Observable<readonly string[]> {
    return this.engrave(...drawing).pipe(
      toArray(),
      map((lots) => lots.flatMap(({ pages }) => pages)),
    );
  }

  ngOnDestroy(): void {
    this.requests.end();
  }
}
