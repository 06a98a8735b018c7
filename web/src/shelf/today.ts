import { subjectInWords, isoDay } from '@kettle-step/core';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { rxResource, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { catchError, of } from 'rxjs';
import { LessonsService } from '../services/lessons.service';
import { StudentsService } from '../services/students.service';

/** So many due things are named. */
const MOST_NAMED = 2;

/** Today's lessons, each with the way to its page in the lesson book. */
@Component({
  selector: 'ks-today',
  imports: [RouterLink],
  template: `@if (lessons().length > 0) {
    <p>
      <b>Today’s lessons</b>
      @for (lesson of lessons(); track lesson.id) {
        <span
          ><a routerLink="/lessons" [queryParams]="{ day: today }">{{ lesson.words }}</a>
          @if (lesson.due) {
            <small>{{ lesson.due }}</small>
          }
        </span>
      }
    </p>
  }`,
  styles: `
    p {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 14px;
      margin: 0;
      padding: 4px 16px;
      border-bottom: 1px solid var(--line);
    }

    small {
      color: var(--ink-soft);
    }

    a {
      text-decoration: underline;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Today {
  readonly today = isoDay(new Date());
  private readonly found = toSignal(
    inject(LessonsService)
      .list({ from: this.today, to: this.today })
      // The shelf is there without them.
      .pipe(catchError(() => of([]))),
    { initialValue: [] },
  );
  private readonly students = inject(StudentsService);
  /** What is due for those who come today. */
  private readonly due = rxResource({
    params: () => [...new Set(this.found().map(({ studentId }) => studentId))],
    stream: ({ params }) =>
      params.length === 0 ? of([]) : this.students.due(this.today, params).pipe(catchError(() => of([]))),
    defaultValue: [],
  });
  readonly lessons = computed(() =>
    this.found()
      .filter(({ state }) => state === 'planned' || state === 'held')
      .map(({ id, startsAt, student, studentId }) => ({
        id,
        words: `${startsAt.slice(11)} ${student}`,
        due: this.dueOf(studentId),
      })),
  );

  private dueOf(studentId: string): string {
    const own = this.due.value().filter((one) => one.studentId === studentId);
    const named = own.slice(0, MOST_NAMED).map(({ subject }) => subjectInWords(subject));
    const more = own.length - named.length;
    return named.length === 0 ? '' : `from memory: ${named.join('; ')}${more > 0 ? ` and ${more} more` : ''}`;
  }
}
