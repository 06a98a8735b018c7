import { computed, inject, Injectable, signal } from '@angular/core';
import { subjectText, type MemoryCheck, type Student, type StudentSummary } from '@kettle-step/contract';
import {
  distinctTonics,
  fifthsOf,
  modeOf,
  readTonic,
  type PatternWish,
  standingSubjects,
  type StandingSubject,
  isoDay,
} from '@kettle-step/core';
import { concatMap, type Observable } from 'rxjs';
import { keep, kept } from '../parts/kept';
import { telling } from '../parts/telling';
import { StudentsService } from '../services/students.service';

/** The same pattern in another key is told by everything but its tonic. */
const withoutTonic = ({ tonic: _, ...rest }: PatternWish): string => JSON.stringify(Object.entries(rest).sort());

/** A key of a pattern, and where it stands with the student. */
export interface CheckedKey {
  readonly tonic: string;
  readonly standing: StandingSubject['standing'] | undefined;
}

/** What the chosen student plays of a pattern from memory, key by key. */
@Injectable()
export class ScaleMemoryStore {
  private readonly service = inject(StudentsService);

  readonly people = signal<readonly StudentSummary[]>([]);
  readonly student = signal<Student | undefined>(undefined);
  readonly problem = signal('');
  readonly studentId = computed(() => this.student()?.id ?? '');
  private readonly today = isoDay(new Date());
  /** Who was chosen last: an answer about somebody else may come late. */
  private wanted = '';
  private readonly standing = computed(() => standingSubjects(this.student()?.checks ?? []));

  constructor() {
    this.service
      .list()
      .pipe(telling(this.problem))
      .subscribe((people) => {
        this.people.set(people);
        const last = kept('memory-of');
        if (typeof last === 'string' && people.some(({ id }) => id === last)) this.choose(last);
      });
  }

  choose(id: string): void {
    keep('memory-of', id);
    this.wanted = id;
    if (id === '') return this.student.set(undefined);
    this.service
      .get(id)
      .pipe(telling(this.problem))
      .subscribe((student) => this.show(student));
  }

  /** The keys a pattern comes in, round the circle of fifths from the flats to the sharps. */
  keysOf(wish: PatternWish): readonly CheckedKey[] {
    const like = withoutTonic(wish);
    const standing = new Map(
      this.standing().flatMap(({ subject, standing }) =>
        subject.kind === 'pattern' && withoutTonic(subject.wish) === like ? [[subject.wish.tonic, standing]] : [],
      ),
    );
    const place = (tonic: string): number => fifthsOf(readTonic(tonic)!, modeOf(wish));
    return [...distinctTonics(wish)]
      .sort((a, b) => place(a) - place(b))
      .map((tonic) => ({ tonic, standing: standing.get(tonic) }));
  }

  isDue({ standing }: CheckedKey): boolean {
    return standing !== undefined && standing.dueOn <= this.today;
  }

  /** The check that was written down today for a pattern. */
  checkOfToday(wish: PatternWish): MemoryCheck | undefined {
    const text = subjectText({ kind: 'pattern', wish });
    return this.student()?.checks.findLast(
      ({ subject, checkedOn }) => checkedOn === this.today && subjectText(subject) === text,
    );
  }

  /** Passed today in one attempt with no wrong finger, or not yet. */
  check(wish: PatternWish, outcome: MemoryCheck['outcome']): void {
    this.work((id) =>
      this.service.addCheck(id, { subject: { kind: 'pattern', wish }, checkedOn: this.today, outcome }),
    );
  }

  /** Takes a check back that was not meant. */
  takeBack({ id: check }: MemoryCheck): void {
    this.work((id) => this.service.removeCheck(id, check));
  }

  private work(request: (id: string) => Observable<unknown>): void {
    const student = this.student();
    if (!student) return;
    request(student.id)
      .pipe(
        concatMap(() => this.service.get(student.id)),
        telling(this.problem),
      )
      .subscribe((now) => this.show(now));
  }

  private show(student: Student): void {
    if (this.wanted === student.id) this.student.set(student);
  }
}
