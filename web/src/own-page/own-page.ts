import { itemInWords, subjectInWords } from '@kettle-step/core';
import { ChangeDetectionStrategy, Component, computed, DOCUMENT, inject, input, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { catchError, EMPTY } from 'rxjs';
import { keptDayInWords } from '../parts/dates';
import { PlaceHead } from '../parts/place-head';
import { messageOf } from '../parts/words';
import { OwnPageService } from '../services/own-page.service';
import { Visit } from '../services/visit';

/** A student's own page: what is set this week, with its sheets and players. */
@Component({
  selector: 'ks-own-page',
  imports: [NzAlertModule, NzButtonModule, NzSpinModule, PlaceHead, RouterLink],
  templateUrl: './own-page.html',
  styleUrl: './own-page.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OwnPage {
  private readonly service = inject(OwnPageService);
  private readonly window = inject(DOCUMENT).defaultView!;
  readonly visit = inject(Visit);
  /** From the address. */
  readonly token = input.required<string>();

  readonly problem = signal('');
  readonly page = rxResource({
    params: () => this.token(),
    stream: ({ params }) =>
      this.service.page(params).pipe(
        catchError((cause: unknown) => {
          this.problem.set(messageOf(cause));
          return EMPTY;
        }),
      ),
  });
  readonly items = computed(() =>
    (this.page.value()?.items ?? []).map((item) => ({
      id: item.id,
      pieceId: item.pieceId,
      words: itemInWords(item, item.title),
    })),
  );
  readonly memory = computed(() => (this.page.value()?.memory ?? []).map(({ subject }) => subjectInWords(subject)));
  readonly setOn = computed(() => {
    const day = this.page.value()?.setOn;
    return day ? keptDayInWords(day) : '';
  });
  readonly next = computed(() => {
    const next = this.page.value()?.nextLesson;
    return next ? `${keptDayInWords(next)}, ${next.slice(11)}` : '';
  });

  print(): void {
    this.window.print();
  }
}
