import { computed, inject, Injectable, signal } from '@angular/core';
import type { SavePlan } from '@kettle-step/contract';
import { map, tap, type Observable } from 'rxjs';
import { timeInWords } from '../parts/dates';
import { messageOf } from '../parts/words';
import { PiecesService } from '../services/pieces.service';
import { problemCode } from '../services/server-problem';
import { PendingWork } from './pending-work';
import { SaveQueue, TYPING_MS, type SaveState, type Verdict } from './save-queue';

type Content = Omit<SavePlan, 'baseRevision'> & Required<Pick<SavePlan, 'document'>>;

/** A piece as the server has it. */
export interface OnServer {
  readonly id: string;
  readonly title: string;
  readonly revision: number;
  readonly document: string;
}

const NOTHING: OnServer = { id: '', title: '', revision: 1, document: '' };

/**
 * Saves the plan of the open piece. Until it is on the server it is kept on this device as well. Where another window was quicker,
 * this window's work is kept as a version at once, and the plan is held until the teacher decides.
 */
@Injectable({ providedIn: 'root' })
export class PlanSaving {
  private readonly pieces = inject(PiecesService);
  private readonly pending = inject(PendingWork);
  private onServer = NOTHING;
  private readonly conflict = signal('');
  private readonly queue = new SaveQueue<Content>({
    save: (content, id) => this.send(content, id),
    refused: (cause, _content, id) => (problemCode(cause) === 'conflict' ? this.keepVersion(id, cause) : 'retry'),
    quietMs: TYPING_MS,
  });

  readonly state = computed((): { readonly kind: SaveState; readonly message: string } => ({
    kind: this.queue.state(),
    message: this.queue.problem() || this.conflict(),
  }));

  /** Starts over with a piece as the server has it. What waits of the one before stays on this device alone. */
  begin(piece: OnServer): void {
    this.queue.drop(this.onServer.id);
    this.queue.drop(piece.id);
    this.queue.expectNothing();
    this.onServer = piece;
    this.conflict.set('');
  }

  /** Nothing more is saved, also nothing that waits. */
  end(): void {
    this.begin(NOTHING);
  }

  /** A change is being worked out and will be kept. */
  expect(): void {
    this.queue.expect();
  }

  /** The change that was expected does not come. */
  expectNothing(): void {
    this.queue.expectNothing();
  }

  keep(content: Content): void {
    const { id, title, revision } = this.onServer;
    void this.pending.keep({ id, title }, { baseRevision: revision, ...content });
    this.queue.keep(id, content);
  }

  saveNow(): void {
    this.queue.saveNow();
  }

  /** Completes once the work is safe: saved, or kept beside what another window saved. Fails where it cannot be saved. */
  whenSafe(): Observable<never> {
    return this.queue.whenSafe();
  }

  private send(content: Content, id: string): Observable<unknown> {
    const { document, ...plan } = content;
    const music = document === this.onServer.document ? {} : { document };
    return this.pieces.save(id, { baseRevision: this.onServer.revision, ...plan, ...music }).pipe(
      tap((revision) => {
        // Another piece may be open by now.
        if (id === this.onServer.id) this.onServer = { ...this.onServer, revision, document };
        if (this.queue.get(id) === content) void this.pending.drop(id);
      }),
    );
  }

  private keepVersion(id: string, cause: unknown): Observable<Verdict> {
    const { fingers, desk, document } = this.queue.get(id)!;
    const name = `This window, ${timeInWords(new Date())}`;
    return this.pieces.keepVersion(id, { name, kind: 'conflict', fingers, desk, document }).pipe(
      tap(() => {
        void this.pending.drop(id);
        this.conflict.set(messageOf(cause));
      }),
      map(() => 'hold' as const),
    );
  }
}
