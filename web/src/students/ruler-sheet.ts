import { ChangeDetectionStrategy, Component, DOCUMENT, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import type { Paper } from '../paper/pages';
import { PaperChoice } from '../paper/paper-choice';
import { PlaceHead } from '../parts/place-head';

/** A hand of this span is larger than any; mm. */
const LENGTH_MM = 240;

/** A line that tells whether the printer kept the scale, mm. */
const CHECK_MM = 100;

/** A ruler at true scale for measuring hands, on paper. */
@Component({
  selector: 'ks-ruler-sheet',
  imports: [NzButtonModule, PaperChoice, PlaceHead, RouterLink],
  template: `<h1 *ksPlaceHead class="place-title">A ruler for hands</h1>
    <div class="bar" role="toolbar" aria-label="How it is laid out">
      <a nz-button routerLink="/students">Back to the students</a>
      <ks-paper-choice [(paper)]="paper" [sizes]="false" />
      <button nz-button nzType="primary" type="button" (click)="print()">Print or save as PDF</button>
    </div>
    <main class="papers" [class]="paper()">
      <section class="paper" aria-label="The ruler">
        <svg
          role="img"
          aria-label="A ruler of 240 millimetres"
          [attr.viewBox]="'0 0 60 ' + length"
          width="60mm"
          [attr.height]="length + 'mm'"
        >
          <line x1="0" x2="0" y1="0" [attr.y2]="length" class="edge" />
          @for (tick of ticks; track tick.mm) {
            <line x1="0" [attr.x2]="tick.width" [attr.y1]="tick.mm" [attr.y2]="tick.mm" />
            @if (tick.label) {
              <text x="13" [attr.y]="tick.mm + 1.4">{{ tick.label }}</text>
            }
          }
        </svg>
        <div class="words">
          <h2>How to measure a hand</h2>
          <ol>
            <li>Print at 100 %, not “fit to page”. The line below must be {{ check }} mm long.</li>
            <li>Lay the sheet flat. The outer edge of the thumb lies at 0, the hand flat on the paper.</li>
            <li>
              The fingers spread by themselves, as far as they go without being pushed; nobody helps with the other
              hand.
            </li>
            <li>Read the outer edge of the fifth finger: that is 1-5.</li>
            <li>The same with the outer edge of the second finger at 0: that is 2-5.</li>
            <li>Measure both hands, each twice, and take the smaller figure. Growing hands again in half a year.</li>
          </ol>
          <div class="check"></div>
          <p>{{ check }} mm</p>
          <p>Stop if it hurts. A hand is judged by its measure, not by age, and is not stretched to a figure.</p>
        </div>
      </section>
    </main>`,
  styleUrl: './ruler-sheet.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RulerSheet {
  private readonly window = inject(DOCUMENT).defaultView!;
  readonly paper = signal<Paper>('A4');
  readonly length = LENGTH_MM;
  readonly check = CHECK_MM;
  readonly ticks = Array.from({ length: LENGTH_MM + 1 }, (_, mm) => ({
    mm,
    width: mm % 10 === 0 ? 12 : mm % 5 === 0 ? 9 : 6,
    label: mm % 10 === 0 ? String(mm) : '',
  }));

  print(): void {
    this.window.print();
  }
}
