import { Injectable, type OnDestroy } from '@angular/core';
import type { Locks, PianoPlan, Score } from '@kettle-step/core';
import { map, type Observable } from 'rxjs';
import type { EngineAnswer } from '@kettle-step/contract';
import { WorkerRequests } from './worker-requests';

/** The engine in its worker. One piece is open at a time. */
@Injectable()
export class EngineService implements OnDestroy {
  private readonly requests = new WorkerRequests<EngineAnswer>(
    new Worker(new URL('../workers/engine.worker', import.meta.url), { type: 'module' }),
  );

  /** Reads the document; gives the score, and the document with a place for a finger on every note. */
  open(document: string): Observable<{ readonly score: Score; readonly engravable: string }> {
    return this.requests.ask({ kind: 'open', document }).pipe(
      map((answer) => {
        if (answer.kind !== 'opened') throw new Error(answer.kind === 'failed' ? answer.message : 'out of turn');
        return answer;
      }),
    );
  }

  /** Fingers the open piece round the locks. */
  plan(locks: Locks): Observable<PianoPlan> {
    return this.requests.ask({ kind: 'plan', locks: [...locks] }).pipe(
      map((answer) => {
        if (answer.kind !== 'planned') throw new Error(answer.kind === 'failed' ? answer.message : 'out of turn');
        return answer.plan;
      }),
    );
  }

  ngOnDestroy(): void {
    this.requests.end();
  }
}
