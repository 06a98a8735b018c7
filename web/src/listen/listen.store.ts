import { computed, inject, Injectable, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { type Heard, type Lesson } from '@kettle-step/contract';
import {
  barName,
  barsNumbered,
  handsTogether,
  numberOfBar,
  placeInWords,
  SIDES,
  simulatePlaying,
  withReasons,
  wordSlip,
  type Extent,
  type Hearing,
  type Performance,
  type PlayingWay,
  type Side,
  heardOf,
  nextId,
  isoDay,
} from '@kettle-step/core';
import { catchError, of, switchMap } from 'rxjs';
import type { BarRange } from '../parts/bar-range';
import { keptDayInWords } from '../parts/dates';
import { telling } from '../parts/telling';
import { EngineService } from '../services/engine.service';
import { LessonsService } from '../services/lessons.service';
import { PieceSession } from '../session/piece-session';

/** How a playing is had from the simulated player. */
export interface SimulatedChoice {
  readonly way: PlayingWay;
  readonly seed: number;
  /** Share of the written tempo. */
  readonly tempo: number;
}

/** What happened in one bar, each thing with where it was and why it was expected. */
export interface BarHeard {
  readonly bar: number;
  readonly name: string;
  readonly told: readonly { readonly place: string; readonly words: string; readonly why: string }[];
}

/** What was played of the open piece, held against its music; and what became of it over the weeks. */
@Injectable()
export class ListenStore {
  private readonly engine = inject(EngineService);
  private readonly lessons = inject(LessonsService);
  private readonly session = inject(PieceSession);

  /** Printed numbers of the first and last bar that are played; the whole piece, repeats taken, where both are empty. */
  readonly bars = signal<BarRange>([null, null]);
  readonly sides = signal<readonly Side[]>(SIDES);
  readonly hearing = signal<Hearing | undefined>(undefined);
  readonly isBusy = signal(false);
  readonly problem = signal('');
  /** Said once what was heard is kept with a lesson. */
  readonly kept = signal('');
  /** What was heard last: to be kept. */
  private readonly extent = signal<Extent>('whole');
  private readonly heardSides = signal<readonly Side[]>(SIDES);

  private readonly together = computed(() => {
    const [score, solved] = [this.session.score(), this.session.solved()];
    return score && solved && handsTogether(score, solved.plan);
  });
  private readonly told = computed(() => withReasons(this.hearing()?.slips ?? [], this.together()?.beats ?? []));

  /** Bar by bar, in the order of the music. */
  readonly byBar = computed((): readonly BarHeard[] => {
    const score = this.session.score();
    if (!score) return [];
    const bars = new Map<number, BarHeard['told'][number][]>();
    for (const { slip, why } of this.told()) {
      const told = { place: placeInWords(score, slip), words: wordSlip(score, slip), why: why[0] ?? '' };
      bars.set(slip.bar, [...(bars.get(slip.bar) ?? []), told]);
    }
    return [...bars]
      .sort(([a], [b]) => a - b)
      .map(([bar, told]) => ({ bar, name: barName(numberOfBar(score, bar)), told }));
  });
  /** How much of what went amiss was expected. */
  readonly expectedWords = computed(() => {
    const told = this.told();
    const expected = told.filter(({ why }) => why.length > 0).length;
    return told.length === 0
      ? ''
      : `${expected} of ${told.length} came where both hands were expected to have trouble.`;
  });
  /** Ids of notes with the wrong key, left out or let go early. */
  readonly marked = computed(() => this.told().flatMap(({ slip }) => ('noteId' in slip ? [slip.noteId] : [])));
  readonly figures = computed((): Omit<Heard, 'id'> | undefined => {
    const [score, hearing, piece] = [this.session.score(), this.hearing(), this.session.piece()];
    const extent = this.extent();
    return score && hearing?.isLike && piece
      ? heardOf(score, hearing, {
          pieceId: piece.id,
          title: piece.title,
          bars: extent === 'whole' ? null : extent,
          sides: this.heardSides(),
        })
      : undefined;
  });

  /** Lessons of the student the piece is for, the latest first. */
  private readonly book = rxResource({
    params: () => this.session.piece()?.studentId ?? undefined,
    stream: ({ params }) => this.lessons.list({ student: params }).pipe(catchError(() => of([]))),
    defaultValue: [],
  });
  readonly theirLessons = computed(() => [...this.book.value()].reverse());
  /** What was kept of this piece, lesson by lesson, the earliest first. */
  readonly before = computed(() => {
    const id = this.session.piece()?.id;
    return this.book
      .value()
      .flatMap(({ startsAt, hearings }) =>
        hearings.filter(({ pieceId }) => pieceId === id).map((heard) => ({ day: startsAt.slice(0, 10), heard })),
      );
  });
  /** The lesson that is held now: the last one up to today. */
  readonly currentLesson = computed(() => {
    const today = `${isoDay(new Date())}T23:59`;
    return this.theirLessons().find(({ startsAt }) => startsAt <= today);
  });

  private extentNow(): Extent {
    const [first, last] = this.bars();
    const score = this.session.score();
    return first === null && last === null ? 'whole' : ((score && barsNumbered(score, first, last)) ?? 'whole');
  }

  /** Lets the simulated player play, and listens. */
  simulate({ way, seed, tempo }: SimulatedChoice): void {
    const score = this.session.score();
    if (!score) return;
    const extent = this.extentNow();
    this.listen(simulatePlaying(score, { ways: [way], seed, extent, tempo, sides: this.sides() }).performance);
  }

  listen(performance: Performance): void {
    const solved = this.session.solved();
    if (!solved) return;
    const [extent, sides] = [this.extentNow(), this.sides()];
    this.kept.set('');
    this.problem.set('');
    this.isBusy.set(true);
    this.engine
      .listen(this.session.givenFor(solved.decisions), extent, performance, sides)
      .pipe(telling(this.problem))
      .subscribe({
        next: (hearing) => {
          this.extent.set(extent);
          this.heardSides.set(sides);
          this.hearing.set(hearing);
        },
        complete: () => this.isBusy.set(false),
      });
  }

  /** Keeps what was heard with a lesson. */
  keep(lesson: Lesson): void {
    const figures = this.figures();
    if (!figures) return;
    // It may have been written in since the list was fetched.
    this.lessons
      .get(lesson.id)
      .pipe(
        switchMap((now) => {
          const { id, studentId: _, student: __, revision, ...facts } = now;
          const hearings = [...now.hearings, { ...figures, id: nextId(now.hearings) }];
          return this.lessons.save(id, { ...facts, hearings, baseRevision: revision });
        }),
        telling(this.problem),
      )
      .subscribe(() => {
        this.kept.set(`Kept with the lesson of ${keptDayInWords(lesson.startsAt)}.`);
        this.book.reload();
      });
  }
}
