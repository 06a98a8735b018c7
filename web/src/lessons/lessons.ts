import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DOCUMENT,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { LESSON_STATES, type Lesson, type LessonItem, type PieceSummary } from '@kettle-step/contract';
import { heardInWords, itemInWords, isoDay } from '@kettle-step/core';
import { RouterLink } from '@angular/router';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCalendarModule } from 'ng-zorro-antd/calendar';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzPopconfirmModule } from 'ng-zorro-antd/popconfirm';
import { distinctUntilChanged, map, of, switchMap, type Observable } from 'rxjs';
import { Choices, type Choice } from '../parts/choices';
import { dayInWords, keptDayInWords, monthInWords } from '../parts/dates';
import { SavingProblems } from '../saving/saving-problems';
import { PlaceHead } from '../parts/place-head';
import { telling } from '../parts/telling';
import { StudentsService } from '../services/students.service';
import { SPANS } from './lesson-calendar';
import { LessonsStore } from './lessons.store';
import { LessonMemory } from './memory';
import { LessonTrials } from './trials';

const BECAME: readonly Choice<'done' | 'again'>[] = [
  { value: 'done', words: 'done' },
  { value: 'again', words: 'again' },
];

const STATE_WORDS = { planned: 'planned', held: 'held', missed: 'missed', cancelled: 'cancelled' } as const;

/** The lesson book: days, what was set, what was heard of it, and the next list. */
@Component({
  selector: 'ks-lessons',
  imports: [
    Choices,
    FormsModule,
    LessonMemory,
    LessonTrials,
    NzAlertModule,
    NzButtonModule,
    NzCalendarModule,
    NzInputModule,
    NzPopconfirmModule,
    PlaceHead,
    RouterLink,
    SavingProblems,
  ],
  templateUrl: './lessons.html',
  styleUrl: './lessons.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Lessons {
  private readonly students = inject(StudentsService);
  private readonly window = inject(DOCUMENT).defaultView!;
  readonly store = inject(LessonsStore);
  /** A day to begin with, from the address. */
  readonly day = input<string>();
  /** Words to look for, from the address. */
  readonly words = input<string>();

  readonly states = LESSON_STATES;
  readonly spans = SPANS.map((span) => ({ value: span, words: span }));
  readonly became = BECAME;
  readonly stateWords = STATE_WORDS;
  readonly heardInWords = heardInWords;
  readonly studentList = toSignal(this.students.list().pipe(telling(this.store.problem)), { initialValue: [] });
  /** Pieces of the student whose lesson is open. */
  readonly pieces = toSignal(
    toObservable(this.store.lesson).pipe(
      map((lesson) => lesson?.studentId),
      distinctUntilChanged(),
      switchMap((id) => (id === undefined ? of([]) : this.piecesOf(id))),
    ),
    { initialValue: [] },
  );
  private readonly titles = computed(() => new Map(this.pieces().map(({ id, title }) => [id, title])));

  readonly shownDate = computed(() => new Date(`${this.store.calendar.day()}T12:00`));
  readonly today = isoDay(new Date());
  readonly monthWords = computed(() => monthInWords(this.shownDate()));
  readonly dayWords = computed(() => dayInWords(this.shownDate()));
  readonly laying = signal(false);
  readonly weeks = signal(1);
  readonly time = signal('16:00');
  readonly minutes = signal(30);
  readonly studentId = signal('');

  constructor() {
    effect(() => {
      const [day, words] = [this.day(), this.words()];
      untracked(() => {
        if (day !== undefined && /^\d{4}-\d{2}-\d{2}$/.test(day)) this.store.calendar.day.set(day);
        if (words === undefined) this.store.calendar.load();
        else this.store.calendar.search(words);
        this.store.refresh();
      });
    });
  }

  private piecesOf(studentId: string): Observable<readonly PieceSummary[]> {
    return this.students.get(studentId).pipe(
      map(({ pieces }) => pieces),
      telling(this.store.problem),
    );
  }

  /** The first of a month before or after the one that is shown. */
  monthBy(by: 1 | -1): string {
    const [year, month] = this.store.calendar.day().split('-').map(Number) as [number, number];
    return isoDay(new Date(year, month - 1 + by, 1, 12));
  }

  look(date: Date): void {
    this.store.calendar.look(isoDay(date));
  }

  hasLessons(date: Date): boolean {
    return this.store.calendar.days().has(isoDay(date));
  }

  timeOf({ startsAt }: Lesson): string {
    return startsAt.slice(11);
  }

  dayOf({ startsAt }: Lesson): string {
    return keptDayInWords(startsAt);
  }

  titleOf({ pieceId }: LessonItem): string {
    return this.titles().get(pieceId ?? '') ?? '';
  }

  wordsOf(item: LessonItem): string {
    return itemInWords(item, this.titleOf(item));
  }

  lay(): void {
    const studentId = this.studentId() || this.studentList()[0]?.id;
    if (!studentId || !/^\d{2}:\d{2}$/.test(this.time())) return;
    this.store.lay({
      studentId,
      startsAt: `${this.store.calendar.day()}T${this.time()}`,
      minutes: this.minutes(),
      weeks: this.weeks(),
    });
    this.laying.set(false);
  }

  /** Sets something more, from the fields at the end of the list. */
  add(piece: HTMLSelectElement, bars: HTMLInputElement, words: HTMLInputElement, tempo: HTMLInputElement): void {
    const wanted = Number(tempo.value);
    if (piece.value === '' && words.value.trim() === '') return;
    this.store.addItem({
      pieceId: piece.value || null,
      bars: bars.value.trim(),
      words: words.value.trim(),
      tempo: wanted >= 10 && wanted <= 400 ? Math.round(wanted) : null,
    });
    for (const field of [bars, words, tempo]) field.value = '';
    piece.focus();
  }

  tempoFrom(text: string): number | null {
    const wanted = Math.round(Number(text));
    return wanted >= 10 && wanted <= 400 ? wanted : null;
  }

  print(): void {
    this.window.print();
  }
}
