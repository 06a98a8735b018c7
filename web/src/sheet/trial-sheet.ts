import { trialHeading } from '@kettle-step/core';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { PieceSession } from '../session/piece-session';
import { fingersOf, trialsOf } from '../session/trials';
import { StepMusic } from './step-music';

/** Boxes to tick beside each way: one for each day it is tried. */
const DAYS = [1, 2, 3] as const;
const DAY_WORDS = ['', 'one day', 'two days', 'three days'];

/** What the student tries until the next lesson: two or three fingerings side by side, with room for clean tries. */
@Component({
  selector: 'ks-trial-sheet',
  imports: [StepMusic],
  template: `@for (trial of trials(); track trial.id) {
    <section>
      <p>
        <b>Trial. {{ trial.place }}.</b> {{ trial.words }}
      </p>
      <div class="ways">
        @for (way of trial.ways; track way.name) {
          <div class="way">
            <b>{{ way.name }}</b>
            <ks-step-music
              [step]="undefined"
              [bars]="trial.bars"
              [fingers]="way.fingers"
              [widthPx]="widthOf(trial.ways.length)"
              [scale]="scale()"
            />
            <p class="boxes">
              clean tries:
              @for (day of days; track day) {
                <span><i aria-hidden="true"></i> day {{ day }}</span>
              }
            </p>
          </div>
        }
      </div>
    </section>
  }`,
  styles: `
    section {
      margin-top: 10px;
      break-inside: avoid;
    }
    p {
      margin: 0 0 2px;
    }
    .ways {
      display: flex;
      gap: 12px;
    }
    .way {
      flex: 1;
      min-width: 0;
    }
    .boxes {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
      font-size: 0.86em;
    }
    i {
      display: inline-block;
      width: 34px;
      height: 16px;
      border: 1px solid var(--ink);
      vertical-align: -3px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TrialSheet {
  private readonly session = inject(PieceSession);
  /** Width of the paper, CSS pixels, and size of the staff, percent. */
  readonly widthPx = input(640);
  readonly scale = input(30);
  readonly days = DAYS;

  readonly trials = computed(() =>
    trialsOf(this.session.decisions())
      .filter(({ choice }) => choice === null)
      .map((trial) => ({
        id: trial.id,
        place: trialHeading(trial),
        bars: trial.bars,
        words: `${trial.ways.map(({ name }) => `${name} for ${DAY_WORDS[DAYS.length]}`).join(', then ')}. Write down how many tries were clean; feel which one lies easily.`,
        ways: trial.ways.map((way) => ({ name: way.name, fingers: fingersOf(way) })),
      })),
  );

  widthOf(ways: number): number {
    return Math.floor(this.widthPx() / ways) - 12;
  }
}
