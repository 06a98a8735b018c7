import { Injectable, signal, type OnDestroy } from '@angular/core';
import type { BarAlternative, Locks, PianoPlan, Score, Side } from '@kettle-step/core';
import type { EngineAnswer, Settings } from '@kettle-step/contract';
import { filter, map, tap, type Observable } from 'rxjs';
import { WorkerRequests } from './worker-requests';

/** What a fingering is worked out from besides the notes. */
export interface Given {
  readonly locks: Locks;
  readonly settings: Settings;
}

/** Bars of one hand to find other fingerings for. */
export interface Passage extends Given {
  readonly side: Side;
  readonly bars: readonly [number, number];
  readonly count: number;
}

const unexpected = (answer: EngineAnswer): Error =>
  new Error(answer.kind === 'failed' ? answer.message : 'out of turn');

/** The engine in its worker. One piece is open at a time. */
@Injectable()
export class EngineService implements OnDestroy {
  private readonly requests = new WorkerRequests<EngineAnswer>(
    new Worker(new URL('../workers/engine.worker', import.meta.url), { type: 'module' }),
    true,
  );

  /** How much of the plan that is being worked out is done, 0 to 1; undefined when none is. */
  readonly progress = signal<number | undefined>(undefined);

  /** Reads the document; gives the score, and the document with a place for a finger on every note. */
  open(document: string): Observable<{ readonly score: Score; readonly engravable: string }> {
    return this.requests.ask({ kind: 'open', document }).pipe(
      map((answer) => {
        if (answer.kind !== 'opened') throw unexpected(answer);
        return answer;
      }),
    );
  }

  /** Fingers the open piece round the locks. Whoever stops listening has the work left off. */
  plan({ locks, settings }: Given): Observable<PianoPlan> {
    return this.requests
      .ask({ kind: 'plan', locks: [...locks], settings }, ({ kind }) => kind !== 'progress')
      .pipe(
        tap({
          next: (answer) => this.progress.set(answer.kind === 'progress' ? answer.done : undefined),
          finalize: () => this.progress.set(undefined),
        }),
        filter(({ kind }) => kind !== 'progress'),
        map((answer) => {
          if (answer.kind !== 'planned') throw unexpected(answer);
          return answer.plan;
        }),
      );
  }

  /** Other ways to play some bars, best first. */
  alternatives({ locks, ...passage }: Passage): Observable<readonly BarAlternative[]> {
    return this.requests.ask({ kind: 'alternatives', locks: [...locks], ...passage }).pipe(
      map((answer) => {
        if (answer.kind !== 'alternatives') throw unexpected(answer);
        return answer.alternatives;
      }),
    );
  }

  ngOnDestroy(): void {
    this.requests.end();
  }
}
