import { inject, Injectable, signal } from '@angular/core';
import type { Student } from '@kettle-step/contract';
import { catchError, concatMap, EMPTY, Subject, tap, throwError, type Observable } from 'rxjs';
import { SaveQueue } from '../parts/save-queue';
import { messageOf } from '../parts/words';
import { StudentsService } from '../services/students.service';
import { problemCode } from '../services/server-problem';

/** What of a student is written in the page's own fields. */
export type Facts = Pick<Student, 'name' | 'remarks' | 'since' | 'rules'>;

/** Facts that were changed here, and the student they were changed from. */
interface Unsaved {
  readonly base: Student;
  readonly facts: Partial<Facts>;
}

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Those of some facts that are right by a question. */
const factsThat = (facts: Partial<Facts>, isRight: (fact: keyof Facts) => boolean): Partial<Facts> =>
  Object.fromEntries(Object.entries(facts).filter(([fact]) => isRight(fact as keyof Facts)));

/** Changes of students that are not saved yet, fact by fact: what another window changes besides stays. */
@Injectable({ providedIn: 'root' })
export class StudentSaving {
  private readonly service = inject(StudentsService);
  private readonly queue = new SaveQueue<Unsaved>((unsaved) => this.save(unsaved), 0);

  readonly problem = this.queue.problem;
  /** What could not be kept at all, and why; it stands until it was read. */
  readonly lost = signal('');
  readonly state = this.queue.state;
  /** A student as the server has it by now. */
  readonly stands = new Subject<Student>();

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
    const { name, remarks, since, rules } = { ...base, ...facts };
    return this.service.save(base.id, { name, remarks, since, rules, baseRevision: base.revision }).pipe(
      concatMap(() => this.service.get(base.id)),
      tap((now) => {
        const newer = this.queue.get(base.id);
        // What was changed while it was on its way is saved from there.
        if (newer && newer !== unsaved) this.goOnFrom(now, (fact) => newer.facts[fact] !== facts[fact]);
        this.stands.next(now);
      }),
      catchError((cause: unknown) => this.refused(base, cause)),
    );
  }

  /** Keeps of the facts that wait those that are still to be saved, from the student as it is now. */
  private goOnFrom(now: Student, isLeft: (fact: keyof Facts) => boolean): void {
    const facts = factsThat(this.queue.get(now.id)?.facts ?? {}, isLeft);
    if (Object.keys(facts).length > 0) this.queue.keep(now.id, { base: now, facts });
    else this.queue.drop(now.id);
  }

  private refused(base: Student, cause: unknown): Observable<unknown> {
    switch (problemCode(cause)) {
      case 'conflict':
        return this.service.get(base.id).pipe(
          tap((theirs) => this.mergeOnto(theirs, base)),
          concatMap(() => EMPTY),
        );
      case 'not-found':
        this.lost.set(`${messageOf(cause)} What you changed of ${base.name} is not kept.`);
        this.queue.drop(base.id);
        return EMPTY;
      default:
        return throwError(() => cause);
    }
  }

  /** Another window has saved meanwhile: what it did not touch is saved on top, the rest is said. */
  private mergeOnto(theirs: Student, base: Student): void {
    const mine = this.queue.get(base.id)?.facts ?? {};
    const isTheirs = (fact: keyof Facts): boolean =>
      !isSame(base[fact], theirs[fact]) && !isSame(mine[fact], theirs[fact]);
    const lost = factsThat(mine, isTheirs);
    this.goOnFrom(theirs, (fact) => !isTheirs(fact));
    this.stands.next(theirs);
    if (Object.keys(lost).length === 0) return;
    const said = [lost.name, lost.remarks].filter(Boolean).map((text) => ` You wrote: “${text}”.`);
    this.lost.set(`${theirs.name} was changed in another window, and is shown as it stands there.${said.join('')}`);
  }
}
