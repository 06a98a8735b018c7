import { computed, DestroyRef, DOCUMENT, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Lesson, SaveLesson } from '@kettle-step/contract';
import { catchError, concatMap, debounceTime, EMPTY, fromEvent, Subject, tap, type Observable } from 'rxjs';
import { messageOf } from '../parts/words';
import { LessonsService } from '../services/lessons.service';
import { ServerProblem } from '../services/server-problem';

/** Changes that follow one another faster than this are saved together. */
const QUIET_MS = 400;
/** After a failure it is tried again by itself. */
const RETRY_MS = 5000;

export type SavingState = 'saved' | 'saving…' | 'not saved';

const asSaved = ({ id: _, studentId: __, student: ___, revision, ...facts }: Lesson): SaveLesson => ({
  ...facts,
  items: [...facts.items],
  baseRevision: revision,
});

const codeOf = (cause: unknown): string | undefined =>
  cause instanceof ServerProblem ? cause.problem?.code : undefined;

/**
 * Lessons that are not saved yet, one after another. What fails is tried again and does not hold up the others; what was changed
 * elsewhere waits until somebody says how to go on.
 */
@Injectable({ providedIn: 'root' })
export class LessonSaving {
  private readonly service = inject(LessonsService);
  private readonly changed = new Subject<void>();
  private readonly waiting = signal<ReadonlyMap<string, Lesson>>(new Map());
  private readonly elsewhere = signal<ReadonlySet<string>>(new Set());

  readonly problem = signal('');
  /** A lesson was saved, and has a new revision. */
  readonly saved = new Subject<Pick<Lesson, 'id' | 'revision'>>();
  /** Lessons that were changed elsewhere, as they are here. */
  readonly conflicts = computed(() => [...this.waiting().values()].filter(({ id }) => this.elsewhere().has(id)));
  private readonly sendable = computed(() =>
    [...this.waiting().values()].filter(({ id }) => !this.elsewhere().has(id)),
  );
  readonly state = computed((): SavingState => {
    if (this.waiting().size === 0) return 'saved';
    return this.conflicts().length > 0 || this.problem() !== '' ? 'not saved' : 'saving…';
  });

  constructor() {
    const destroyed = inject(DestroyRef);
    this.changed
      .pipe(
        debounceTime(QUIET_MS),
        concatMap(() => this.send()),
        takeUntilDestroyed(destroyed),
      )
      .subscribe();
    fromEvent<BeforeUnloadEvent>(inject(DOCUMENT).defaultView!, 'beforeunload')
      .pipe(takeUntilDestroyed(destroyed))
      .subscribe((event) => {
        if (this.state() !== 'saved') event.preventDefault();
      });
  }

  keep(lesson: Lesson): void {
    this.waiting.update((all) => new Map(all).set(lesson.id, lesson));
    this.changed.next();
  }

  /** A lesson as it is here, where it is not saved yet. */
  latest(lesson: Lesson): Lesson {
    return this.waiting().get(lesson.id) ?? lesson;
  }

  /** A lesson need not be saved any more. */
  drop(id: string): void {
    this.waiting.update((all) => new Map([...all].filter(([one]) => one !== id)));
    this.settle(id);
  }

  /** It is settled how to go on with a lesson that was changed elsewhere. */
  settle(id: string): void {
    this.elsewhere.update((all) => new Set([...all].filter((one) => one !== id)));
  }

  private send(): Observable<unknown> {
    const [lesson] = this.sendable();
    if (!lesson) return EMPTY;
    return this.service.save(lesson.id, asSaved(lesson)).pipe(
      tap((revision) => this.took(lesson, revision)),
      catchError((cause: unknown) => {
        this.refused(lesson, cause);
        return EMPTY;
      }),
    );
  }

  private took(lesson: Lesson, revision: number): void {
    const newer = this.waiting().get(lesson.id);
    if (newer === lesson) this.drop(lesson.id);
    else if (newer) this.waiting.update((all) => new Map(all).set(lesson.id, { ...newer, revision }));
    this.problem.set('');
    this.saved.next({ id: lesson.id, revision });
    this.goOn();
  }

  private refused(lesson: Lesson, cause: unknown): void {
    switch (codeOf(cause)) {
      case 'conflict':
        this.elsewhere.update((all) => new Set(all).add(lesson.id));
        return this.goOn();
      case 'not-found':
        this.problem.set(`${messageOf(cause)} What you wrote about ${lesson.student} is not kept.`);
        this.drop(lesson.id);
        return this.goOn();
      default:
        this.problem.set(`Not saved yet. ${messageOf(cause)}`);
        this.putLast(lesson.id);
        setTimeout(() => this.changed.next(), RETRY_MS);
    }
  }

  /** What could not be saved lets the others go before it. */
  private putLast(id: string): void {
    const lesson = this.waiting().get(id);
    if (lesson) this.waiting.update((all) => new Map([...all].filter(([one]) => one !== id)).set(id, lesson));
  }

  private goOn(): void {
    if (this.sendable().length > 0) this.changed.next();
  }
}
