import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { SavePlan } from '@kettle-step/contract';
import { catchError, concatMap, debounce, EMPTY, fromEvent, map, merge, of, Subject, tap, timer } from 'rxjs';
import { PiecesService, ServerProblem } from '../services/pieces.service';

/** What the teacher sees of saving. */
export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'conflict'; readonly message: string };

type Content = Omit<SavePlan, 'baseRevision'> & Required<Pick<SavePlan, 'document'>>;

/** Changes that follow one another faster than this are saved together. */
const QUIET_MS = 400;
/** After a failure it is tried again by itself. */
const RETRY_MS = 5000;

/** Keeps a plan on the server: soon after each change, at once when the window is left, again after a failure. */
@Injectable()
export class Autosave {
  private readonly pieces = inject(PiecesService);
  private readonly kept = new Subject<'soon' | 'now'>();
  private id = '';
  private revision = 1;
  /** The music that stands on the server: only other music is sent along. */
  private document = '';
  private waiting: Content | undefined;

  readonly state = signal<SaveState>({ kind: 'saved' });

  constructor() {
    const destroyed = inject(DestroyRef);
    const left = fromEvent(document, 'visibilitychange').pipe(map(() => 'now' as const));
    merge(this.kept, left)
      .pipe(
        debounce((when) => (when === 'now' ? of(0) : timer(QUIET_MS))),
        // One save at a time: each is based on the revision that the one before it made.
        concatMap(() => this.send()),
        takeUntilDestroyed(destroyed),
      )
      .subscribe();
    fromEvent<BeforeUnloadEvent>(window, 'beforeunload')
      .pipe(takeUntilDestroyed(destroyed))
      .subscribe((event) => {
        if (this.state().kind !== 'saved') event.preventDefault();
      });
    // Leaving the bench inside the application: what still waits is sent on its own.
    destroyed.onDestroy(() => void this.send().subscribe());
  }

  /** Starts over with a piece and what stands of it on the server. */
  begin(id: string, revision: number, document: string): void {
    this.id = id;
    this.revision = revision;
    this.document = document;
    this.waiting = undefined;
    this.state.set({ kind: 'saved' });
  }

  /** A change is being worked out and will be kept. */
  expect(): void {
    if (this.state().kind !== 'conflict') this.state.set({ kind: 'saving' });
  }

  keep(content: Content): void {
    this.waiting = content;
    if (this.state().kind === 'conflict') return;
    this.state.set({ kind: 'saving' });
    this.kept.next('soon');
  }

  saveNow(): void {
    this.kept.next('now');
  }

  failed(cause: unknown): void {
    const problem = cause instanceof ServerProblem ? cause : undefined;
    const message = problem?.message ?? 'The fingering could not be saved.';
    this.state.set({ kind: problem?.problem?.code === 'conflict' ? 'conflict' : 'failed', message });
  }

  private send() {
    const content = this.waiting;
    if (!content || this.state().kind === 'conflict') return EMPTY;
    this.waiting = undefined;
    const { document, ...plan } = content;
    const music = document === this.document ? {} : { document };
    return this.pieces.save(this.id, { baseRevision: this.revision, ...plan, ...music }).pipe(
      tap((revision) => {
        this.revision = revision;
        this.document = document;
        if (!this.waiting) this.state.set({ kind: 'saved' });
      }),
      catchError((cause: unknown) => {
        // The work stays here, and goes out with the next try unless something newer has come.
        this.waiting ??= content;
        this.failed(cause);
        if (this.state().kind === 'failed') setTimeout(() => this.kept.next('now'), RETRY_MS);
        return EMPTY;
      }),
    );
  }
}
