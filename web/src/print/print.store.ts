import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import { cautionsOf, tellCaution, tellEasing, type WritingLevel } from '@kettle-step/core';
import { pretty } from '../parts/words';
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
  /** Both hands beat by beat, under the systems. */
  readonly strip = signal(false);
  readonly room = computed(() => (this.strip() ? ('strip' as const) : ('marks' as const)));

  readonly notes = computed(() => {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (this.session.state().kind !== 'ready' || !score || !solved) return undefined;
    const { locks } = solved.decisions;
    return fingeredNotes(score, solved.plan, { locks, desk: { writing: this.writing() } });
  });

  /** What is eased in the piece, and what in it asks the hands that play for care. */
  readonly care = computed((): readonly string[] => {
    const [score, written] = [this.session.score(), this.session.asWritten()];
    if (!score || !written) return [];
    const eased = this.session.eased().flatMap((easing) => {
      const words = tellEasing(written, easing);
      return words ? [`${pretty(words)}.`] : [];
    });
    const cautions = cautionsOf(score, this.session.settings().hands).map((caution) => tellCaution(score, caution));
    return [...eased, ...cautions];
  });

  private readonly readMarks = createMarksReader();
  readonly marks = computed(() => {
    const [score, solved, written] = [this.session.score(), this.session.solved(), this.session.asWritten()];
    if (this.session.state().kind !== 'ready' || !score || !solved || !written) return undefined;
    const wanted = {
      positions: this.positions(),
      moves: this.moves(),
      reaches: false,
      eased: true,
      checkpoints: false,
      'elbow-room': false,
      together: this.strip(),
    };
    return this.readMarks(score, solved.plan, wanted, { written, eased: this.session.eased() });
  });
}
