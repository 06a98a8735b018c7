import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import {
  DEFAULT_SETTINGS,
  locksOf,
  ribbonOf,
  storedFingers,
  type Piece,
  type StoredFinger,
} from '@kettle-step/contract';
import type { Finger, Locks, Note, PianoPlan, PlannedNote, Score } from '@kettle-step/core';
import { catchError, EMPTY, map, Subject, switchMap, type Observable } from 'rxjs';
import { EngineService } from '../services/engine.service';
import { PiecesService, ServerProblem } from '../services/pieces.service';
import { Autosave } from './autosave';
import { firstOfBar } from './steps';

export type BenchState =
  { readonly kind: 'loading' } | { readonly kind: 'failed'; readonly message: string } | { readonly kind: 'ready' };

/** A note with all that the bench shows of it. */
export interface FingeredNote {
  readonly note: Note;
  readonly planned: PlannedNote;
  readonly decidedBy: StoredFinger['decidedBy'];
}

/** Everything the bench knows about the open piece; what is shown is derived from score, locks and plan. */
@Injectable()
export class BenchStore {
  private readonly pieces = inject(PiecesService);
  private readonly engine = inject(EngineService);
  private readonly destroyed = inject(DestroyRef);
  readonly autosave = inject(Autosave);

  private readonly wanted = new Subject<{ readonly locks: Locks; readonly keep: boolean }>();
  private readonly past = signal<readonly Locks[]>([]);
  private readonly future = signal<readonly Locks[]>([]);

  readonly state = signal<BenchState>({ kind: 'loading' });
  readonly piece = signal<Piece | undefined>(undefined);
  readonly score = signal<Score | undefined>(undefined);
  readonly engravable = signal<string | undefined>(undefined);
  readonly locks = signal<Locks>(new Map());
  /** The plan, and the locks it was made for. */
  readonly solved = signal<{ readonly plan: PianoPlan; readonly locks: Locks } | undefined>(undefined);
  readonly chosenId = signal<string | undefined>(undefined);

  readonly plan = computed(() => this.solved()?.plan);
  readonly canUndo = computed(() => this.past().length > 0);
  readonly canRedo = computed(() => this.future().length > 0);

  /** Fingered notes by id. */
  readonly notes = computed((): ReadonlyMap<string, FingeredNote> => {
    const [score, solved] = [this.score(), this.solved()];
    if (!score || !solved) return new Map();
    const planned = new Map(
      [...solved.plan.hands.right.notes, ...solved.plan.hands.left.notes].map((note) => [note.id, note]),
    );
    const decided = new Map(
      storedFingers(score, solved.plan, solved.locks).map(({ noteId, decidedBy }) => [noteId, decidedBy]),
    );
    return new Map(
      score.notes.flatMap((note) => {
        const found = planned.get(note.id);
        return found
          ? [[note.id, { note, planned: found, decidedBy: decided.get(note.id) ?? 'suggested' }] as const]
          : [];
      }),
    );
  });

  readonly ribbon = computed(() => {
    const [score, solved] = [this.score(), this.solved()];
    return score && solved ? ribbonOf(score, solved.plan, solved.locks) : [];
  });

  readonly chosen = computed(() => this.notes().get(this.chosenId() ?? ''));
  readonly chosenBar = computed(() => this.chosen()?.note.bar ?? 0);

  constructor() {
    this.wanted
      .pipe(
        // A newer wish makes the answer to an older one worthless: it is dropped.
        switchMap(({ locks, keep }) =>
          this.engine.plan({ locks, settings: DEFAULT_SETTINGS }).pipe(map((plan) => ({ plan, locks, keep }))),
        ),
        takeUntilDestroyed(this.destroyed),
      )
      .subscribe({
        next: ({ plan, locks, keep }) => {
          this.solved.set({ plan, locks });
          if (keep) this.save();
        },
        error: (cause: unknown) => this.fail(cause),
      });
  }

  open(id: string): void {
    this.state.set({ kind: 'loading' });
    this.pieces
      .get(id)
      .pipe(
        switchMap((piece) => this.engine.open(piece.document).pipe(map((opened) => ({ piece, opened })))),
        switchMap(({ piece, opened }) => {
          const locks = locksOf(piece.plan.fingers);
          return this.engine
            .plan({ locks, settings: DEFAULT_SETTINGS })
            .pipe(map((plan) => ({ piece, opened, locks, plan })));
        }),
        catchError((cause: unknown) => this.fail(cause)),
        takeUntilDestroyed(this.destroyed),
      )
      .subscribe(({ piece, opened, locks, plan }) => {
        this.piece.set(piece);
        this.score.set(opened.score);
        this.engravable.set(opened.engravable);
        this.locks.set(locks);
        this.solved.set({ plan, locks });
        this.past.set([]);
        this.future.set([]);
        this.autosave.begin(piece.id, piece.plan.revision);
        this.chosenId.update((id) =>
          id && this.notes().has(id) ? id : (firstOfBar(opened.score, 0, 'right') ?? opened.score.notes[0])?.id,
        );
        this.state.set({ kind: 'ready' });
      });
  }

  choose(id: string | undefined): void {
    if (id !== undefined && this.notes().has(id)) this.chosenId.set(id);
  }

  /** Sets a finger on the chosen note and holds it there. */
  setFinger(finger: Finger): void {
    const id = this.chosenId();
    if (id === undefined || this.locks().get(id) === finger) return;
    this.change(new Map(this.locks()).set(id, finger));
  }

  /** Lets the engine choose again for the chosen note. */
  freeFinger(): void {
    const id = this.chosenId();
    if (id === undefined || !this.locks().has(id)) return;
    const locks = new Map(this.locks());
    locks.delete(id);
    this.change(locks);
  }

  undo(): void {
    const before = this.past().at(-1);
    if (!before) return;
    this.past.update((past) => past.slice(0, -1));
    this.future.update((future) => [...future, this.locks()]);
    this.show(before);
  }

  redo(): void {
    const after = this.future().at(-1);
    if (!after) return;
    this.future.update((future) => future.slice(0, -1));
    this.past.update((past) => [...past, this.locks()]);
    this.show(after);
  }

  /** After a conflict: puts this window's fingering over the other one. */
  keepMine(): void {
    const piece = this.piece();
    if (!piece) return;
    this.pieces
      .get(piece.id)
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe({
        next: ({ plan }) => {
          this.autosave.begin(piece.id, plan.revision);
          this.save();
        },
        error: (cause: unknown) => this.autosave.failed(cause),
      });
  }

  /** After a conflict: takes the fingering that was saved elsewhere. */
  takeTheirs(): void {
    const piece = this.piece();
    if (piece) this.open(piece.id);
  }

  private change(locks: Locks): void {
    this.past.update((past) => [...past, this.locks()]);
    this.future.set([]);
    this.show(locks);
  }

  private show(locks: Locks): void {
    performance.mark('finger-set');
    this.locks.set(locks);
    this.autosave.expect();
    this.wanted.next({ locks, keep: true });
  }

  private save(): void {
    const [score, solved] = [this.score(), this.solved()];
    if (!score || !solved) return;
    this.autosave.keep({ fingers: storedFingers(score, solved.plan, solved.locks), ribbon: this.ribbon() });
  }

  private fail(cause: unknown): Observable<never> {
    const message = cause instanceof ServerProblem || cause instanceof Error ? cause.message : String(cause);
    this.state.set({ kind: 'failed', message });
    return EMPTY;
  }
}
