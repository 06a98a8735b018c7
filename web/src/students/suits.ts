import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { type RulesFile } from '@kettle-step/contract';
import { MOVE_WORDS, openedBy, suitedTo, wordNew, type AskingPiece } from '@kettle-step/core';
import { catchError, of } from 'rxjs';
import { StudentsService } from '../services/students.service';

/** So many pieces are named. */
const MOST = 5;
/** Which pieces suit a student next, by the moves they ask for; and how many a new move would open. */
@Component({
  selector: 'ks-suits',
  imports: [RouterLink],
  template: `<ol>
      @for (one of suited(); track one.id) {
        <li>
          <a [routerLink]="['/pieces', one.id]">{{ one.title }}</a> <span class="soft">{{ one.words }}</span>
        </li>
      }
    </ol>
    @for (one of opens(); track one.words) {
      <p class="soft">{{ one.words }}</p>
    }`,
  styles: `
    a {
      text-decoration: underline;
    }
    li {
      padding: 2px 0;
    }
    ol {
      margin: 0;
      padding-left: 22px;
    }
    li .soft {
      margin-left: 6px;
    }
    p {
      margin: 2px 0;
    }
    .soft {
      color: var(--ink-soft);
      font-size: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Suits {
  readonly rules = input.required<RulesFile>();
  /** Whose own pieces are left out. */
  readonly studentId = input.required<string>();
  private readonly asked = signal<readonly AskingPiece[]>([]);

  private readonly all = computed(() =>
    suitedTo(
      this.asked().filter(({ studentId }) => studentId !== this.studentId()),
      this.rules(),
    ),
  );
  readonly suited = computed(() =>
    this.all()
      .slice(0, MOST)
      .map((one) => ({ id: one.piece.id, title: one.piece.title, words: wordNew(one) })),
  );
  readonly opens = computed(() =>
    openedBy(this.all()).map(({ kind, pieces }) => ({
      words: `With ${MOVE_WORDS[kind]} taught, ${pieces} more ${pieces === 1 ? 'piece is' : 'pieces are'} open.`,
    })),
  );

  constructor() {
    inject(StudentsService)
      .asked()
      .pipe(
        // A student's page stands without it.
        catchError(() => of([])),
        takeUntilDestroyed(),
      )
      .subscribe((asked) => this.asked.set(asked));
  }
}
