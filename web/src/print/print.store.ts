import { computed, inject, Injectable, signal } from '@angular/core';
import { givenNotesOf, type Piece, type StoredPlan } from '@kettle-step/contract';
import { withHands, type PianoPlan, type Score, type WritingLevel } from '@kettle-step/core';
import { map, switchMap, type Observable } from 'rxjs';
import { EngineService } from '../services/engine.service';
import { PiecesService, ServerProblem } from '../services/pieces.service';
import { fingeredNotes } from '../score/fingered-notes';
import { scoreMarks } from '../score/score-marks';

interface Opened {
  readonly piece: Piece;
  readonly score: Score;
  readonly engravable: string;
  readonly plan: PianoPlan;
}

export type PrintState =
  | { readonly kind: 'loading' }
  | { readonly kind: 'failed'; readonly message: string }
  | ({ readonly kind: 'ready' } & Opened);

/** All stored fingers hold: what is printed is what was seen on the bench. */
const asStored = ({ fingers, desk }: StoredPlan) => ({
  locks: new Map(fingers.map(({ noteId, finger }) => [noteId, finger] as const)),
  desk,
});

/** A piece as it goes on paper. */
@Injectable()
export class PrintStore {
  private readonly pieces = inject(PiecesService);
  private readonly engine = inject(EngineService);

  readonly state = signal<PrintState>({ kind: 'loading' });
  /** How many numbers are written; as on the bench until something else is chosen. */
  readonly writing = signal<WritingLevel>('every');
  readonly positions = signal(true);
  readonly moves = signal(true);

  readonly notes = computed(() => {
    const state = this.state();
    if (state.kind !== 'ready') return undefined;
    const locks = new Map(
      state.piece.plan.fingers.flatMap(({ noteId, finger, decidedBy }) =>
        decidedBy === 'teacher' ? [[noteId, finger] as const] : [],
      ),
    );
    return fingeredNotes(state.score, state.plan, { locks, desk: { writing: this.writing() } });
  });

  readonly marks = computed(() => {
    const state = this.state();
    if (state.kind !== 'ready') return undefined;
    return scoreMarks(state.score, state.plan, {
      positions: this.positions(),
      moves: this.moves(),
      reaches: false,
      checkpoints: false,
      'elbow-room': false,
    });
  });

  open(id: string): void {
    this.pieces
      .get(id)
      .pipe(switchMap((piece) => this.worked(piece)))
      .subscribe({
        next: (opened) => {
          this.writing.set(opened.piece.plan.desk.writing);
          this.state.set({ kind: 'ready', ...opened });
        },
        error: (cause: unknown) =>
          this.state.set({
            kind: 'failed',
            message: cause instanceof ServerProblem ? cause.message : 'The piece cannot be laid on paper.',
          }),
      });
  }

  private worked(piece: Piece): Observable<Opened> {
    return this.engine
      .open(piece.document)
      .pipe(
        switchMap(({ score, engravable }) =>
          this.engine
            .plan(asStored(piece.plan))
            .pipe(map((plan) => ({ piece, engravable, plan, score: withHands(score, givenNotesOf(piece.plan.desk)) }))),
        ),
      );
  }
}
