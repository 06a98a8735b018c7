import { Injectable, signal, type OnDestroy } from '@angular/core';
import {
  SIDES,
  type BarAlternative,
  type Comparison,
  type Correction,
  type HandPlan,
  type Locks,
  type Margin,
  type PianoPlan,
  type Score,
  type Side,
} from '@kettle-step/core';
import type { Carried, Decided, EngineAnswer, FingeringDesk, SentPlan } from '@kettle-step/contract';
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

/** A document with the decisions that now belong to it. */
export interface CarriedOver {
  readonly document: string;
  readonly carried: Carried;
}

/** What a teacher asked for cannot be done; the words say why and what to do. */
export class Refusal extends Error {
  override readonly name = 'Refusal';
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
  private readonly worker = new Worker(new URL('../workers/engine.worker', import.meta.url), { type: 'module' });
  private readonly requests = new WorkerRequests<EngineAnswer>(this.worker, true);
  /** The hands that were sent last, also for plans that nobody waited for any more. */
  private hands: Partial<Record<Side, HandPlan>> = {};

  /** How much of the plan that is being worked out is done, 0 to 1; undefined when none is. */
  readonly progress = signal<number | undefined>(undefined);

  constructor() {
    // Before anyone else hears of an answer.
    this.worker.addEventListener('message', ({ data }: MessageEvent<EngineAnswer>) => {
      if (data.kind !== 'planned') return;
      for (const side of SIDES) {
        const hand = data.plan.hands[side];
        if (hand !== 'as-before') this.hands[side] = hand;
      }
    });
  }

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
        return this.whole(answer.plan);
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

  /** Mends a document; fails with a `Refusal` where it cannot be done. */
  correct(document: string, correction: Correction, decided: Decided): Observable<CarriedOver> {
    const { locks, desk } = decided;
    return this.requests
      .ask({ kind: 'correct', document, correction, locks: [...locks], desk })
      .pipe(map((answer) => this.carriedOver(answer)));
  }

  /** Carries decisions from one document to another of the same music. */
  carry(from: string, to: string, { locks, desk }: Decided): Observable<CarriedOver> {
    return this.requests
      .ask({ kind: 'carry', from, to, locks: [...locks], desk })
      .pipe(map((answer) => this.carriedOver(answer)));
  }

  ngOnDestroy(): void {
    this.requests.end();
  }

  private carriedOver(answer: EngineAnswer): CarriedOver {
    if (answer.kind === 'refused') throw new Refusal(answer.message);
    if (answer.kind !== 'carried') throw unexpected(answer);
    return { document: answer.document, carried: answer.carried };
  }

  /** A plan with the hands that were not sent again. */
  private whole(plan: SentPlan): PianoPlan {
    const { right, left } = this.hands;
    if (!right || !left) throw new Error('out of turn');
    return { ...plan, hands: { right, left } };
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
