import { inject, Injectable, signal } from '@angular/core';
import type { Lesson, SaveLesson } from '@kettle-step/contract';
import { catchError, EMPTY, Subject, tap, throwError, type Observable } from 'rxjs';
import { SaveQueue, TYPING_MS } from '../parts/save-queue';
import { messageOf } from '../parts/words';
import { LessonsService } from '../services/lessons.service';
import { problemCode } from '../services/server-problem';

const asSaved = ({ id: _, studentId: __, student: ___, revision, ...facts }: Lesson): SaveLesson => ({
  ...facts,
  items: [...facts.items],
  baseRevision: revision,
});

/** Lessons that are not saved yet. One that was changed elsewhere waits until somebody says how to go on. */
@Injectable({ providedIn: 'root' })
export class LessonSaving {
  private readonly service = inject(LessonsService);
  private readonly queue = new SaveQueue<Lesson>((lesson) => this.save(lesson), TYPING_MS);

  readonly problem = this.queue.problem;
  /** What could not be kept at all, and why; it stands until it was read. */
  readonly lost = signal('');
  readonly state = this.queue.state;
  /** Lessons that were changed elsewhere, as they are here. */
  readonly conflicts = this.queue.held;
  /** A lesson was saved, and has a new revision. */
  readonly saved = new Subject<Pick<Lesson, 'id' | 'revision'>>();

  keep(lesson: Lesson): void {
    this.queue.keep(lesson.id, lesson);
  }

  /** A lesson as it is here, where it is not saved yet. */
  latest(lesson: Lesson): Lesson {
    return this.queue.get(lesson.id) ?? lesson;
  }

  /** A lesson need not be saved any more. */
  drop(id: string): void {
    this.queue.drop(id);
  }

  /** It is settled how to go on with a lesson that was changed elsewhere. */
  settle(id: string): void {
    this.queue.letGo(id);
  }

  private save(lesson: Lesson): Observable<unknown> {
    return this.service.save(lesson.id, asSaved(lesson)).pipe(
      tap((revision) => {
        const newer = this.queue.get(lesson.id);
        if (newer && newer !== lesson) this.keep({ ...newer, revision });
        this.saved.next({ id: lesson.id, revision });
      }),
      catchError((cause: unknown) => this.refused(lesson, cause)),
    );
  }

  private refused({ id, student }: Lesson, cause: unknown): Observable<never> {
    switch (problemCode(cause)) {
      case 'conflict':
        this.queue.hold(id);
        return EMPTY;
      case 'not-found':
        // Whoever took it out here wants no word about it.
        if (this.queue.get(id)) this.lost.set(`${messageOf(cause)} What you wrote about ${student} is not kept.`);
        this.drop(id);
        return EMPTY;
      default:
        return throwError(() => cause);
    }
  }
}
