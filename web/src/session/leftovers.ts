import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { concat, defer, EMPTY, from, ignoreElements, tap, type Observable } from 'rxjs';
import { momentInWords, timeInWords } from '../parts/dates';
import { PiecesService } from '../services/pieces.service';
import { decisionsOf } from './decisions';
import { History } from './history';
import type { Pending } from '@kettle-step/contract';
import { PendingWork } from '../saving/pending-work';
import { PieceSession } from './piece-session';
import { Saving } from './saving';

/** Work that did not reach the studio before its window was gone, and the two ways to go on. Neither loses anything. */
@Injectable({ providedIn: 'root' })
export class Leftovers {
  private readonly pending = inject(PendingWork);
  private readonly pieces = inject(PiecesService);
  private readonly session = inject(PieceSession);
  private readonly saving = inject(Saving);
  private readonly history = inject(History);

  readonly all = signal<readonly Pending[]>([]);
  /** What was left of the open piece. */
  readonly here = computed(() => this.all().find(({ pieceId }) => pieceId === this.session.piece()?.id));
  /** The piece has been changed since that work was made. */
  readonly hasMovedOn = computed(() => this.here()?.plan.baseRevision !== this.session.piece()?.plan.revision);

  constructor() {
    this.session.events.pipe(takeUntilDestroyed()).subscribe(({ kind }) => {
      if (kind === 'opened') this.look();
    });
  }

  /** Looks through what this device has kept. */
  look(): void {
    // Work on the open piece that still waits in this window is not left behind.
    const open = this.saving.state().kind === 'saved' ? undefined : this.session.piece()?.id;
    void this.pending.leftBehind(open).then((left) => {
      this.all.set(left);
      // It reached the studio after all; only the answer was lost.
      const here = this.here();
      if (here && this.stands(here)) this.forget(here).subscribe();
    });
  }

  /** Goes on with it; like any decision it can be undone. What the studio has instead becomes a version. */
  bringBack(): Observable<never> {
    const [left, piece] = [this.here(), this.session.piece()];
    if (!left || !piece) return EMPTY;
    const { fingers, desk, document } = left.plan;
    const theirs = { fingers: piece.plan.fingers, desk: piece.plan.desk };
    return concat(
      this.hasMovedOn() ? this.keep(piece.id, `In the studio, ${timeInWords(new Date())}`, theirs) : EMPTY,
      defer(() => {
        this.history.take({ document, carried: { ...decisionsOf({ plan: { fingers, desk } }), lost: [], kept: 0 } });
        return this.forget(left);
      }),
    );
  }

  /** Leaves the piece as it is; the work stays among its versions. */
  setAside(): Observable<never> {
    const left = this.here();
    if (!left) return EMPTY;
    const { fingers, desk, document } = left.plan;
    const name = `Left unsaved, ${momentInWords(left.madeAt)}`;
    return concat(
      this.keep(left.pieceId, name, { fingers, desk, document }),
      defer(() => this.forget(left)),
    );
  }

  /** Takes it off this device. */
  forget(left: Pending): Observable<never> {
    return from(this.pending.remove(left)).pipe(
      tap(() => this.all.update((all) => all.filter((one) => one !== left))),
      ignoreElements(),
    );
  }

  /** Whether the open piece holds what was left: the same music and the same decisions. */
  private stands({ plan: { fingers, desk, document } }: Pending): boolean {
    const piece = this.session.piece();
    const decided = (of: Pick<Pending['plan'], 'fingers' | 'desk'>): string => {
      const { locks, desk: decidedDesk } = decisionsOf({ plan: of });
      return JSON.stringify([[...locks].sort(), decidedDesk]);
    };
    return piece?.document === document && decided(piece.plan) === decided({ fingers, desk });
  }

  private keep(
    pieceId: string,
    name: string,
    content: Pick<Pending['plan'], 'fingers' | 'desk'> & { readonly document?: string },
  ): Observable<never> {
    return this.pieces.keepVersion(pieceId, { name, kind: 'conflict', ...content }).pipe(ignoreElements());
  }
}
