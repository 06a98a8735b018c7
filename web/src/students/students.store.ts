import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { LeavingPieces, LeftStudent, NewMeasure, Student, StudentSummary } from '@kettle-step/contract';
import { concatMap, EMPTY, tap, type Observable } from 'rxjs';
import { telling } from '../parts/telling';
import { StudentsService } from '../services/students.service';
import { StudentSaving, type Facts } from '../saving/student-saving';

/**
 * The students, and the one whose page is open. Everything is kept as soon as it is said. It outlives the place, so that a leaving
 * can be undone from wherever that leads.
 */
@Injectable({ providedIn: 'root' })
export class StudentsStore {
  private readonly service = inject(StudentsService);
  readonly saving = inject(StudentSaving);
  /** Whose page is meant: an answer about somebody else may come late. */
  private wanted: string | undefined;

  readonly list = signal<readonly StudentSummary[] | undefined>(undefined);
  /** The student whose page is open, as the server has it. */
  private readonly stands = signal<Student | undefined>(undefined);
  /** The same with what is not saved yet. */
  readonly student = computed(() => {
    const student = this.stands();
    return student && this.saving.latest(student);
  });
  /** Those who have left, the latest first. */
  readonly gone = signal<readonly LeftStudent[]>([]);
  readonly problem = signal('');
  /** Who left just now, and can come back. */
  readonly left = signal<Pick<Student, 'id' | 'name'> | undefined>(undefined);

  constructor() {
    this.saving.stored.pipe(takeUntilDestroyed()).subscribe((student) => this.show(student));
  }

  loadList(): void {
    this.service
      .list()
      .pipe(telling(this.problem))
      .subscribe((list) => this.list.set(list));
  }

  /** Both lists: who is there, and who has left. */
  loadAll(): void {
    this.loadList();
    this.service
      .left()
      .pipe(telling(this.problem))
      .subscribe((gone) => this.gone.set(gone));
  }

  open(id: string | undefined): void {
    this.problem.set('');
    this.wanted = id;
    if (this.stands()?.id !== id) this.stands.set(undefined);
    if (id === undefined) return;
    this.service
      .get(id)
      .pipe(telling(this.problem))
      .subscribe((student) => {
        if (this.wanted === id) this.stands.set(student);
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
    const student = this.stands();
    this.problem.set('');
    if (student) this.saving.keep(student, change);
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
        this.stands.set(undefined);
        this.loadAll();
      }),
    );
  }

  comeBack(id: string): Observable<unknown> {
    return this.service.comeBack(id).pipe(
      telling(this.problem),
      tap(() => this.noLongerGone(id)),
    );
  }

  /** Throws away everything that is kept about somebody who has left. */
  forget(id: string): void {
    this.service
      .forget(id)
      .pipe(telling(this.problem))
      .subscribe(() => this.noLongerGone(id));
  }

  private noLongerGone(id: string): void {
    if (this.left()?.id === id) this.left.set(undefined);
    this.loadAll();
  }

  /** Does something with the student, and shows how the student is then. */
  private changed(work: (student: Student) => Observable<unknown>): void {
    const student = this.stands();
    if (!student) return;
    this.problem.set('');
    work(student)
      .pipe(
        concatMap(() => this.service.get(student.id)),
        telling(this.problem),
      )
      .subscribe((now) => this.show(now));
  }

  private show(student: Student): void {
    if (this.stands()?.id === student.id) this.stands.set(student);
    this.loadList();
  }
}
