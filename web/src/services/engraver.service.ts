import { Injectable, type OnDestroy } from '@angular/core';
import { map, type Observable } from 'rxjs';
import type { EngraveAnswer } from '../workers/engraver.protocol';
import { WorkerRequests } from './worker-requests';

/** The engraver in its worker; it starts, and its large module loads, when the first piece is opened. */
@Injectable()
export class EngraverService implements OnDestroy {
  private readonly requests = new WorkerRequests<EngraveAnswer>(
    new Worker(new URL('../workers/engraver.worker', import.meta.url), { type: 'module' }),
  );

  /** SVG pages of a document at a width in CSS pixels; of some bars, counted from 1, in one drawing. */
  engrave(
    document: string,
    widthPx: number,
    scale: number,
    bars?: readonly [number, number],
  ): Observable<readonly string[]> {
    return this.requests.ask({ document, widthPx, scale, bars }).pipe(
      map((answer) => {
        if (answer.kind === 'failed') throw new Error(answer.message);
        return answer.pages;
      }),
    );
  }

  ngOnDestroy(): void {
    this.requests.end();
  }
}
