import { inject, Injectable } from '@angular/core';
import type { Student } from '@kettle-step/contract';
import { concatMap } from 'rxjs';
import { StudentsService } from '../services/students.service';
import { MergingQueue } from './merging-queue';

/** What of a student is written in the page's own fields. */
export type Facts = Pick<Student, 'name' | 'remarks' | 'since' | 'rules'>;

/** Changes of students that are not saved yet, fact by fact. */
@Injectable({ providedIn: 'root' })
export class StudentSaving {
  private readonly service = inject(StudentsService);
  private readonly queue = new MergingQueue<Student, Facts>({
    keyOf: ({ id }) => id,
    fieldsOf: ({ name, remarks, since, rules }) => ({ name, remarks, since, rules }),
    save: ({ id, revision }, facts) =>
      this.service.save(id, { ...facts, baseRevision: revision }).pipe(concatMap(() => this.service.get(id))),
    fetch: (id) => this.service.get(id),
    wordLost: ({ name }, lost) => {
      const said = [lost.name, lost.remarks].filter(Boolean).map((text) => ` You wrote: “${text}”.`);
      return `${name} was changed in another window, and is shown as saved there.${said.join('')}`;
    },
    wordGone: ({ name }) => `What you changed of ${name} is not kept.`,
  });

  readonly problem = this.queue.problem;
  readonly state = this.queue.state;
  readonly lost = this.queue.lost;
  readonly stored = this.queue.stored;

  keep(student: Student, facts: Partial<Facts>): void {
    this.queue.keep(student, facts);
  }

  /** A student as it is here, with what is not saved yet. */
  latest(student: Student): Student {
    return { ...student, ...(this.queue.changesOf(student.id) as Partial<Facts>) };
  }
}
