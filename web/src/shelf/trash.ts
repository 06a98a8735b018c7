import { ChangeDetectionStrategy, Component, effect, inject, input, output, signal, untracked } from '@angular/core';
import { TRASH_DAYS, type Trashed } from '@kettle-step/contract';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { momentInWords } from '../parts/dates';
import { telling } from '../parts/telling';
import { PiecesService } from '../services/pieces.service';

/** Pieces that were taken off the shelf, each with the way back. */
@Component({
  selector: 'ks-trash',
  imports: [NzButtonModule],
  template: `@if (trashed().length > 0) {
      <section aria-label="Taken off the shelf">
        <h2>Taken off the shelf</h2>
        <p>They can come back for {{ days }} days.</p>
        <ul>
          @for (piece of trashed(); track piece.id) {
            <li>
              {{ piece.title }}{{ piece.student ? ', for ' + piece.student : '' }}
              <span class="soft">{{ moment(piece.trashedAt) }}</span>
              <button
                nz-button
                nzSize="small"
                type="button"
                [attr.aria-label]="'Put ' + piece.title + ' back on the shelf'"
                (click)="bringBack(piece)"
              >
                Put it back
              </button>
            </li>
          }
        </ul>
      </section>
    }
    @if (problem(); as words) {
      <p role="alert">{{ words }}</p>
    }`,
  styleUrl: './studio-archive.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Trash {
  private readonly pieces = inject(PiecesService);
  /** Counts up whenever something was taken off. */
  readonly turn = input(0);
  /** A piece is on the shelf again. */
  readonly cameBack = output();

  readonly days = TRASH_DAYS;
  readonly moment = momentInWords;
  readonly trashed = signal<readonly Trashed[]>([]);
  readonly problem = signal('');

  constructor() {
    effect(() => {
      this.turn();
      untracked(() => this.fetch());
    });
  }

  bringBack({ id }: Trashed): void {
    this.problem.set('');
    this.pieces
      .bringBack(id)
      .pipe(telling(this.problem))
      .subscribe(() => {
        this.fetch();
        this.cameBack.emit();
      });
  }

  private fetch(): void {
    this.pieces
      .trashed()
      .pipe(telling(this.problem))
      .subscribe((trashed) => this.trashed.set(trashed));
  }
}
