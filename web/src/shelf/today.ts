import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { catchError, of } from 'rxjs';
import { isoDay } from '../parts/dates';
import { LessonsService } from '../services/lessons.service';

/** Today's lessons, each with the way to its page in the lesson book. */
@Component({
  selector: 'ks-today',
  imports: [RouterLink],
  template: `@if (lessons().length > 0) {
    <p>
      <b>Today’s lessons</b>
      @for (lesson of lessons(); track lesson.id) {
        <a routerLink="/lessons" [queryParams]="{ day: today }">{{ lesson.words }}</a>
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
  readonly lessons = computed(() =>
    this.found()
      .filter(({ state }) => state === 'planned' || state === 'held')
      .map(({ id, startsAt, student }) => ({ id, words: `${startsAt.slice(11)} ${student}` })),
  );
}
