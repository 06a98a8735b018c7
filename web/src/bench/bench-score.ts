import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { beatOf, pitchName } from '@kettle-step/core';
import { beatFigure, HAND_WORDS, nameOfBar } from '../parts/words';
import { MarkChoices } from '../score/mark-choices';
import { createMarksReader } from '../score/score-marks';
import { ScoreView } from '../score/score-view';
import { PieceSession } from '../session/piece-session';
import { Preview } from '../session/preview';
import { Selection } from '../session/selection';
import { BenchView } from './bench-view';

/** The score on the bench, with the fingering that is shown and the note that is chosen. */
@Component({
  selector: 'ks-bench-score',
  imports: [ScoreView],
  template: `<ks-score-view
    [engravable]="session.engravable()!"
    [notes]="preview.notes()"
    [marks]="marks()"
    [hand]="view.hand()"
    [chosenId]="selection.chosenId()"
    [spoken]="spoken()"
    (chooseNote)="selection.choose($event)"
  />`,
  styles: ':host { display: flex; flex: 1; min-width: 0; min-height: 0; } ks-score-view { flex: 1; min-width: 0; }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchScore {
  readonly session = inject(PieceSession);
  readonly preview = inject(Preview);
  readonly selection = inject(Selection);
  readonly view = inject(BenchView);
  private readonly choices = inject(MarkChoices);

  private readonly readMarks = createMarksReader();
  readonly marks = computed(() => {
    const [score, plan, written] = [this.session.score(), this.view.latePlan(), this.session.asWritten()];
    if (!score || !plan || !written) return undefined;
    return this.readMarks(score, plan, this.choices.marks(), { written, eased: this.session.eased() });
  });

  readonly spoken = computed(() => {
    const [score, chosen] = [this.session.score(), this.selection.chosen()];
    if (!score || !chosen) return '';
    const { note, planned, decidedBy } = chosen;
    const decided = decidedBy === 'teacher' ? 'set by you' : decidedBy;
    return `${nameOfBar(score, note.bar)}, beat ${beatFigure(beatOf(score, note))}, ${HAND_WORDS[note.side]}, ${pitchName(note.pitch)}, finger ${planned.finger ?? 'none'}, ${decided}`;
  });
}
