import { inject, Injectable, signal } from '@angular/core';
import { trainerLogSchema } from '@kettle-step/contract';
import type { TrainerAnswer } from '@kettle-step/core';
import { keep, kept } from '../parts/kept';
import { telling } from '../parts/telling';
import { TrainerService } from '../services/trainer.service';

/** So many answers are kept on a device that belongs to nobody in particular. */
const MOST_HERE = 2000;
const HERE = 'trainer';

/** Where answers are kept: with a student of the studio, or on this device for whoever visits. */
@Injectable()
export class AnswerLog {
  private readonly service = inject(TrainerService);
  private readonly studentId = signal('');
  /** Answers that the server has not taken yet. */
  private waiting: readonly TrainerAnswer[] = [];

  /** Oldest first. */
  readonly answers = signal<readonly TrainerAnswer[]>([]);
  readonly problem = signal('');

  /** Opens the log of a student; of this device where there is none. */
  open(studentId: string): void {
    this.studentId.set(studentId);
    this.waiting = [];
    this.answers.set(studentId === '' ? this.onDevice() : []);
    if (studentId === '') return;
    this.service
      .of(studentId)
      .pipe(telling(this.problem))
      .subscribe((answers) => {
        if (this.studentId() === studentId) this.answers.set([...answers, ...this.waiting]);
      });
  }

  add(answer: TrainerAnswer): void {
    this.answers.update((answers) => [...answers, answer]);
    const studentId = this.studentId();
    if (studentId === '') return keep(HERE, { answers: this.answers().slice(-MOST_HERE) });
    this.waiting = [...this.waiting, answer];
    const sent = this.waiting;
    this.service
      .add(studentId, sent)
      .pipe(telling(this.problem))
      // What could not be sent goes with the next answer.
      .subscribe(() => {
        this.waiting = this.waiting.filter((one) => !sent.includes(one));
        this.problem.set('');
      });
  }

  private onDevice(): readonly TrainerAnswer[] {
    const here = trainerLogSchema.safeParse(kept(HERE));
    return here.success ? here.data.answers : [];
  }
}
