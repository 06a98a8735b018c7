import { computed, inject, Injectable, signal } from '@angular/core';
import type { Student, StudentSummary } from '@kettle-step/contract';
import { distinctTonics, fifthsOf, modeOf, readTonic, type PatternWish } from '@kettle-step/core';
import { concatMap } from 'rxjs';
import { isoDay } from '../parts/dates';
import { keep, kept } from '../parts/kept';
import { telling } from '../parts/telling';
import { StudentsService } from '../services/students.service';

/** The same pattern in another key is told by everything but its tonic. */
const withoutTonic = ({ tonic: _, ...rest }: PatternWish): string => JSON.stringify(Object.entries(rest).sort());

/** What the chosen student has passed of a pattern, key by key. */
@Injectable()
export class PassesStore {
  private readonly service = inject(StudentsService);

  readonly people = signal<readonly StudentSummary[]>([]);
  readonly student = signal<Student | undefined>(undefined);
  readonly problem = signal('');
  readonly studentId = computed(() => this.student()?.id ?? '');

  constructor() {
    this.service
      .list()
      .pipe(telling(this.problem))
      .subscribe((people) => {
        this.people.set(people);
        const last = kept('passes-of');
        if (typeof last === 'string' && people.some(({ id }) => id === last)) this.choose(last);
      });
  }

  choose(id: string): void {
    keep('passes-of', id);
    if (id === '') return this.student.set(undefined);
    this.service
      .get(id)
      .pipe(telling(this.problem))
      .subscribe((student) => this.student.set(student));
  }

  /** The keys a pattern comes in, round the circle of fifths, with the day each was passed. */
  keysOf(wish: PatternWish): readonly { readonly tonic: string; readonly passedOn: string | undefined }[] {
    const like = withoutTonic(wish);
    const passed = new Map(
      (this.student()?.passes ?? [])
        .filter(({ pattern }) => withoutTonic(pattern) === like)
        .map(({ pattern, passedOn }) => [pattern.tonic, passedOn]),
    );
    const place = (tonic: string): number => fifthsOf(readTonic(tonic)!, modeOf(wish));
    return [...distinctTonics(wish)]
      .sort((a, b) => place(a) - place(b))
      .map((tonic) => ({ tonic, passedOn: passed.get(tonic) }));
  }

  isPassed(wish: PatternWish): boolean {
    return this.keysOf(wish).some(({ tonic, passedOn }) => tonic === wish.tonic && passedOn !== undefined);
  }

  /** Passed today in one attempt with no wrong finger; or not yet after all. */
  toggle(wish: PatternWish): void {
    const student = this.student();
    if (!student) return;
    const work = this.isPassed(wish)
      ? this.service.unpass(student.id, wish)
      : this.service.pass(student.id, { pattern: wish, passedOn: isoDay(new Date()) });
    work
      .pipe(
        concatMap(() => this.service.get(student.id)),
        telling(this.problem),
      )
      .subscribe((now) => this.student.set(now));
  }
}
