import { inject, Injectable, signal } from '@angular/core';
import type { Lesson, SaveLesson } from '@kettle-step/contract';
import { Subject, tap, type Observable } from 'rxjs';
import { messageOf } from '../parts/words';
import { LessonsService } from '../services/lessons.service';
import { problemCode } from '../services/server-problem';
import { SaveQueue, TYPING_MS, type Verdict } from './save-queue';

const asSaved = ({ id: _, studentId: __, student: ___, revision, ...facts }: Lesson): SaveLesson => ({
  ...facts,
  items: [...facts.items],
  baseRevision: revision,
});

/** Lessons that are not saved yet. One that was changed elsewhere is held until the teacher decides. */
@Injectable({ providedIn: 'root' })
export class LessonSaving {
  private readonly service = inject(LessonsService);
  private readonly queue = new SaveQueue<Lesson>({
    save: (lesson) => this.save(lesson),
    refused: (cause, lesson) => this.refused(cause, lesson),
    quietMs: TYPING_MS,
  });

  readonly problem = this.queue.notice;
  readonly state = this.queue.state;
  readonly words = this.queue.words;
  /** Lessons that were changed elsewhere, as they are here. */
  readonly conflicts = this.queue.held;
  /** What could not be kept at all, and why; shown until it was read. */
  readonly lost = signal('');
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

  /** The teacher has decided about a lesson that was changed elsewhere. */
  release(id: string): void {
    this.queue.release(id);
  }

  private save(lesson: Lesson): Observable<unknown> {
    return this.service.save(lesson.id, asSaved(lesson)).pipe(
      tap((revision) => {
        const newer = this.queue.get(lesson.id);
        if (newer && newer !== lesson) this.keep({ ...newer, revision });
        this.saved.next({ id: lesson.id, revision });
      }),
    );
  }

  private refused(cause: unknown, { id, student }: Lesson): Verdict {
    switch (problemCode(cause)) {
      case 'conflict':
        return 'hold';
      case 'not-found':
        // No word about a lesson that was deleted here.
        if (this.queue.get(id)) this.lost.set(`${messageOf(cause)} What you wrote about ${student} is not kept.`);
        this.queue.drop(id);
        return 'settled';
      default:
        return 'retry';
    }
  }
}
