import { computed, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { storedFingers, type KeepVersion, type Piece, type VersionSummary } from '@kettle-step/contract';
import { defer, EMPTY, filter, map, take, type Observable } from 'rxjs';
import { PiecesService } from '../services/pieces.service';
import { PlanSaving } from '../saving/plan-saving';
import { Visit } from '../services/visit';
import { PieceSession, type SessionEvent } from './piece-session';
import { Progress } from './progress';

/** Keeps the open piece on the server as it changes. */
@Injectable({ providedIn: 'root' })
export class Saving {
  private readonly session = inject(PieceSession);
  private readonly progress = inject(Progress);
  private readonly plans = inject(PlanSaving);
  private readonly pieces = inject(PiecesService);
  private readonly visit = inject(Visit);

  readonly state = this.plans.state;
  private readonly now = toObservable(
    computed(() => ({ state: this.session.state(), piece: this.session.piece()?.id })),
  );

  constructor() {
    this.session.events.pipe(takeUntilDestroyed()).subscribe((event) => this.follow(event));
  }

  /** Opens a piece as soon as the work on the one before it is safe; where that cannot be saved, the session is held. */
  open(id: string): void {
    const { kind } = this.session.state();
    const before = this.session.piece();
    if (before?.id === id && kind === 'held') this.session.resume();
    if (before?.id === id && (kind === 'held' || kind === 'ready')) return this.session.restand();
    this.plans.whenSafe().subscribe({
      complete: () => this.session.open(id),
      error: (cause: Error) => this.session.hold(`“${before?.title ?? ''}” is not saved yet. ${cause.message}`),
    });
  }

  /** Opens a piece, and emits once it is open and fingered; fails in words where it cannot be opened. */
  opened(id: string): Observable<undefined> {
    return defer(() => {
      const before = this.session.state();
      this.open(id);
      return this.now.pipe(
        filter(
          ({ state, piece }) => (state.kind === 'ready' && piece === id) || ('message' in state && state !== before),
        ),
        take(1),
        map(({ state }) => {
          if ('message' in state) throw new Error(state.message);
          return undefined;
        }),
      );
    });
  }

  /** Completes once the work on the open piece is safe; fails where it cannot be saved. */
  whenSafe(): Observable<never> {
    return this.plans.whenSafe();
  }

  /** Opens a piece whatever becomes of the work on the one before it. */
  openAnyway(id: string): void {
    this.plans.end();
    this.session.open(id);
  }

  /** Tries again at once. */
  retry(): void {
    this.plans.saveNow();
  }

  /** Keeps the work as it stands as a version. */
  keepAs(name: string, kind: KeepVersion['kind']): Observable<VersionSummary> {
    const [piece, content] = [this.session.piece(), this.content()];
    return piece && content ? this.pieces.keepVersion(piece.id, { name, kind, ...content }) : EMPTY;
  }

  /** Goes on from what stands on the server with what stands here. */
  saveOver({ plan: { revision }, document }: Pick<Piece, 'plan' | 'document'>): void {
    const piece = this.session.piece();
    if (!piece) return;
    this.plans.begin({ id: piece.id, title: piece.title, revision, document });
    this.save();
  }

  private follow(event: SessionEvent): void {
    switch (event.kind) {
      case 'opened': {
        const { id, title, document, plan } = event.piece;
        return this.plans.begin({ id, title, revision: plan.revision, document });
      }
      case 'closed':
        return this.plans.end();
      case 'wished':
        return this.plans.expect();
      case 'worked':
        return this.save();
      case 'taken-back':
        return this.plans.expectNothing();
    }
  }

  private save(): void {
    const content = this.content();
    // A visitor only reads.
    if (this.visit.token() !== undefined) return this.plans.expectNothing();
    if (content) this.plans.keep({ ...content, ribbon: [...this.progress.ribbon()] });
  }

  private content(): (Pick<Piece['plan'], 'fingers' | 'desk'> & Pick<Piece, 'document'>) | undefined {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (!score || !solved) return undefined;
    const { plan, decisions } = solved;
    const fingers = storedFingers(score, plan, decisions.locks);
    return { document: this.session.document(), fingers, desk: decisions.desk };
  }
}
