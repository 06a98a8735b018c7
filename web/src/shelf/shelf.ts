import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { PieceSummary } from '@kettle-step/contract';
import { explainMusicXmlError, MAX_FILE_BYTES } from '@kettle-step/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzEmptyModule } from 'ng-zorro-antd/empty';
import { NzIconModule } from 'ng-zorro-antd/icon';
import { NzPopconfirmModule } from 'ng-zorro-antd/popconfirm';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';
import { catchError, concatMap, EMPTY, finalize, map, of, Subject, tap, type Observable } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { BarRibbon } from '../parts/bar-ribbon';
import { pretty } from '../parts/words';
import { PiecesService, ServerProblem } from '../services/pieces.service';

type Shown =
  | { readonly kind: 'loading' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'ready'; readonly pieces: readonly PieceSummary[] };

interface Notice {
  readonly kind: 'success' | 'error';
  readonly file: string;
  readonly message: string;
}

const wordsOf = (cause: unknown): string =>
  cause instanceof ServerProblem ? cause.message : 'Something went wrong; please try again.';

/** The shelf: every piece with its ribbon, and the door for new ones. */
@Component({
  selector: 'ks-shelf',
  imports: [
    BarRibbon,
    NzAlertModule,
    NzButtonModule,
    NzEmptyModule,
    NzIconModule,
    NzPopconfirmModule,
    NzSpinModule,
    NzUploadModule,
    RouterLink,
  ],
  templateUrl: './shelf.html',
  styleUrl: './shelf.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Shelf {
  private readonly service = inject(PiecesService);
  private readonly chosenFiles = new Subject<File>();

  readonly shown = signal<Shown>({ kind: 'loading' });
  readonly notices = signal<readonly Notice[]>([]);
  readonly importing = signal<string | undefined>(undefined);
  readonly pretty = pretty;

  constructor() {
    this.load();
    this.chosenFiles
      .pipe(
        // One after another, so that each file gets its own word and none is lost.
        concatMap((file) => this.importOne(file)),
        takeUntilDestroyed(),
      )
      .subscribe();
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

  /** Takes files from the picker or a drop; answering false keeps the upload component from sending them itself. */
  readonly take = (file: NzUploadFile): boolean => {
    this.chosenFiles.next(file as unknown as File);
    return false;
  };

  remove(piece: PieceSummary): void {
    this.service.remove(piece.id).subscribe({
      next: () => this.load(),
      error: (cause: unknown) => this.notify({ kind: 'error', file: piece.title, message: wordsOf(cause) }),
    });
  }

  dismiss(notice: Notice): void {
    this.notices.update((notices) => notices.filter((other) => other !== notice));
  }

  private importOne(file: File): Observable<unknown> {
    if (file.size > MAX_FILE_BYTES) {
      const tooLarge = { code: 'too-large', bytes: file.size, limitBytes: MAX_FILE_BYTES, unpacked: false } as const;
      this.notify({ kind: 'error', file: file.name, message: explainMusicXmlError(tooLarge) });
      return EMPTY;
    }
    this.importing.set(file.name);
    return this.service.import(file).pipe(
      tap(({ title }) => {
        this.notify({ kind: 'success', file: file.name, message: `“${title}” is on the shelf.` });
        this.load();
      }),
      catchError((cause: unknown) => {
        this.notify({ kind: 'error', file: file.name, message: wordsOf(cause) });
        return EMPTY;
      }),
      finalize(() => this.importing.set(undefined)),
    );
  }

  private notify(notice: Notice): void {
    this.notices.update((notices) => [notice, ...notices].slice(0, 5));
  }
}
