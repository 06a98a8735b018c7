import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { SavePlan } from '@kettle-step/contract';
import {
  catchError,
  concatMap,
  debounce,
  defer,
  EMPTY,
  filter,
  fromEvent,
  map,
  merge,
  of,
  Subject,
  switchMap,
  take,
  tap,
  throwError,
  timer,
  type Observable,
} from 'rxjs';
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
@Injectable({ providedIn: 'root' })
export class Autosave {
  private readonly pieces = inject(PiecesService);
  private readonly kept = new Subject<'soon' | 'now'>();
  /** Nothing is under way any more: all is saved, or it cannot be. */
  private readonly rested = new Subject<SaveState>();
  private id = '';
  private revision = 1;
  /** The music that stands on the server: only other music is sent along. */
  private document = '';
  private waiting: Content | undefined;

  readonly state = signal<SaveState>({ kind: 'saved' });
  /** Something newer was found on the server. */
  readonly conflicts: Observable<SaveState> = this.rested.pipe(filter(({ kind }) => kind === 'conflict'));

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

  /** The change that was expected does not come. */
  expectNothing(): void {
    if (this.state().kind === 'saving' && !this.waiting) this.rest({ kind: 'saved' });
  }

  /** Nothing more is kept, also nothing that waits. */
  end(): void {
    this.begin('', 1, '');
  }

  saveNow(): void {
    this.kept.next('now');
  }

  /** Completes once the work is safe: saved, or kept beside what another window saved. Fails where it cannot be saved. */
  whenSafe(): Observable<never> {
    const { kind } = this.state();
    if (kind === 'saved' || kind === 'conflict') return EMPTY;
    const outcome = this.rested.pipe(
      take(1),
      switchMap((state) => (state.kind === 'failed' ? throwError(() => new Error(state.message)) : EMPTY)),
    );
    const asked = defer(() => {
      this.saveNow();
      return EMPTY;
    });
    return merge(outcome, asked);
  }

  fail(cause: unknown): void {
    const problem = cause instanceof ServerProblem ? cause : undefined;
    const message = problem?.message ?? 'The fingering could not be saved.';
    this.rest({ kind: problem?.problem?.code === 'conflict' ? 'conflict' : 'failed', message });
  }

  private rest(state: SaveState): void {
    this.state.set(state);
    this.rested.next(state);
  }

  private send() {
    const content = this.waiting;
    if (!content || this.state().kind === 'conflict') return EMPTY;
    this.waiting = undefined;
    const { id } = this;
    const { document, ...plan } = content;
    const music = document === this.document ? {} : { document };
    return this.pieces.save(id, { baseRevision: this.revision, ...plan, ...music }).pipe(
      tap((revision) => {
        this.revision = revision;
        this.document = document;
        if (!this.waiting) this.rest({ kind: 'saved' });
      }),
      catchError((cause: unknown) => {
        // The work stays here, and goes out with the next try unless something newer has come.
        this.waiting ??= content;
        this.fail(cause);
        if (this.state().kind === 'failed') setTimeout(() => this.kept.next('now'), RETRY_MS);
        return EMPTY;
      }),
    );
  }
}
