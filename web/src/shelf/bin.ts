import { ChangeDetectionStrategy, Component, effect, inject, input, output, signal, untracked } from '@angular/core';
import { BIN_DAYS, type Binned } from '@kettle-step/contract';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { momentInWords } from '../parts/dates';
import { telling } from '../parts/telling';
import { PiecesService } from '../services/pieces.service';

/** Pieces that were taken off the shelf, each with the way back. */
@Component({
  selector: 'ks-bin',
  imports: [NzButtonModule],
  template: `@if (binned().length > 0) {
      <section aria-label="Taken off the shelf">
        <h2>Taken off the shelf</h2>
        <p>They can come back for {{ days }} days.</p>
        <ul>
          @for (piece of binned(); track piece.id) {
            <li>
              {{ piece.title }}{{ piece.student ? ', for ' + piece.student : '' }}
              <span class="soft">{{ moment(piece.binnedAt) }}</span>
              <button
                nz-button
                nzSize="small"
                type="button"
                [attr.aria-label]="'Put ' + piece.title + ' back on the shelf'"
                (click)="putBack(piece)"
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
export class Bin {
  private readonly pieces = inject(PiecesService);
  /** Counts up whenever something was taken off. */
  readonly turn = input(0);
  /** A piece is on the shelf again. */
  readonly cameBack = output();

  readonly days = BIN_DAYS;
  readonly moment = momentInWords;
  readonly binned = signal<readonly Binned[]>([]);
  readonly problem = signal('');

  constructor() {
    effect(() => {
      this.turn();
      untracked(() => this.fetch());
    });
  }

  putBack({ id }: Binned): void {
    this.problem.set('');
    this.pieces
      .putBack(id)
      .pipe(telling(this.problem))
      .subscribe(() => {
        this.fetch();
        this.cameBack.emit();
      });
  }

  private fetch(): void {
    this.pieces
      .binned()
      .pipe(telling(this.problem))
      .subscribe((binned) => this.binned.set(binned));
  }
}
