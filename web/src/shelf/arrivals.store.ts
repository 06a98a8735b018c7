import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Created, FileSummary, ReadChoice } from '@kettle-step/contract';
import {
  catchError,
  concatMap,
  defer,
  EMPTY,
  map,
  of,
  Subject,
  switchMap,
  takeUntil,
  tap,
  throwError,
  type Observable,
} from 'rxjs';
import { sizeProblem } from '../parts/words';
import { PiecesService } from '../services/pieces.service';
import { ServerProblem } from '../services/server-problem';
import { ReaderService } from '../services/reader.service';

/** How far a file has come. */
export type ArrivalState =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'reading' }
  | { readonly kind: 'asking'; readonly summary: FileSummary }
  | { readonly kind: 'sending'; readonly summary: FileSummary }
  | { readonly kind: 'stored'; readonly summary: FileSummary; readonly piece: Created }
  | { readonly kind: 'refused'; readonly message: string }
  | { readonly kind: 'cancelled' };

export interface Arrival {
  readonly number: number;
  readonly file: File;
  readonly choice: ReadChoice;
  readonly state: ArrivalState;
}

const FIRST: ReadChoice = { parts: [], tune: 0 };

/** Whether the file holds something else that could have been meant. */
const mustAsk = ({ tunes, parts }: FileSummary): boolean =>
  tunes.length > 1 || (parts.length > 1 && parts.some(({ chosen }) => !chosen));

const wordsOf = (cause: unknown): string =>
  cause instanceof ServerProblem ? cause.message : 'Something went wrong; please bring the file in again.';

const DONE: ReadonlySet<ArrivalState['kind']> = new Set(['stored', 'refused', 'cancelled', 'asking']);

/** Files on their way onto the shelf: one after another, so that each gets its own word and none is lost. */
@Injectable()
export class ArrivalsStore {
  private readonly pieces = inject(PiecesService);
  private readonly reader = inject(ReaderService);
  private readonly queue = new Subject<() => Observable<unknown>>();
  private readonly cancelled = new Subject<void>();
  private next = 0;

  readonly arrivals = signal<readonly Arrival[]>([]);
  readonly busy = computed(() => this.arrivals().some(({ state }) => !DONE.has(state.kind)));
  readonly done = computed(() => this.arrivals().filter(({ state }) => DONE.has(state.kind)).length);
  /** Counts the pieces that came onto the shelf. */
  readonly stored = computed(() => this.arrivals().filter(({ state }) => state.kind === 'stored').length);

  constructor() {
    this.queue
      .pipe(
        concatMap((work) => defer(work)),
        takeUntilDestroyed(inject(DestroyRef)),
      )
      .subscribe();
  }

  take(file: File): void {
    const number = (this.next += 1);
    this.arrivals.update((all) => [...all, { number, file, choice: FIRST, state: { kind: 'waiting' } }]);
    this.queue.next(() => this.work(number, false));
  }

  /** Takes another part or tune of a file; it is read anew to show what comes in. */
  choose(number: number, choice: ReadChoice): void {
    this.change(number, { choice, state: { kind: 'waiting' } });
    this.queue.next(() => this.work(number, false));
  }

  /** Goes on with what was chosen. */
  bringIn(number: number): void {
    this.change(number, { state: { kind: 'waiting' } });
    this.queue.next(() => this.work(number, true));
  }

  /** Nothing more comes in; what is on the shelf stays. */
  cancel(): void {
    for (const { number, state } of this.arrivals())
      if (!DONE.has(state.kind)) this.change(number, { state: { kind: 'cancelled' } });
    this.cancelled.next();
  }

  clear(): void {
    this.arrivals.update((all) => all.filter(({ state }) => !DONE.has(state.kind)));
  }

  private work(number: number, decided: boolean): Observable<unknown> {
    const arrival = this.arrivals().find((one) => one.number === number);
    if (arrival?.state.kind !== 'waiting') return EMPTY;
    return this.read(arrival).pipe(
      switchMap((summary) => {
        if (mustAsk(summary) && !decided) return of<ArrivalState>({ kind: 'asking', summary });
        return this.send(arrival, summary);
      }),
      catchError((cause: unknown) => of<ArrivalState>({ kind: 'refused', message: wordsOf(cause) })),
      tap((state) => this.change(number, { state })),
      takeUntil(this.cancelled),
    );
  }

  private read({ number, file, choice }: Arrival): Observable<FileSummary> {
    this.change(number, { state: { kind: 'reading' } });
    const problem = sizeProblem(file);
    if (problem) return throwError(() => new ServerProblem(undefined, problem));
    return this.reader.read(file, file.name, choice).pipe(
      map((answer) => {
        if (answer.kind === 'refused') throw new ServerProblem(undefined, answer.message);
        if (answer.kind !== 'read') throw new Error('The file was not read.');
        return answer.summary;
      }),
    );
  }

  private send({ number, file, choice }: Arrival, summary: FileSummary): Observable<ArrivalState> {
    this.change(number, { state: { kind: 'sending', summary } });
    return this.pieces
      .import(file, file.name, choice)
      .pipe(map((piece): ArrivalState => ({ kind: 'stored', summary, piece })));
  }

  private change(number: number, to: Partial<Arrival>): void {
    this.arrivals.update((all) => all.map((one) => (one.number === number ? { ...one, ...to } : one)));
  }
}
