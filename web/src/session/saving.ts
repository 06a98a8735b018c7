import { inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { storedFingers, type KeepVersion, type Piece, type VersionSummary } from '@kettle-step/contract';
import { EMPTY, type Observable } from 'rxjs';
import { timeInWords } from '../parts/dates';
import { PiecesService } from '../services/pieces.service';
import { Visit } from '../services/visit';
import { Autosave } from './autosave';
import { PieceSession, type SessionEvent } from './piece-session';
import { Progress } from './progress';

/** Keeps the open piece on the server as it changes. */
@Injectable({ providedIn: 'root' })
export class Saving {
  private readonly session = inject(PieceSession);
  private readonly progress = inject(Progress);
  private readonly autosave = inject(Autosave);
  private readonly pieces = inject(PiecesService);
  private readonly visit = inject(Visit);

  readonly state = this.autosave.state;

  constructor() {
    this.session.events.pipe(takeUntilDestroyed()).subscribe((event) => this.follow(event));
    // Another window was quicker: what stands here is kept at once, before anyone chooses.
    this.autosave.conflicts.pipe(takeUntilDestroyed()).subscribe(() => {
      this.keepAs(`This window, ${timeInWords(new Date())}`, 'conflict').subscribe({
        complete: () => this.autosave.keptAsVersion(),
        error: (cause: unknown) => this.autosave.fail(cause),
      });
    });
  }

  /** Opens a piece as soon as the work on the one before it is safe; where that cannot be saved, the session is held. */
  open(id: string): void {
    const { kind } = this.session.state();
    const before = this.session.piece();
    if (before?.id === id && kind === 'held') this.session.resume();
    if (before?.id === id && (kind === 'held' || kind === 'ready')) return this.session.restand();
    this.autosave.whenSafe().subscribe({
      complete: () => this.session.open(id),
      error: (cause: Error) => this.session.hold(`“${before?.title ?? ''}” is not saved yet. ${cause.message}`),
    });
  }

  /** Opens a piece whatever becomes of the work on the one before it. */
  openAnyway(id: string): void {
    this.autosave.end();
    this.session.open(id);
  }

  /** Tries again at once. */
  retry(): void {
    this.autosave.saveNow();
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
    this.autosave.begin({ id: piece.id, title: piece.title, revision, document });
    this.save();
  }

  private follow(event: SessionEvent): void {
    switch (event.kind) {
      case 'opened': {
        const { id, title, document, plan } = event.piece;
        return this.autosave.begin({ id, title, revision: plan.revision, document });
      }
      case 'closed':
        return this.autosave.end();
      case 'wished':
        return this.autosave.expect();
      case 'worked':
        return this.save();
      case 'taken-back':
        return this.autosave.expectNothing();
    }
  }

  private save(): void {
    const content = this.content();
    // A visitor only reads.
    if (this.visit.token() !== undefined) return this.autosave.expectNothing();
    if (content) this.autosave.keep({ ...content, ribbon: [...this.progress.ribbon()] });
  }

  private content(): (Pick<Piece['plan'], 'fingers' | 'desk'> & Pick<Piece, 'document'>) | undefined {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (!score || !solved) return undefined;
    const { plan, decisions } = solved;
    const fingers = storedFingers(score, plan, decisions.locks);
    return { document: this.session.document(), fingers, desk: decisions.desk };
  }
}
