import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import type { WritingLevel } from '@kettle-step/core';
import { fingeredNotes } from '../score/fingered-notes';
import { createMarksReader } from '../score/score-marks';
import { PieceSession } from '../session/piece-session';

/** The open piece as it goes on paper. */
@Injectable()
export class PrintStore {
  private readonly session = inject(PieceSession);

  /** How many numbers are written; as on the bench until something else is chosen. */
  readonly writing = linkedSignal<WritingLevel>(() => this.session.decisions().desk.writing);
  readonly positions = signal(true);
  readonly moves = signal(true);

  readonly notes = computed(() => {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (this.session.state().kind !== 'ready' || !score || !solved) return undefined;
    const { locks } = solved.decisions;
    return fingeredNotes(score, solved.plan, { locks, desk: { writing: this.writing() } });
  });

  private readonly readMarks = createMarksReader();
  readonly marks = computed(() => {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (this.session.state().kind !== 'ready' || !score || !solved) return undefined;
    return this.readMarks(score, solved.plan, {
      positions: this.positions(),
      moves: this.moves(),
      reaches: false,
      checkpoints: false,
      'elbow-room': false,
    });
  });
}
