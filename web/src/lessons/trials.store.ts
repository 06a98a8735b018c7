import { inject, Injectable, signal } from '@angular/core';
import type { StudentTrial } from '@kettle-step/contract';
import type { WayName } from '@kettle-step/core';
import { concatMap, map } from 'rxjs';
import { keptDayInWords } from '../parts/dates';
import { telling } from '../parts/telling';
import { StudentsService } from '../services/students.service';
import { History } from '../session/history';
import { PieceSession } from '../session/piece-session';
import { Saving } from '../session/saving';
import { withChoice } from '../session/trials';

/** A choice between the ways of a trial, as the teacher makes it. */
export interface TrialChoice {
  readonly name: WayName;
  readonly reason: string;
  /** The day of the lesson. */
  readonly on: string;
}

/** What a student tries at home, and what is chosen at the lesson. A choice goes into the plan of its piece. */
@Injectable()
export class LessonTrialsStore {
  private readonly students = inject(StudentsService);
  private readonly session = inject(PieceSession);
  private readonly saving = inject(Saving);
  private readonly history = inject(History);

  private readonly studentId = signal('');
  readonly trials = signal<readonly StudentTrial[]>([]);
  readonly problem = signal('');
  /** The trial whose choice is on its way into the plan. */
  readonly choosing = signal('');

  open(studentId: string): void {
    if (this.studentId() !== studentId) this.trials.set([]);
    this.studentId.set(studentId);
    this.fetch();
  }

  /** Sets the fingers of the chosen way in the plan of the piece, with the reason; the other ways stay on file. */
  choose({ pieceId, trial }: StudentTrial, choice: TrialChoice): void {
    this.choosing.set(`${pieceId} ${trial.id}`);
    this.saving
      .opened(pieceId)
      .pipe(
        map(() => {
          const day = keptDayInWords(choice.on);
          this.history.decide(withChoice(this.session.decisions(), trial.id, choice, day));
        }),
        // The choice is in the plan as soon as it is worked out and saved.
        concatMap(() => this.saving.whenSafe()),
        telling(this.problem),
      )
      .subscribe({
        complete: () => {
          this.choosing.set('');
          this.fetch();
        },
      });
  }

  private fetch(): void {
    const id = this.studentId();
    this.students
      .trials(id)
      .pipe(telling(this.problem))
      .subscribe((trials) => {
        if (this.studentId() === id) this.trials.set(trials);
      });
  }
}
