import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { lessonItemSchema, type Heard, type Lesson, type LessonItem, type NewLesson } from '@kettle-step/contract';
import { nextId, promisedOf, unfinishedOf } from '@kettle-step/core';
import { concatMap, map } from 'rxjs';
import { telling } from '../parts/telling';
import { LessonsService } from '../services/lessons.service';
import { LessonSaving } from '../saving/lesson-saving';
import { LessonCalendar } from './lesson-calendar';

/** What of a lesson is written in its fields. */
export type LessonFacts = Omit<Lesson, 'id' | 'studentId' | 'student' | 'revision'>;

/** What is written into one field without a longer pause is taken back as one. */
const ONE_CHANGE_MS = 1500;

/** Bars that stumbled, as text. */
const LONGEST_BARS = 200;

interface Step {
  readonly lesson: Lesson;
  readonly field: string;
  readonly at: number;
}

/** A step of its own, with which no other is taken together. */
const stepOf = (lesson: Lesson): Step => ({ lesson, field: '', at: -Infinity });

/** The lesson that is open, and the one before it. It outlives the place, so what was typed last is still saved. */
@Injectable({ providedIn: 'root' })
export class LessonsStore {
  private readonly service = inject(LessonsService);
  readonly saving = inject(LessonSaving);
  /** The lessons that are listed. */
  readonly calendar = inject(LessonCalendar);
  private readonly past = signal<readonly Step[]>([]);

  readonly lesson = signal<Lesson | undefined>(undefined);
  /** The lesson of the same student before it: what was set there is heard now. */
  readonly before = signal<Lesson | undefined>(undefined);
  readonly problem = signal('');
  readonly canUndo = computed(() => this.past().length > 0);
  constructor() {
    this.saving.saved.pipe(takeUntilDestroyed()).subscribe(({ id, revision }) => {
      this.replace(id, (one) => ({ ...one, revision }));
    });
  }

  /** Opens a lesson of the list, and what was set at the one before it. */
  open(lesson: Lesson): void {
    this.past.set([]);
    this.lesson.set(lesson);
    this.before.set(undefined);
    this.fetch(lesson);
  }

  /** The open lesson as it is by now: another place or window may have written in it. */
  refresh(): void {
    const lesson = this.lesson();
    if (lesson) this.fetch(lesson);
  }

  /** Writes into the lesson. @param field - what is written, for taking it back as one */
  change(change: Partial<LessonFacts>, field: string): void {
    const lesson = this.lesson();
    if (!lesson) return;
    this.remember(lesson, field);
    this.put({ ...lesson, ...change });
  }

  changeItem(id: string, change: Partial<LessonItem>): void {
    const items = (this.lesson()?.items ?? []).map((item) => (item.id === id ? { ...item, ...change } : item));
    this.change({ items }, `${id} ${Object.keys(change).join()}`);
  }

  addItem(item: Partial<LessonItem>): void {
    const items = this.lesson()?.items ?? [];
    this.change({ items: [...items, lessonItemSchema.parse({ ...item, id: nextId(items) })] }, 'add');
  }

  removeItem(id: string): void {
    this.change({ items: (this.lesson()?.items ?? []).filter((item) => item.id !== id) }, 'remove');
  }

  /** What was set of the piece that was played, at the lesson before. */
  setBefore({ pieceId }: Heard): LessonItem | undefined {
    return this.before()?.items.find((item) => item.pieceId === pieceId);
  }

  /** Takes the tempo and the bars of a playing over into what was heard of the piece. */
  takeOver(heard: Heard): void {
    const item = this.setBefore(heard);
    if (item) this.hear(item.id, { steady: heard.tempo, stumbled: heard.stumbled.join(', ').slice(0, LONGEST_BARS) });
  }

  removeHearing(id: string): void {
    this.change({ hearings: (this.lesson()?.hearings ?? []).filter((one) => one.id !== id) }, 'remove hearing');
  }

  /** Adds a line to what was decided. */
  addDecision(words: string): void {
    const decisions = this.lesson()?.decisions.trim() ?? '';
    this.change({ decisions: [decisions, words].filter((text) => text !== '').join('\n') }, 'decide');
  }

  /** What was heard of something that was set at the lesson before. */
  hear(id: string, change: Partial<LessonItem>): void {
    const before = this.before();
    if (!before) return;
    this.remember(before, `before ${id} ${Object.keys(change).join()}`);
    this.put({ ...before, items: before.items.map((item) => (item.id === id ? { ...item, ...change } : item)) });
  }

  /** Sets again what is unfinished of the lesson before and is not on the list yet. */
  bringOver(isSaved = true): void {
    const [lesson, before] = [this.lesson(), this.before()];
    if (!lesson || !before) return;
    const has = (item: LessonItem): boolean =>
      lesson.items.some((one) => one.pieceId === item.pieceId && one.bars === item.bars && one.words === item.words);
    const missing = [...promisedOf(before), ...unfinishedOf(before.items)].filter((item) => !has(item));
    if (missing.length === 0) return;
    const items = missing.reduce<LessonItem[]>(
      (all, item) => [...all, { ...item, id: nextId(all) }],
      [...lesson.items],
    );
    // A list that wrote itself is kept with the first thing that is written.
    if (isSaved) this.change({ items }, 'bring over');
    else this.lesson.set({ ...lesson, items });
  }

  undo(): void {
    const step = this.past().at(-1);
    if (!step) return;
    this.past.set(this.past().slice(0, -1));
    const now = [this.lesson(), this.before()].find((one) => one?.id === step.lesson.id);
    if (now) this.put({ ...step.lesson, revision: now.revision });
  }

  /** Lays lessons down; opens the first. */
  lay(lesson: NewLesson): void {
    this.service
      .add(lesson)
      .pipe(
        concatMap(([id]) => this.service.list({ student: lesson.studentId }).pipe(map((all) => ({ id, all })))),
        telling(this.problem),
      )
      .subscribe(({ id, all }) => {
        this.calendar.show(lesson.startsAt.slice(0, 10));
        const first = all.find((one) => one.id === id);
        if (first) this.open(first);
      });
  }

  remove(): void {
    const lesson = this.lesson();
    if (!lesson) return;
    this.saving.drop(lesson.id);
    this.service
      .remove(lesson.id)
      .pipe(telling(this.problem))
      .subscribe(() => {
        this.lesson.set(undefined);
        this.before.set(undefined);
        this.calendar.load();
      });
  }

  /** Puts what is here in the place of what was saved elsewhere; undo brings that back. */
  keepMine(mine: Lesson): void {
    this.settle(mine, (theirs) => {
      this.past.update((past) => [...past, stepOf(theirs)]);
      this.put({ ...this.saving.latest(mine), revision: theirs.revision });
    });
  }

  /** Goes on with what was saved elsewhere; undo brings back what was here. */
  takeTheirs(mine: Lesson): void {
    this.settle(mine, (theirs) => {
      this.past.update((past) => [...past, stepOf(this.saving.latest(mine))]);
      this.saving.drop(mine.id);
      this.replace(mine.id, () => theirs);
    });
  }

  private settle(mine: Lesson, goOn: (theirs: Lesson) => void): void {
    this.service
      .get(mine.id)
      .pipe(telling(this.problem))
      .subscribe((theirs) => {
        this.saving.release(mine.id);
        goOn(theirs);
      });
  }

  /** Fetches the lessons of the student up to this one. */
  private fetch({ id, studentId, startsAt }: Lesson): void {
    this.service
      .list({ student: studentId, to: startsAt.slice(0, 10) })
      .pipe(telling(this.problem))
      .subscribe((all) => this.arrive(id, all));
  }

  /** Shows a lesson and the one before it as they came; what is not saved yet stays as it is here. */
  private arrive(id: string, all: readonly Lesson[]): void {
    const here = this.lesson();
    if (here?.id !== id) return;
    const latest = all.map((one) => this.saving.latest(one));
    const now = latest.find((one) => one.id === id);
    if (now && now.revision !== here.revision) {
      // What would be taken back is not as it was.
      this.past.update((past) => past.filter((step) => step.lesson.id !== id));
      this.lesson.set(now);
    }
    const { startsAt, state, items } = this.lesson()!;
    this.before.set(latest.findLast((one) => one.startsAt < startsAt && (one.items.length > 0 || one.promised !== '')));
    // A list writes itself from what is unfinished.
    if (state === 'planned' && items.length === 0) this.bringOver(false);
  }

  private remember(lesson: Lesson, field: string): void {
    const last = this.past().at(-1);
    const now = performance.now();
    const goesOn = last?.field === field && last.lesson.id === lesson.id && now - last.at < ONE_CHANGE_MS;
    if (goesOn) this.past.set([...this.past().slice(0, -1), { ...last, at: now }]);
    else this.past.set([...this.past(), { lesson, field, at: now }]);
  }

  private put(lesson: Lesson): void {
    this.replace(lesson.id, () => lesson);
    this.saving.keep(lesson);
  }

  /** Changes a lesson wherever it is shown. */
  private replace(id: string, change: (lesson: Lesson) => Lesson): void {
    const changed = (one: Lesson): Lesson => (one.id === id ? change(one) : one);
    this.lesson.update((one) => one && changed(one));
    this.before.update((one) => one && changed(one));
    this.calendar.replace(changed);
  }
}
