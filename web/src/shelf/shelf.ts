import { BreakpointObserver } from '@angular/cdk/layout';
import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { LEVELS, PROGRESS, type PieceProgress, type PieceSummary } from '@kettle-step/contract';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzEmptyModule } from 'ng-zorro-antd/empty';
import { NzIconModule } from 'ng-zorro-antd/icon';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzPopconfirmModule } from 'ng-zorro-antd/popconfirm';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { map } from 'rxjs';
import { PlaceHead } from '../parts/place-head';
import { settleWhen } from '../parts/settled';
import { SmallRibbon } from '../parts/small-ribbon';
import { pretty } from '../parts/words';
import { Arrivals } from './arrivals';
import { PassPhrase } from './pass-phrase';
import { PieceFor } from './piece-for';
import { NEXT, NOW, type ShelfOrder } from './shelf-order';
import { ShelfStore } from './shelf.store';
import { Trash } from './trash';
import { LeftUnsaved } from './left-unsaved';
import { StudioArchive } from './studio-archive';
import { StudioBackups } from './studio-backups';
import { Today } from './today';

/** Height of a row, pixels, on a wide and on a narrow screen; the style sheet sets the same. */
const ROW_PX = { wide: 74, narrow: 132 } as const;
const NARROW = '(max-width: 820px)';

const PROGRESS_WORDS: Readonly<Record<PieceProgress, string>> = {
  untouched: 'nothing settled',
  begun: 'begun',
  settled: 'all settled',
};

const ORDER_WORDS: Readonly<Record<ShelfOrder, string>> = {
  title: 'by title',
  student: 'by student',
  lately: 'last worked on first',
};

/** The shelf: every piece with its ribbon, and the door for new ones. */
@Component({
  selector: 'ks-shelf',
  imports: [
    Trash,
    Arrivals,
    FormsModule,
    LeftUnsaved,
    NzAlertModule,
    NzButtonModule,
    NzEmptyModule,
    NzIconModule,
    NzInputModule,
    NzPopconfirmModule,
    NzSpinModule,
    PassPhrase,
    PieceFor,
    PlaceHead,
    RouterLink,
    ScrollingModule,
    SmallRibbon,
    StudioArchive,
    StudioBackups,
    Today,
  ],
  templateUrl: './shelf.html',
  styleUrl: './shelf.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Shelf {
  readonly store = inject(ShelfStore);

  private readonly isNarrow = toSignal(
    inject(BreakpointObserver)
      .observe(NARROW)
      .pipe(map(({ matches }) => matches)),
    { initialValue: false },
  );
  readonly rowPx = computed(() => ROW_PX[this.isNarrow() ? 'narrow' : 'wide']);
  readonly NEXT = NEXT;
  readonly NOW = NOW;
  readonly levels = LEVELS;
  readonly progress = PROGRESS.map((value) => ({ value, words: PROGRESS_WORDS[value] }));
  readonly orders = (Object.keys(ORDER_WORDS) as ShelfOrder[]).map((value) => ({ value, words: ORDER_WORDS[value] }));
  readonly pretty = pretty;

  constructor() {
    settleWhen(() => this.store.shown().kind !== 'loading');
    this.store.load();
  }

  byId(_index: number, { id }: PieceSummary): string {
    return id;
  }
}
