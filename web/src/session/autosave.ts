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
  finalize,
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
import { PiecesService } from '../services/pieces.service';
import { problemCode, ServerProblem } from '../services/server-problem';
import { PendingWork } from './pending-work';

/** What the teacher sees of saving. */
export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'conflict'; readonly message: string };

type Content = Omit<SavePlan, 'baseRevision'> & Required<Pick<SavePlan, 'document'>>;

/** A piece as it stands on the server. */
interface OnServer {
  readonly id: string;
  readonly title: string;
  readonly revision: number;
  readonly document: string;
}

/** Changes that follow one another faster than this are saved together. */
const QUIET_MS = 400;
/** After a failure it is tried again by itself. */
const RETRY_MS = 5000;

/**
 * Keeps a plan on the server: soon after each change, at once when the window is left, again after a failure. Until it is there
 * it is kept on this device.
 */
@Injectable({ providedIn: 'root' })
export class Autosave {
  private readonly pieces = inject(PiecesService);
  private readonly pending = inject(PendingWork);
  private readonly kept = new Subject<'soon' | 'now'>();
  /** Nothing is under way any more: all is saved, or it cannot be. */
  private readonly rested = new Subject<SaveState>();
  private id = '';
  private title = '';
  private revision = 1;
  /** The music that stands on the server: only other music is sent along. */
  private document = '';
  private waiting: Content | undefined;
  /** A change is being worked out: what is saved before it is there is not all. */
  private isExpecting = false;
  private isSending = false;

  readonly state = signal<SaveState>({ kind: 'saved' });
  /** Something newer was found on the server. */
  readonly conflicts: Observable<SaveState> = this.rested.pipe(filter(({ kind }) => kind === 'conflict'));

  constructor() {
    const destroyed = inject(DestroyRef);
    const left = merge(fromEvent(document, 'visibilitychange'), fromEvent(window, 'online'));
    merge(this.kept, left.pipe(map(() => 'now' as const)))
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
  begin({ id, title, revision, document }: OnServer): void {
    this.id = id;
    this.title = title;
    this.revision = revision;
    this.document = document;
    this.waiting = undefined;
    this.isExpecting = false;
    this.state.set({ kind: 'saved' });
  }

  /** A change is being worked out and will be kept. */
  expect(): void {
    this.isExpecting = true;
    if (this.state().kind !== 'conflict') this.state.set({ kind: 'saving' });
  }

  keep(content: Content): void {
    this.waiting = content;
    this.isExpecting = false;
    void this.pending.keep({ id: this.id, title: this.title }, { baseRevision: this.revision, ...content });
    if (this.state().kind === 'conflict') return;
    this.state.set({ kind: 'saving' });
    this.kept.next('soon');
  }

  /** The change that was expected does not come. */
  expectNothing(): void {
    this.isExpecting = false;
    if (this.state().kind === 'saving' && !this.waiting && !this.isSending) this.rest({ kind: 'saved' });
  }

  /** Nothing more is kept, also nothing that waits. */
  end(): void {
    this.begin({ id: '', title: '', revision: 1, document: '' });
  }

  /** What is not saved stands among the versions: this device need not keep it. */
  keptAsVersion(): void {
    void this.pending.drop(this.id);
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
    const message = cause instanceof ServerProblem ? cause.message : 'The fingering could not be saved.';
    this.rest({ kind: problemCode(cause) === 'conflict' ? 'conflict' : 'failed', message });
  }

  private rest(state: SaveState): void {
    this.state.set(state);
    this.rested.next(state);
  }

  private send() {
    const content = this.waiting;
    if (!content || this.state().kind === 'conflict') return EMPTY;
    this.waiting = undefined;
    this.isSending = true;
    const { id } = this;
    const { document, ...plan } = content;
    const music = document === this.document ? {} : { document };
    return this.pieces.save(id, { baseRevision: this.revision, ...plan, ...music }).pipe(
      // What is open by now may be another piece.
      filter(() => id === this.id),
      tap((revision) => {
        this.revision = revision;
        this.document = document;
        if (this.waiting) return;
        void this.pending.drop(id);
        if (!this.isExpecting) this.rest({ kind: 'saved' });
      }),
      catchError((cause: unknown) => {
        if (id === this.id) this.keepAfter(content, cause);
        return EMPTY;
      }),
      finalize(() => (this.isSending = false)),
    );
  }

  /** The work stays here, and goes out with the next try unless something newer has come. */
  private keepAfter(content: Content, cause: unknown): void {
    this.waiting ??= content;
    this.fail(cause);
    if (this.state().kind === 'failed') setTimeout(() => this.kept.next('now'), RETRY_MS);
  }
}
