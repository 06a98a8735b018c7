import { Injectable, type OnDestroy } from '@angular/core';
import { map, toArray, type Observable } from 'rxjs';
import type { EngraveAnswer, Engraving, Lot } from '../workers/engraver.protocol';
import { startWorker } from './start-worker';
import { WorkerRequests } from './worker-requests';

/** The engraver in its worker. It starts, and its large module loads, when the service is first asked for. */
@Injectable({ providedIn: 'root' })
export class EngraverService implements OnDestroy {
  private readonly requests = new WorkerRequests<EngraveAnswer>(startWorker.engraver());

  /** SVG pages of a document, in lots; of some bars in one drawing. */
  engrave(engraving: Engraving): Observable<Lot> {
    return this.requests
      .ask(engraving, (answer) => answer.kind === 'failed' || answer.isLast)
      .pipe(
        map((answer) => {
          if (answer.kind === 'failed') throw new Error(answer.message);
          return answer;
        }),
      );
  }

  /** All SVG pages of a document at once. */
  engraveWhole(engraving: Engraving): Observable<readonly string[]> {
    return this.engrave(engraving).pipe(
      toArray(),
      map((lots) => lots.flatMap(({ pages }) => pages)),
    );
  }

  ngOnDestroy(): void {
    this.requests.end();
  }
}
