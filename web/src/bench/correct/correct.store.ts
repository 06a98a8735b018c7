import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { halfStepBeside, stepBeside, type Correction, type Note, type Pitch, wordLost } from '@kettle-step/core';
import { catchError, concatMap, defer, EMPTY, map, Observable, Subject, switchMap, tap, throwError } from 'rxjs';
import { forgetTextDraft } from '../../parts/text-drafts';
import { messageOf, sizeProblem } from '../../parts/words';
import { EngineService, type CarriedOver } from '../../services/engine.service';
import { ReaderService } from '../../services/reader.service';
import { History } from '../../session/history';
import { PieceSession } from '../../session/piece-session';
import { Selection } from '../../session/selection';

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
  private readonly session = inject(PieceSession);
  private readonly history = inject(History);
  private readonly selection = inject(Selection);
  private readonly engine = inject(EngineService);
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

  /** Mends the chosen note, as it is when the wish has its turn. */
  onNote(correction: (note: Note) => Correction): void {
    this.correct(() => {
      const note = this.selection.chosen()?.note;
      return note && correction(note);
    });
  }

  setPitch(change: (pitch: Pitch) => Pitch): void {
    this.onNote(({ id, pitch }) => ({ kind: 'pitch', noteId: id, pitch: change(pitch) }));
  }

  /** Moves the note along the scale of the bar's key. */
  step(by: number): void {
    const fifths = this.session.score()?.bars[this.selection.chosenBar()]?.key.fifths ?? 0;
    this.setPitch((pitch) => stepBeside(pitch, by, fifths));
  }

  halfStep(by: 1 | -1): void {
    this.setPitch((pitch) => halfStepBeside(pitch, by));
  }

  octave(by: 1 | -1): void {
    this.setPitch((pitch) => ({ ...pitch, octave: pitch.octave + by }));
  }

  takeOut(): void {
    this.onNote(({ id }) => ({ kind: 'delete', noteId: id }));
  }

  /** Reads a newer file of the piece and finds out what of the work would stay. */
  look(file: File): void {
    this.reading.set(true);
    this.newer.set(undefined);
    const found = this.reader.read(file, file.name, { parts: [], tune: 0 }, true).pipe(
      switchMap((answer) => {
        if (answer.kind === 'refused') throw new Error(answer.message);
        if (answer.kind !== 'read' || answer.document === null) throw new Error('The file was read without its music.');
        const { notices } = answer.summary;
        return this.engine.carry(this.session.document(), answer.document, this.session.decisions()).pipe(
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
    this.history.take(newer.changed);
    this.lost.set(newer.lost);
    this.newer.set(undefined);
    forgetTextDraft(this.session.piece()?.id ?? '');
  }

  leave(): void {
    this.newer.set(undefined);
  }

  private mend(correction: Correction | undefined): Observable<unknown> {
    if (!correction) return EMPTY;
    return this.engine.correct(this.session.document(), correction, this.session.decisions()).pipe(
      switchMap((changed) => this.laid(changed)),
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

  /** Puts other music in place; answers when it is there. */
  private laid(changed: CarriedOver): Observable<CarriedOver> {
    return new Observable<CarriedOver>((subscriber) => {
      const told = this.session.events.subscribe((event) => {
        if (event.kind === 'worked') subscriber.next(changed);
        else if (event.kind === 'taken-back') return subscriber.error(new Error(event.message));
        if (event.kind !== 'wished') subscriber.complete();
      });
      this.history.take(changed);
      return told;
    });
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
