import { computed, inject, Injectable, signal } from '@angular/core';
import { trainerLogSchema } from '@kettle-step/contract';
import type { TrainerAnswer } from '@kettle-step/core';
import { keep, kept } from '../parts/kept';
import { telling } from '../parts/telling';
import { AnswerSaving } from '../saving/answer-saving';
import { TrainerService } from '../services/trainer.service';

/** So many answers are kept on a device where no student is chosen. */
const MOST_HERE = 2000;
const HERE = 'trainer';

/** Where answers are kept: with a student of the studio, or on this device. */
@Injectable()
export class AnswerLog {
  private readonly service = inject(TrainerService);
  private readonly saving = inject(AnswerSaving);
  private readonly studentId = signal('');
  private readonly failure = signal('');

  /** Oldest first. */
  readonly answers = signal<readonly TrainerAnswer[]>([]);
  readonly problem = computed(() => this.saving.lost() || this.saving.problem() || this.failure());

  /** Opens the log of a student; of this device where there is none. */
  open(studentId: string): void {
    this.studentId.set(studentId);
    this.failure.set('');
    this.answers.set(studentId === '' ? this.onDevice() : this.saving.waiting(studentId));
    if (studentId === '') return;
    this.service
      .of(studentId)
      .pipe(telling(this.failure))
      .subscribe((answers) => {
        if (this.studentId() !== studentId) return;
        // Some of those that wait may have arrived meanwhile.
        const known = new Set(answers.map(({ key, answeredAt }) => `${answeredAt} ${key}`));
        const waiting = this.saving.waiting(studentId).filter((one) => !known.has(`${one.answeredAt} ${one.key}`));
        this.answers.set([...answers, ...waiting]);
      });
  }

  add(answer: TrainerAnswer): void {
    this.answers.update((answers) => [...answers, answer]);
    const studentId = this.studentId();
    if (studentId === '') keep(HERE, { answers: this.answers().slice(-MOST_HERE) });
    else this.saving.add(studentId, answer);
  }

  private onDevice(): readonly TrainerAnswer[] {
    const here = trainerLogSchema.safeParse(kept(HERE));
    return here.success ? here.data.answers : [];
  }
}
