import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Lesson } from '@kettle-step/contract';
import { daysLater, isoDay, mondayOf } from '@kettle-step/core';
import { map, Subject, switchMap } from 'rxjs';
import { telling } from '../parts/telling';
import { LessonSaving } from '../saving/lesson-saving';
import { LessonsService } from '../services/lessons.service';

/** How much of the calendar is listed. */
export const SPANS = ['day', 'week'] as const;
export type Span = (typeof SPANS)[number];

/** The Monday of the week that a day is in, and the Monday after it. */
const weekOf = (day: string): readonly [string, string] => {
  const monday = mondayOf(day);
  return [monday, daysLater(monday, 7)];
};

/** Of what is found so many are shown, the latest. */
const MOST_FOUND = 200;

/** Days round a month that a calendar also shows. */
const ROUND_MONTH = 7;

/** The days of the lesson book, and the lessons that are listed: round a day, or those with some words in them. */
@Injectable({ providedIn: 'root' })
export class LessonCalendar {
  private readonly service = inject(LessonsService);
  private readonly saving = inject(LessonSaving);
  /** What is to be listed was asked for. */
  private readonly wished = new Subject<void>();

  /** The day that is looked at. */
  readonly day = signal(isoDay(new Date()));
  readonly words = signal('');
  readonly list = signal<readonly Lesson[] | undefined>(undefined);
  /** Whether more was found than is shown. */
  readonly hasMore = signal(false);
  readonly problem = signal('');
  readonly days = computed(() => new Set((this.list() ?? []).map(({ startsAt }) => startsAt.slice(0, 10))));
  /** Whether the lessons of a day are listed, or of the week it is in. */
  readonly span = signal<Span>('day');
  /** Lessons of the day or the week, or those with the words that are looked for. */
  readonly shown = computed(() => {
    const day = this.day();
    const [from, until] = this.span() === 'day' ? [day, daysLater(day, 1)] : weekOf(day);
    return (this.list() ?? []).filter(
      ({ startsAt }) => this.words().trim() !== '' || (startsAt >= from && startsAt < until),
    );
  });

  constructor() {
    this.wished
      .pipe(
        // The list that was wished for last is shown, whichever comes last.
        switchMap(() => this.listed()),
        takeUntilDestroyed(),
      )
      .subscribe(({ list, hasMore }) => {
        this.hasMore.set(hasMore);
        this.list.set(list.map((one) => this.saving.latest(one)));
      });
  }

  /** Fetches the month round the day, or what has the words in it. */
  load(): void {
    this.wished.next();
  }

  look(day: string): void {
    const isOther = day.slice(0, 7) !== this.day().slice(0, 7);
    this.day.set(day);
    if (isOther) this.load();
  }

  search(words: string): void {
    this.words.set(words);
    this.load();
  }

  /** Goes to a day, whatever was looked for. */
  show(day: string): void {
    this.words.set('');
    this.day.set(day);
    this.load();
  }

  /** Changes lessons of the list. */
  replace(change: (lesson: Lesson) => Lesson): void {
    this.list.update((list) => list?.map(change));
  }

  /** What is to be listed, and whether there is more than that. */
  private listed() {
    const words = this.words().trim();
    const month = this.day().slice(0, 7);
    const query =
      words === ''
        ? { from: daysLater(`${month}-01`, -ROUND_MONTH), to: daysLater(`${month}-28`, 3 + ROUND_MONTH) }
        : { words, latest: MOST_FOUND + 1 };
    return this.service.list(query).pipe(
      telling(this.problem),
      map((list) => ({
        // One more than is shown tells that there are more.
        hasMore: words !== '' && list.length > MOST_FOUND,
        list: words === '' ? list : list.slice(-MOST_FOUND),
      })),
    );
  }
}
