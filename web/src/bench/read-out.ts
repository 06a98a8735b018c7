import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { readOut, readOutText, SIDES, type Side } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { PieceSession } from '../session/piece-session';
import { Selection } from '../session/selection';
import { Speech } from '../sound/speech';
import { BenchView } from './bench-view';

const WHICH = ['both', 'right', 'left'] as const;

/** The piece in plain words, note by note; spoken by the browser where it has a voice. */
@Component({
  selector: 'ks-read-out',
  imports: [FormsModule, NzButtonModule],
  template: `<div class="row">
      <label
        >Hands
        <select class="ant-input" name="which" [ngModel]="which()" (ngModelChange)="which.set($event)">
          @for (one of whichChoices; track one) {
            <option [value]="one">{{ one }}</option>
          }
        </select></label
      >
      <label
        >of
        <select class="ant-input" name="extent" [ngModel]="extent()" (ngModelChange)="extent.set($event)">
          <option value="piece">the whole piece</option>
          <option value="bar">the chosen bar</option>
        </select></label
      >
      @if (canSpeak) {
        <button nz-button type="button" nzType="primary" (click)="speak()">
          {{ isSpeaking() ? 'Stop' : 'Say it' }}
        </button>
      }
    </div>
    @for (paragraph of paragraphs(); track $index) {
      <p>{{ paragraph }}</p>
    }`,
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
      margin-bottom: 12px;
    }

    select {
      width: auto;
    }

    p {
      font-size: 17px;
      line-height: 1.6;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadOutSheet {
  private readonly session = inject(PieceSession);
  private readonly selection = inject(Selection);
  private readonly view = inject(BenchView);
  private readonly speech = inject(Speech);

  readonly whichChoices = WHICH;
  readonly which = signal<(typeof WHICH)[number]>('both');
  readonly extent = signal<'piece' | 'bar'>('piece');
  readonly canSpeak = this.speech.canSpeak;
  readonly isSpeaking = this.speech.isSpeaking;

  private readonly text = computed(() => {
    const [score, plan] = [this.session.score(), this.view.latePlan()];
    if (!score || !plan) return '';
    const which = this.which();
    const sides: readonly Side[] = which === 'both' ? [...SIDES] : [which];
    const bar = this.selection.chosenBar();
    return readOutText(
      readOut(score, plan, { sides, ...(this.extent() === 'bar' ? { bars: [bar, bar] as const } : {}) }),
    );
  });
  readonly paragraphs = computed(() => this.text().split('\n\n'));

  constructor() {
    inject(DestroyRef).onDestroy(() => this.speech.stop());
  }

  /** Says what is written, or stops. */
  speak(): void {
    if (this.isSpeaking()) this.speech.stop();
    else this.speech.say(this.text());
  }
}
