import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { PieceSummary } from '@kettle-step/contract';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzEmptyModule } from 'ng-zorro-antd/empty';
import { NzIconModule } from 'ng-zorro-antd/icon';
import { NzPopconfirmModule } from 'ng-zorro-antd/popconfirm';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { catchError, map, of } from 'rxjs';
import { BarRibbon } from '../parts/bar-ribbon';
import { pretty } from '../parts/words';
import { PiecesService, ServerProblem } from '../services/pieces.service';
import { Arrivals } from './arrivals';
import { StudioArchive } from './studio-archive';

type Shown =
  | { readonly kind: 'loading' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'ready'; readonly pieces: readonly PieceSummary[] };

const wordsOf = (cause: unknown): string =>
  cause instanceof ServerProblem ? cause.message : 'Something went wrong; please try again.';

/** The shelf: every piece with its ribbon, and the door for new ones. */
@Component({
  selector: 'ks-shelf',
  imports: [
    Arrivals,
    BarRibbon,
    NzAlertModule,
    NzButtonModule,
    NzEmptyModule,
    NzIconModule,
    NzPopconfirmModule,
    NzSpinModule,
    RouterLink,
    StudioArchive,
  ],
  templateUrl: './shelf.html',
  styleUrl: './shelf.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Shelf {
  private readonly service = inject(PiecesService);

  readonly shown = signal<Shown>({ kind: 'loading' });
  /** Why a piece could not be taken off. */
  readonly refusal = signal<string | undefined>(undefined);
  readonly pretty = pretty;

  constructor() {
    this.load();
  }

  load(): void {
    this.service
      .list()
      .pipe(
        map((pieces): Shown => ({ kind: 'ready', pieces })),
        catchError((cause: unknown) => of<Shown>({ kind: 'failed', message: wordsOf(cause) })),
      )
      .subscribe((shown) => this.shown.set(shown));
  }

  remove(piece: PieceSummary): void {
    this.service.remove(piece.id).subscribe({
      next: () => this.load(),
      error: (cause: unknown) => this.refusal.set(`${piece.title}: ${wordsOf(cause)}`),
    });
  }
}
