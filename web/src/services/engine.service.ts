import { Injectable, signal, type OnDestroy } from '@angular/core';
import type { BarAlternative, Comparison, Locks, Margin, PianoPlan, Score, Side } from '@kettle-step/core';
import type { EngineAnswer, FingeringDesk } from '@kettle-step/contract';
import { filter, map, tap, type Observable } from 'rxjs';
import { WorkerRequests } from './worker-requests';

/** What a fingering is worked out from besides the notes. */
export interface Given {
  readonly locks: Locks;
  readonly desk: FingeringDesk;
}

/** Bars of one hand to find other fingerings for. */
export interface Passage extends Given {
  readonly side: Side;
  readonly bars: readonly [number, number];
  readonly count: number;
}

const wire = ({ locks, desk: { settings, apart, given } }: Given) => ({
  locks: [...locks],
  desk: { settings, apart, given },
});

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

  /** Fingers the open piece round what is settled. Whoever stops listening has the work left off. */
  plan(given: Given): Observable<PianoPlan> {
    return this.watched({ kind: 'plan', ...wire(given) }).pipe(
      map((answer) => {
        if (answer.kind !== 'planned') throw unexpected(answer);
        return answer.plan;
      }),
    );
  }

  /** By how much the best other way is dearer, bar by bar. */
  margins(given: Given): Observable<readonly Margin[]> {
    return this.watched({ kind: 'margins', ...wire(given) }).pipe(
      map((answer) => {
        if (answer.kind !== 'margins') throw unexpected(answer);
        return answer.margins;
      }),
    );
  }

  /** Other ways to play some bars, best first. */
  alternatives({ side, bars, count, ...given }: Passage): Observable<readonly BarAlternative[]> {
    return this.requests.ask({ kind: 'alternatives', side, bars, count, ...wire(given) }).pipe(
      map((answer) => {
        if (answer.kind !== 'alternatives') throw unexpected(answer);
        return answer.alternatives;
      }),
    );
  }

  /** Printed, suggested and ours side by side. */
  compare(given: Given): Observable<Comparison> {
    return this.requests.ask({ kind: 'compare', ...wire(given) }).pipe(
      map((answer) => {
        if (answer.kind !== 'compared') throw unexpected(answer);
        return answer.comparison;
      }),
    );
  }

  ngOnDestroy(): void {
    this.requests.end();
  }

  /** Long work that tells how far it is. */
  private watched(request: object): Observable<EngineAnswer> {
    return this.requests
      .ask(request, ({ kind }) => kind !== 'progress')
      .pipe(
        tap({
          next: (answer) => this.progress.set(answer.kind === 'progress' ? answer.done : undefined),
          finalize: () => this.progress.set(undefined),
        }),
        filter(({ kind }) => kind !== 'progress'),
      );
  }
}
