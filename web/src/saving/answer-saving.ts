import { inject, Injectable, signal } from '@angular/core';
import type { TrainerAnswer } from '@kettle-step/core';
import { tap } from 'rxjs';
import { messageOf } from '../parts/words';
import { problemCode } from '../services/server-problem';
import { TrainerService } from '../services/trainer.service';
import { SaveQueue } from './save-queue';

/** Answers in the finger trainer that are not saved yet, by student. They outlive the place and the choice of a student. */
@Injectable({ providedIn: 'root' })
export class AnswerSaving {
  private readonly service = inject(TrainerService);
  private readonly queue: SaveQueue<readonly TrainerAnswer[]> = new SaveQueue<readonly TrainerAnswer[]>({
    save: (answers, studentId) =>
      this.service.add(studentId, answers).pipe(
        tap(() => {
          const left = this.waiting(studentId).filter((answer) => !answers.includes(answer));
          if (left.length > 0) this.queue.keep(studentId, left);
        }),
      ),
    refused: (cause, _answers, studentId) => {
      if (problemCode(cause) !== 'not-found') return 'retry';
      this.lost.set(messageOf(cause));
      this.queue.drop(studentId);
      return 'settled';
    },
    quietMs: 0,
  });

  readonly problem = this.queue.notice;
  /** What could not be kept at all, and why. */
  readonly lost = signal('');

  add(studentId: string, answer: TrainerAnswer): void {
    this.queue.keep(studentId, [...this.waiting(studentId), answer]);
  }

  /** Answers of a student that the server does not have yet. */
  waiting(studentId: string): readonly TrainerAnswer[] {
    return this.queue.get(studentId) ?? [];
  }
}
