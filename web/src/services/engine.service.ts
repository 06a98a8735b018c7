import { Injectable, signal, type OnDestroy } from '@angular/core';
import {
  SIDES,
  type BarAlternative,
  type ChordWay,
  type Comparison,
  type Correction,
  type Extent,
  type Hand,
  type HandPlan,
  type Hearing,
  type Link,
  type Locks,
  type Margin,
  type PatternReading,
  type Performance,
  type PatternWish,
  type PianoPlan,
  type RuleActed,
  type Score,
  type Side,
} from '@kettle-step/core';
import type { Desk, EngineAnswer, FingeringDesk, SentPlan, Settings, Carried, Decided } from '@kettle-step/contract';
import { filter, map, tap, type Observable, type OperatorFunction } from 'rxjs';
import { startWorker } from './start-worker';
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

const wire = ({ locks, desk: { settings, apart, given, eased, playing } }: Given) => ({
  locks: [...locks],
  desk: { settings, apart, given, eased, playing },
});

type AnswerOf<Kind extends EngineAnswer['kind']> = Extract<EngineAnswer, { readonly kind: Kind }>;

/** The answer of the kind that was asked for; fails with what went wrong in place of it. */
const only =
  <Kind extends EngineAnswer['kind']>(kind: Kind): OperatorFunction<EngineAnswer, AnswerOf<Kind>> =>
  (answers) =>
    answers.pipe(
      map((answer) => {
        if (answer.kind === kind) return answer as AnswerOf<Kind>;
        if (answer.kind === 'refused') throw new Refusal(answer.message);
        throw new Error(
          answer.kind === 'failed' ? answer.message : `The engine answered "${answer.kind}", not "${kind}".`,
        );
      }),
    );

/** What the engine does for the page. */
export type Engine = Omit<Pick<EngineService, keyof EngineService>, 'progress' | 'ngOnDestroy'>;

/** The engine in its worker. One piece is open at a time. */
@Injectable({ providedIn: 'root' })
export class EngineService implements OnDestroy {
  private readonly worker = startWorker.engine();
  private readonly requests = new WorkerRequests<EngineAnswer>(this.worker, true);
  private document: string | undefined;
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

  /** Whether this document is the one that was opened last. */
  holds(document: string): boolean {
    return this.document === document;
  }

  /** Reads the document; gives the score, and the document with a place for a finger on every note and its pedal. */
  open(
    document: string,
    pedal: Desk['playing']['pedal'] = [],
  ): Observable<{ readonly score: Score; readonly engravable: string }> {
    this.document = document;
    return this.requests
      .ask({ kind: 'open', document, pedal })
      .pipe(only('opened'), tap({ error: () => (this.document = undefined) }));
  }

  /** Fingers the open piece round what is settled. Whoever stops listening has the work left off. */
  plan(given: Given): Observable<PianoPlan> {
    return this.watched({ kind: 'plan', ...wire(given) }).pipe(
      only('planned'),
      map(({ plan }) => this.whole(plan)),
    );
  }

  /** By how much the best other way is dearer, bar by bar. */
  margins(given: Given): Observable<readonly Margin[]> {
    return this.watched({ kind: 'margins', ...wire(given) }).pipe(
      only('margins'),
      map(({ margins }) => margins),
    );
  }

  /** Other ways to play some bars, best first. */
  alternatives({ side, bars, count, ...given }: Passage): Observable<readonly BarAlternative[]> {
    return this.requests.ask({ kind: 'alternatives', side, bars, count, ...wire(given) }).pipe(
      only('alternatives'),
      map(({ alternatives }) => alternatives),
    );
  }

  /** Printed, suggested and ours side by side. */
  compare(given: Given): Observable<Comparison> {
    return this.requests.ask({ kind: 'compare', ...wire(given) }).pipe(
      only('compared'),
      map(({ comparison }) => comparison),
    );
  }

  /** Where sections meet, and where repeats and jumps lead. */
  links(given: Given): Observable<readonly Link[]> {
    return this.unwatched({ kind: 'links', ...wire(given) }).pipe(
      only('links'),
      map(({ links }) => links),
    );
  }

  /** Holds what was played of the open piece against its music. */
  listen(given: Given, extent: Extent, performance: Performance, sides: readonly Side[] = SIDES): Observable<Hearing> {
    const bars = extent === 'whole' ? extent : ([extent[0], extent[1]] as [number, number]);
    const played = { extent: bars, sides: [...sides], performance: [...performance] };
    return this.unwatched({ kind: 'listen', ...played, ...wire(given) }).pipe(
      only('heard'),
      map(({ hearing }) => hearing),
    );
  }

  /** Where the open piece asks these hands too much, what can be done, and what asks for care. */
  strains(given: Given): Observable<Pick<AnswerOf<'strains'>, 'strains' | 'cautions'>> {
    return this.unwatched({ kind: 'strains', ...wire(given) }).pipe(only('strains'));
  }

  /** In which bars a rule that is settled otherwise than usual decided. */
  rulesActed(given: Given): Observable<readonly RuleActed[]> {
    return this.unwatched({ kind: 'rules-acted', ...wire(given) }).pipe(
      only('rules-acted'),
      map(({ acted }) => acted),
    );
  }

  /** Fingers music that is only shown; the open piece stays open. */
  sample(document: string, settings: Settings): Observable<AnswerOf<'sample'>> {
    return this.requests.ask({ kind: 'sample', document, settings }).pipe(only('sample'));
  }

  /** Mends a document; fails with a `Refusal` where it cannot be done. */
  correct(document: string, correction: Correction, { locks, desk }: Decided): Observable<CarriedOver> {
    return this.requests.ask({ kind: 'correct', document, correction, locks: [...locks], desk }).pipe(only('carried'));
  }

  /** Carries decisions from one document to another of the same music. */
  carry(from: string, to: string, { locks, desk }: Decided): Observable<CarriedOver> {
    return this.requests.ask({ kind: 'carry', from, to, locks: [...locks], desk }).pipe(only('carried'));
  }

  /** Makes and fingers a pattern; fails with a `Refusal` where it cannot be played so. The open piece stays open. */
  pattern(wish: PatternWish, settings: Settings): Observable<AnswerOf<'pattern'>> {
    return this.requests.ask({ kind: 'pattern', wish, settings }).pipe(only('pattern'));
  }

  /** Every way to take a chord, keys from the lowest up: playable ones from the easiest on, then those out of reach. */
  chordWays(hand: Hand, side: Side, midis: readonly number[]): Observable<readonly ChordWay[]> {
    return this.requests.ask({ kind: 'chord', hand, side, midis }).pipe(
      only('chord'),
      map(({ ways }) => ways),
    );
  }

  /** What is read beside a pattern: the engine's way, the keys that are alike, its drills. */
  patternReading(wish: PatternWish, settings: Settings): Observable<PatternReading> {
    return this.requests.ask({ kind: 'pattern-reading', wish, settings }).pipe(
      only('pattern-reading'),
      map(({ reading }) => reading),
    );
  }

  /** One of the drills of a pattern, with its plan. */
  drill(wish: PatternWish, settings: Settings, drill: string): Observable<AnswerOf<'drill'>> {
    return this.requests.ask({ kind: 'drill', wish, settings, drill }).pipe(only('drill'));
  }

  ngOnDestroy(): void {
    this.requests.end();
  }

  /** A plan with the hands that were not sent again. */
  private whole(plan: SentPlan): PianoPlan {
    const { right, left } = this.hands;
    if (!right || !left) throw new Error('The first plan of a piece came without its hands.');
    return { ...plan, hands: { right, left } };
  }

  /** Long work beside which others go on: nobody is told how far it is. */
  private unwatched(request: object): Observable<EngineAnswer> {
    return this.requests
      .ask(request, ({ kind }) => kind !== 'progress')
      .pipe(filter(({ kind }) => kind !== 'progress'));
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
