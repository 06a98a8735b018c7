import { trialPlace, wayInWords } from '@kettle-step/core';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { keptDayInWords } from '../parts/dates';
import { PieceSession } from '../session/piece-session';
import { Selection } from '../session/selection';
import { trialsAt } from '../session/trials';
import { Actions } from './actions';

/** What the student tries of the chosen bar, or what was chosen. */
@Component({
  selector: 'ks-trial-here',
  imports: [NzButtonModule],
  template: `@for (trial of here(); track trial.id) {
    <section [attr.aria-label]="'Trial: ' + trial.place">
      <p>
        <b>{{ trial.title }}</b> {{ trial.place }}
        <button
          nz-button
          nzType="link"
          nzSize="small"
          type="button"
          [attr.aria-label]="'Take out the trial of ' + trial.place"
          (click)="actions.leaveTrial(trial.id)"
        >
          Take out
        </button>
      </p>
      <ul>
        @for (way of trial.ways; track way.name) {
          <li [class.chosen]="way.isChosen">
            <b>{{ way.name }}</b> {{ way.words }} {{ way.isChosen ? '✓' : '' }}
          </li>
        }
      </ul>
      @if (trial.why) {
        <p class="soft">{{ trial.why }}</p>
      }
    </section>
  }`,
  styles: `
    section {
      margin: 6px 0;
      padding: 4px 8px;
      border: 1px solid var(--line-strong);
      border-radius: 4px;
    }
    p,
    ul {
      margin: 0;
    }
    ul {
      padding: 0;
      list-style: none;
    }
    .chosen {
      font-weight: 700;
    }
    .soft {
      color: var(--ink-soft);
      font-size: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TrialHere {
  private readonly session = inject(PieceSession);
  private readonly selection = inject(Selection);
  readonly actions = inject(Actions);

  readonly here = computed(() => {
    const { side, bar } = this.selection.chosenPlace();
    return trialsAt(this.session.decisions(), side, bar).map((trial) => ({
      id: trial.id,
      title: trial.choice ? 'Tried' : 'Trial at home',
      place: trialPlace(trial),
      ways: trial.ways.map((way) => ({
        name: way.name,
        words: wayInWords(way),
        isChosen: way.name === trial.choice?.name,
      })),
      why: trial.choice
        ? `${keptDayInWords(trial.choice.on)}${trial.choice.reason ? `: ${trial.choice.reason}` : ''}`
        : '',
    }));
  });
}
