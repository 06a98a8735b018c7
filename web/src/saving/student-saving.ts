import { inject, Injectable, signal } from '@angular/core';
import type { Student } from '@kettle-step/contract';
import { concatMap, map, Subject, tap, type Observable } from 'rxjs';
import { messageOf } from '../parts/words';
import { problemCode } from '../services/server-problem';
import { StudentsService } from '../services/students.service';
import { changesWhere, mergedOnto } from './merge';
import { SaveQueue, type Verdict } from './save-queue';

/** What of a student is written in the page's own fields. */
export type Facts = Pick<Student, 'name' | 'remarks' | 'since' | 'rules'>;

const factsOf = ({ name, remarks, since, rules }: Facts): Facts => ({ name, remarks, since, rules });

/** Facts that were changed here, and the student they were changed from. */
interface Unsaved {
  readonly base: Student;
  readonly facts: Partial<Facts>;
}

/** Changes of students that are not saved yet, fact by fact: what another window changes besides stays. */
@Injectable({ providedIn: 'root' })
export class StudentSaving {
  private readonly service = inject(StudentsService);
  private readonly queue = new SaveQueue<Unsaved>({
    save: (unsaved) => this.save(unsaved),
    refused: (cause, unsaved) => this.refused(cause, unsaved),
    quietMs: 0,
  });

  readonly problem = this.queue.notice;
  readonly state = this.queue.state;
  /** What could not be kept at all, and why; shown until it was read. */
  readonly lost = signal('');
  /** A student as the server now has it. */
  readonly stored = new Subject<Student>();

  keep(student: Student, facts: Partial<Facts>): void {
    const before = this.queue.get(student.id);
    this.queue.keep(student.id, { base: before?.base ?? student, facts: { ...before?.facts, ...facts } });
  }

  /** A student as it is here, with what is not saved yet. */
  latest(student: Student): Student {
    return { ...student, ...this.queue.get(student.id)?.facts };
  }

  private save(unsaved: Unsaved): Observable<unknown> {
    const { base, facts } = unsaved;
    return this.service.save(base.id, { ...factsOf({ ...base, ...facts }), baseRevision: base.revision }).pipe(
      concatMap(() => this.service.get(base.id)),
      tap((now) => {
        const newer = this.queue.get(base.id);
        // What was changed while the save was on its way is saved from there.
        if (newer && newer !== unsaved)
          this.goOnFrom(
            now,
            changesWhere<Facts>(newer.facts, (fact) => newer.facts[fact] !== facts[fact]),
          );
        this.stored.next(now);
      }),
    );
  }

  private goOnFrom(now: Student, left: object): void {
    if (Object.keys(left).length > 0) this.queue.keep(now.id, { base: now, facts: left });
    else this.queue.drop(now.id);
  }

  private refused(cause: unknown, { base }: Unsaved): Verdict | Observable<Verdict> {
    switch (problemCode(cause)) {
      case 'conflict':
        return this.service.get(base.id).pipe(
          tap((theirs) => this.mergeOnto(theirs, base)),
          map(() => 'settled' as const),
        );
      case 'not-found':
        this.lost.set(`${messageOf(cause)} What you changed of ${base.name} is not kept.`);
        this.queue.drop(base.id);
        return 'settled';
      default:
        return 'retry';
    }
  }

  /** Another window has saved meanwhile: what it did not touch is saved on top, the rest is said. */
  private mergeOnto(theirs: Student, base: Student): void {
    const mine = this.queue.get(base.id)?.facts ?? {};
    const { kept, lost } = mergedOnto<Facts>(factsOf(base), mine, factsOf(theirs));
    this.goOnFrom(theirs, kept);
    this.stored.next(theirs);
    if (Object.keys(lost).length === 0) return;
    const said = [lost.name, lost.remarks].filter(Boolean).map((text) => ` You wrote: “${text}”.`);
    this.lost.set(`${theirs.name} was changed in another window, and is shown as saved there.${said.join('')}`);
  }
}
