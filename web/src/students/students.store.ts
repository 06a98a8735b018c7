import { inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { LeavingPieces, NewMeasure, Student, StudentSummary } from '@kettle-step/contract';
import { concatMap, defer, EMPTY, Subject, tap, type Observable } from 'rxjs';
import { telling } from '../parts/telling';
import { StudentsService } from '../services/students.service';

/** What of a student is written in the page's own fields. */
export type Facts = Pick<Student, 'name' | 'remarks' | 'since' | 'rules'>;

/**
 * The students, and the one whose page is open. Everything is kept as soon as it is said. It outlives the place, so that a leaving
 * can be undone from wherever that leads.
 */
@Injectable({ providedIn: 'root' })
export class StudentsStore {
  private readonly service = inject(StudentsService);
  /** Whose page is meant: an answer about somebody else may come late. */
  private wanted: string | undefined;

  readonly list = signal<readonly StudentSummary[] | undefined>(undefined);
  readonly student = signal<Student | undefined>(undefined);
  readonly problem = signal('');
  /** Changes wait for one another: each is made from the state that the one before it left. */
  private readonly changes = new Subject<Observable<Student>>();
  /** Who left just now, and can come back. */
  readonly left = signal<Pick<Student, 'id' | 'name'> | undefined>(undefined);

  constructor() {
    this.changes
      .pipe(
        concatMap((change) => change.pipe(telling(this.problem))),
        takeUntilDestroyed(),
      )
      .subscribe((now) => {
        if (this.student()?.id === now.id) this.student.set(now);
        this.loadList();
      });
  }

  loadList(): void {
    this.service
      .list()
      .pipe(telling(this.problem))
      .subscribe((list) => this.list.set(list));
  }

  open(id: string | undefined): void {
    this.problem.set('');
    this.wanted = id;
    if (this.student()?.id !== id) this.student.set(undefined);
    if (id === undefined) return;
    this.service
      .get(id)
      .pipe(telling(this.problem))
      .subscribe((student) => {
        if (this.wanted === id) this.student.set(student);
      });
  }

  /** Adds a student and gives the id. */
  add(name: string): Observable<string> {
    return this.service.add({ name: name.trim() }).pipe(
      telling(this.problem),
      tap(() => this.loadList()),
    );
  }

  /** Keeps what was changed in the fields. */
  change(change: Partial<Facts>): void {
    this.changed((student) => {
      const { name, remarks, since, rules, revision } = { ...student, ...change };
      return this.service.save(student.id, { name, remarks, since, rules, baseRevision: revision });
    });
  }

  addMeasure(measure: NewMeasure): void {
    this.changed(({ id }) => this.service.addMeasure(id, measure));
  }

  removeMeasure(measure: string): void {
    this.changed(({ id }) => this.service.removeMeasure(id, measure));
  }

  leave(pieces: LeavingPieces): Observable<unknown> {
    const student = this.student();
    if (!student) return EMPTY;
    return this.service.leave(student.id, pieces).pipe(
      telling(this.problem),
      tap(() => {
        this.left.set({ id: student.id, name: student.name });
        this.student.set(undefined);
        this.loadList();
      }),
    );
  }

  comeBack(): Observable<unknown> {
    const left = this.left();
    if (!left) return EMPTY;
    return this.service.comeBack(left.id).pipe(
      telling(this.problem),
      tap(() => {
        this.left.set(undefined);
        this.loadList();
      }),
    );
  }

  /** Does something with the student, and shows how the student is then. */
  private changed(work: (student: Student) => Observable<unknown>): void {
    const meant = this.student();
    if (!meant) return;
    this.problem.set('');
    this.changes.next(
      defer(() => {
        const now = this.student();
        return work(now?.id === meant.id ? now : meant);
      }).pipe(concatMap(() => this.service.get(meant.id))),
    );
  }
}
