import { computed, inject, Injectable, signal } from '@angular/core';
import { subjectText, type MemoryCheck, type MemorySubject } from '@kettle-step/contract';
import { standingSubjects } from '@kettle-step/core';
import { concatMap, map, type Observable } from 'rxjs';
import { telling } from '../parts/telling';
import { StudentsService } from '../services/students.service';

/** Whose lesson it is, and on which day. */
export interface LessonDay {
  readonly studentId: string;
  readonly day: string;
}

/** What a student plays from memory, as it is asked for at a lesson. */
@Injectable()
export class LessonMemoryStore {
  private readonly service = inject(StudentsService);
  private readonly lesson = signal<LessonDay | undefined>(undefined);
  private readonly checks = signal<readonly MemoryCheck[]>([]);
  readonly problem = signal('');

  private readonly standing = computed(() => standingSubjects(this.checks()));
  /** What is due on the day of the lesson, or was before it; and what was already asked for on that day. */
  readonly asked = computed(() => {
    const day = this.lesson()?.day ?? '';
    return this.standing().filter(({ standing }) => standing.dueOn <= day || standing.lastOn === day);
  });
  readonly later = computed(() => this.standing().filter((one) => !this.asked().includes(one)));

  open(lesson: LessonDay): void {
    if (this.lesson()?.studentId !== lesson.studentId) this.checks.set([]);
    this.lesson.set(lesson);
    this.fetch(lesson.studentId).pipe(telling(this.problem)).subscribe();
  }

  /** The check of the lesson's own day, where there is one. */
  checkOf(checks: readonly MemoryCheck[]): MemoryCheck | undefined {
    return checks.findLast(({ checkedOn }) => checkedOn === this.lesson()?.day);
  }

  /** Passed or not yet: a second press on the same takes it back, one on the other changes it. */
  check(subject: MemorySubject, outcome: MemoryCheck['outcome']): void {
    const lesson = this.lesson();
    if (!lesson) return;
    const text = subjectText(subject);
    const before = this.checkOf(this.checks().filter((one) => subjectText(one.subject) === text));
    const { studentId, day } = lesson;
    const add = () => this.service.addCheck(studentId, { subject, checkedOn: day, outcome });
    if (!before) return this.work(add());
    const taken = this.service.removeCheck(studentId, before.id);
    this.work(before.outcome === outcome ? taken : taken.pipe(concatMap(add)));
  }

  /** Wants something again on another day; none: on the day that is worked out. */
  setDue(checks: readonly MemoryCheck[], day: string): void {
    const [lesson, last] = [this.lesson(), checks[checks.length - 1]];
    if (lesson && last) this.work(this.service.setDue(lesson.studentId, last.id, day || null));
  }

  private fetch(studentId: string): Observable<void> {
    return this.service.get(studentId).pipe(
      map(({ checks }) => {
        if (this.lesson()?.studentId === studentId) this.checks.set(checks);
      }),
    );
  }

  private work(request: Observable<unknown>): void {
    const studentId = this.lesson()?.studentId;
    if (studentId === undefined) return;
    request
      .pipe(
        concatMap(() => this.fetch(studentId)),
        telling(this.problem),
      )
      .subscribe();
  }
}
