import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { wordLost } from '@kettle-step/contract';
import type { Correction } from '@kettle-step/core';
import { catchError, concatMap, defer, EMPTY, map, Subject, switchMap, tap, throwError, type Observable } from 'rxjs';
import { messageOf, sizeProblem } from '../../parts/words';
import type { CarriedOver } from '../../services/engine.service';
import { ReaderService } from '../../services/reader.service';
import { BenchStore } from '../bench.store';

/** A newer file that would take the place of the music, before anything is changed. */
export interface Newer {
  readonly name: string;
  readonly notices: readonly string[];
  readonly kept: number;
  readonly lost: readonly string[];
  readonly changed: CarriedOver;
}

const lostWords = ({ carried }: CarriedOver): readonly string[] => carried.lost.map(wordLost);

/** Mends the music of the open piece, note by note or as a whole. */
@Injectable()
export class CorrectStore {
  private readonly bench = inject(BenchStore);
  private readonly reader = inject(ReaderService);
  private readonly destroyed = inject(DestroyRef);

  private readonly wishes = new Subject<() => Correction | undefined>();

  /** Why the last wish could not be done. */
  readonly refusal = signal('');
  /** Decisions that the last correction left without a place. */
  readonly lost = signal<readonly string[]>([]);
  readonly newer = signal<Newer | undefined>(undefined);
  readonly reading = signal(false);

  constructor() {
    this.wishes
      .pipe(
        concatMap((correction) => defer(() => this.mend(correction()))),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  /** Mends the music. Wishes that come quickly wait for one another; each says what it wants when its turn has come. */
  correct(correction: () => Correction | undefined): void {
    this.wishes.next(correction);
  }

  /** Reads a newer file of the piece and finds out what of the work would stay. */
  look(file: File): void {
    this.reading.set(true);
    this.newer.set(undefined);
    const found = this.reader.read(file, file.name, { parts: [], tune: 0 }, true).pipe(
      switchMap((answer) => {
        if (answer.kind === 'refused') throw new Error(answer.message);
        if (answer.kind !== 'read' || answer.document === null) throw new Error('out of turn');
        const { notices } = answer.summary;
        return this.bench.carriedTo(answer.document).pipe(
          map((changed): Newer => ({
            name: file.name,
            notices,
            kept: changed.carried.kept,
            lost: lostWords(changed),
            changed,
          })),
        );
      }),
    );
    const problem = sizeProblem(file);
    this.run(problem ? throwError(() => new Error(problem)) : found, (newer) => this.newer.set(newer));
  }

  /** Puts the newer music in place of what stands. */
  take(): void {
    const newer = this.newer();
    if (!newer) return;
    this.bench.take(newer.changed);
    this.lost.set(newer.lost);
    this.newer.set(undefined);
  }

  leave(): void {
    this.newer.set(undefined);
  }

  private mend(correction: Correction | undefined): Observable<unknown> {
    if (!correction) return EMPTY;
    return this.bench.correct(correction).pipe(
      tap((changed) => {
        this.refusal.set('');
        this.lost.set(lostWords(changed));
      }),
      catchError((cause: unknown) => {
        this.refusal.set(messageOf(cause));
        return EMPTY;
      }),
    );
  }

  private run<T>(work: Observable<T>, then: (value: T) => void): void {
    work.pipe(takeUntilDestroyed(this.destroyed)).subscribe({
      next: (value) => {
        this.refusal.set('');
        this.reading.set(false);
        then(value);
      },
      error: (cause: unknown) => {
        this.refusal.set(messageOf(cause));
        this.reading.set(false);
      },
    });
  }
}
