import { computed, DestroyRef, DOCUMENT, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import {
  catchError,
  concatMap,
  debounce,
  defer,
  EMPTY,
  filter,
  finalize,
  fromEvent,
  ignoreElements,
  map,
  merge,
  of,
  Subject,
  take,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { messageOf } from '../parts/words';

/** Changes that follow one another faster than this are saved together: what is typed letter by letter. */
export const TYPING_MS = 400;
/** After a failure the queue tries again. */
const RETRY_MS = 5000;

/** What the teacher sees of saving. */
export type SaveState = 'saved' | 'saving' | 'failed' | 'held';
export const SAVE_WORDS: Readonly<Record<SaveState, string>> = {
  saved: 'saved',
  saving: 'saving…',
  failed: 'not saved',
  held: 'not saved',
};

/** What follows when a value was refused: try it again, hold it until somebody decides, or go on without it. */
export type Verdict = 'retry' | 'hold' | 'settled';

/** How one kind of thing is saved. */
export interface SavePolicy<T> {
  /** Emits once the value is saved. */
  readonly save: (value: T, key: string) => Observable<unknown>;
  /** What to do about a refusal, such as a conflict; without it everything is tried again. */
  readonly refused?: (cause: unknown, value: T, key: string) => Verdict | Observable<Verdict>;
  /** How long after the last change a value is saved, ms. */
  readonly quietMs: number;
}

/**
 * What is not saved yet, by key: one after another, a moment after its last change, and at once when the window is left or the network
 * comes back. What fails is tried again and lets the others go first. While anything waits, the browser asks before it closes the
 * window. Made where services are made.
 */
export class SaveQueue<T> {
  private readonly wake = new Subject<'soon' | 'now'>();
  /** A try has ended, or the change that was expected does not come. */
  private readonly tried = new Subject<void>();
  private readonly waiting = signal<ReadonlyMap<string, T>>(new Map());
  private readonly heldKeys = signal<ReadonlySet<string>>(new Set());
  private readonly sending = signal(0);
  private readonly isExpecting = signal(false);

  /** Why something is not saved. */
  readonly problem = signal('');
  /** What waits until somebody decides. */
  readonly held = computed(() =>
    [...this.waiting()].filter(([key]) => this.heldKeys().has(key)).map(([, value]) => value),
  );
  private readonly sendable = computed(() => [...this.waiting()].filter(([key]) => !this.heldKeys().has(key)));
  private readonly isFailing = computed(() => this.sendable().length > 0 && this.problem() !== '');
  readonly state = computed((): SaveState => {
    if (this.held().length > 0) return 'held';
    if (this.isFailing()) return 'failed';
    return this.sendable().length > 0 || this.sending() > 0 || this.isExpecting() ? 'saving' : 'saved';
  });
  readonly words = computed(() => SAVE_WORDS[this.state()]);
  readonly notice = computed(() => (this.problem() === '' ? '' : `Not saved yet. ${this.problem()}`));

  constructor(private readonly policy: SavePolicy<T>) {
    const destroyed = inject(DestroyRef);
    const document = inject(DOCUMENT);
    const window = document.defaultView!;
    const left = merge(fromEvent(document, 'visibilitychange'), fromEvent(window, 'online'));
    merge(this.wake, left.pipe(map(() => 'now' as const)))
      .pipe(
        debounce((when) => (when === 'now' ? of(0) : timer(policy.quietMs))),
        // One at a time: each save is based on the revision that the one before it made.
        concatMap(() => this.saveFirst()),
        takeUntilDestroyed(destroyed),
      )
      .subscribe();
    fromEvent<BeforeUnloadEvent>(window, 'beforeunload')
      .pipe(takeUntilDestroyed(destroyed))
      .subscribe((event) => {
        if (this.state() !== 'saved') event.preventDefault();
      });
  }

  /** What waits under a key. */
  get(key: string): T | undefined {
    return this.waiting().get(key);
  }

  keep(key: string, value: T): void {
    this.isExpecting.set(false);
    this.waiting.update((all) => new Map(all).set(key, value));
    this.wake.next('soon');
  }

  /** A value need not be saved any more. */
  drop(key: string): void {
    this.waiting.update((all) => new Map([...all].filter(([one]) => one !== key)));
    this.release(key);
  }

  /** Somebody has decided about a value that was held. */
  release(key: string): void {
    this.heldKeys.update((all) => new Set([...all].filter((one) => one !== key)));
    if (this.waiting().size === 0) this.problem.set('');
  }

  /** A change is being worked out: what is saved before it is there is not all. */
  expect(): void {
    this.isExpecting.set(true);
  }

  /** The change that was expected does not come. */
  expectNothing(): void {
    this.isExpecting.set(false);
    this.tried.next();
  }

  saveNow(): void {
    this.wake.next('now');
  }

  /** Completes once nothing waits but what is held; fails where something cannot be saved. */
  whenSafe(): Observable<never> {
    const ended = this.tried.pipe(
      filter(() => this.isSafe() || this.isFailing()),
      take(1),
      tap(() => {
        if (this.isFailing()) throw new Error(this.problem());
      }),
      ignoreElements(),
    );
    const asked = defer(() => {
      this.saveNow();
      return EMPTY;
    });
    return defer(() => (this.isSafe() ? EMPTY : merge(ended, asked)));
  }

  private isSafe(): boolean {
    return this.sendable().length === 0 && this.state() !== 'saving';
  }

  private saveFirst(): Observable<unknown> {
    const [first] = this.sendable();
    if (!first) return EMPTY;
    const [key, value] = first;
    this.sending.update((count) => count + 1);
    return this.policy.save(value, key).pipe(
      tap(() => {
        if (this.get(key) === value) this.drop(key);
        this.problem.set('');
      }),
      catchError((cause: unknown) => this.refused(cause, value, key)),
      finalize(() => {
        this.sending.update((count) => count - 1);
        this.tried.next();
        if (this.sendable().length > 0 && this.problem() === '') this.wake.next('soon');
      }),
    );
  }

  private refused(cause: unknown, value: T, key: string): Observable<unknown> {
    const verdict = this.policy.refused?.(cause, value, key) ?? 'retry';
    return (typeof verdict === 'string' ? of(verdict) : verdict).pipe(
      tap((reached) => this.follow(reached, key, cause)),
      // The way to a verdict may fail as well.
      catchError((second: unknown) => {
        this.follow('retry', key, second);
        return EMPTY;
      }),
    );
  }

  private follow(verdict: Verdict, key: string, cause: unknown): void {
    // It may have been dropped meanwhile.
    if (this.get(key) === undefined) return;
    if (verdict === 'hold') this.heldKeys.update((all) => new Set(all).add(key));
    if (verdict !== 'retry') return;
    this.problem.set(messageOf(cause));
    this.putLast(key);
    setTimeout(() => this.wake.next('now'), RETRY_MS);
  }

  private putLast(key: string): void {
    const value = this.get(key)!;
    this.waiting.update((all) => new Map([...all].filter(([one]) => one !== key)).set(key, value));
  }
}
