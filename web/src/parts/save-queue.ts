import { computed, DestroyRef, DOCUMENT, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, concatMap, debounceTime, EMPTY, fromEvent, Subject, tap, type Observable } from 'rxjs';
import { messageOf } from './words';

/** Changes that follow one another faster than this are saved together: for what is typed letter by letter. */
export const TYPING_MS = 400;
/** After a failure it is tried again by itself. */
const RETRY_MS = 5000;

export type SavingState = 'saved' | 'saving…' | 'not saved';

/**
 * What is not saved yet, by id: one after another, a moment after its last change. What fails is tried again and lets the others go
 * before it; what is held waits until somebody says how to go on. Made where services are made.
 */
export class SaveQueue<T> {
  private readonly changed = new Subject<void>();
  private readonly all = signal<ReadonlyMap<string, T>>(new Map());
  private readonly heldIds = signal<ReadonlySet<string>>(new Set());

  /** Why something is not saved. */
  readonly problem = signal('');
  readonly held = computed(() => [...this.all()].filter(([id]) => this.heldIds().has(id)).map(([, value]) => value));
  private readonly sendable = computed(() => [...this.all()].filter(([id]) => !this.heldIds().has(id)));
  readonly state = computed((): SavingState => {
    if (this.all().size === 0) return 'saved';
    return this.held().length > 0 || this.problem() !== '' ? 'not saved' : 'saving…';
  });

  /**
   * @param save - emits when the value is saved; an error has it tried again. It may put something newer in the place of the value,
   * hold it or drop it; then it completes without a word.
   * @param quietMs - how long after the last change it is saved
   */
  constructor(
    private readonly save: (value: T) => Observable<unknown>,
    quietMs: number,
  ) {
    const destroyed = inject(DestroyRef);
    this.changed
      .pipe(
        debounceTime(quietMs),
        concatMap(() => this.saveFirst()),
        takeUntilDestroyed(destroyed),
      )
      .subscribe();
    fromEvent<BeforeUnloadEvent>(inject(DOCUMENT).defaultView!, 'beforeunload')
      .pipe(takeUntilDestroyed(destroyed))
      .subscribe((event) => {
        if (this.state() !== 'saved') event.preventDefault();
      });
  }

  /** What waits under an id. */
  get(id: string): T | undefined {
    return this.all().get(id);
  }

  keep(id: string, value: T): void {
    this.all.update((all) => new Map(all).set(id, value));
    this.changed.next();
  }

  /** Something need not be saved any more. */
  drop(id: string): void {
    this.all.update((all) => new Map([...all].filter(([one]) => one !== id)));
    this.letGo(id);
  }

  hold(id: string): void {
    this.heldIds.update((all) => new Set(all).add(id));
  }

  letGo(id: string): void {
    this.heldIds.update((all) => new Set([...all].filter((one) => one !== id)));
  }

  private saveFirst(): Observable<unknown> {
    const [first] = this.sendable();
    if (!first) return EMPTY;
    const [id, value] = first;
    return this.save(value).pipe(
      tap({
        next: () => {
          if (this.get(id) === value) this.drop(id);
          this.problem.set('');
        },
        complete: () => {
          if (this.sendable().length > 0) this.changed.next();
        },
      }),
      catchError((cause: unknown) => {
        this.problem.set(`Not saved yet. ${messageOf(cause)}`);
        this.putLast(id);
        setTimeout(() => this.changed.next(), RETRY_MS);
        return EMPTY;
      }),
    );
  }

  private putLast(id: string): void {
    const value = this.get(id);
    if (value !== undefined) this.all.update((all) => new Map([...all].filter(([one]) => one !== id)).set(id, value));
  }
}
