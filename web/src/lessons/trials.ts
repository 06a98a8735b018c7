import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { LONGEST_REASON, type StudentTrial } from '@kettle-step/contract';
import { trialInWords, trialPlace, wayInWords, type WayName } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { LessonTrialsStore } from './trials.store';

/** Fingerings that were tried at home: one press chooses, and the choice goes into the plan of the piece. */
@Component({
  selector: 'ks-lesson-trials',
  imports: [NzButtonModule, NzInputModule, RouterLink],
  template: `@if (shown().length > 0) {
      <h3>Trials</h3>
      <ul class="only-print">
        @for (one of shown(); track one.key) {
          <li>{{ inWords(one.trial) }}</li>
        }
      </ul>
      @for (one of shown(); track one.key) {
        <div class="trial">
          <p>
            <a [routerLink]="['/pieces', one.trial.pieceId]">{{ one.trial.title }}</a>, {{ one.place }}
          </p>
          <div class="ways" role="group" [attr.aria-label]="'Choose for ' + one.trial.title + ', ' + one.place">
            @for (way of one.ways; track way.name) {
              <button
                nz-button
                nzSize="small"
                type="button"
                [class.on]="way.isChosen"
                [attr.aria-pressed]="way.isChosen"
                [disabled]="store.choosing() !== ''"
                (click)="choose(one.trial, way.name, why.value)"
              >
                {{ way.name }} <span class="fingers">{{ way.words }}</span>
              </button>
            }
            <input
              #why
              nz-input
              nzSize="small"
              [attr.maxlength]="longest"
              placeholder="why"
              [value]="one.reason"
              [attr.aria-label]="'Why, for ' + one.trial.title + ', ' + one.place"
            />
            <span class="soft" role="status">{{ store.choosing() === one.key ? 'going into the plan…' : '' }}</span>
          </div>
        </div>
      }
    }
    @if (store.problem(); as words) {
      <p role="alert">{{ words }}</p>
    }`,
  styles: `
    .ways {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      align-items: center;
      margin-bottom: 6px;
    }
    p {
      margin: 0 0 2px;
    }
    .fingers {
      margin-left: 6px;
      letter-spacing: 0.06em;
    }
    .on {
      border-color: var(--ink);
      font-weight: 700;
    }
    .on::after {
      content: ' ✓';
    }
    input {
      width: 260px;
    }
    a {
      text-decoration: underline;
    }
    .soft {
      color: var(--ink-soft);
    }
    .only-print {
      display: none;
    }
    @media print {
      .trial {
        display: none;
      }
      .only-print {
        display: block;
      }
    }
  `,
  providers: [LessonTrialsStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LessonTrials {
  readonly store = inject(LessonTrialsStore);
  readonly studentId = input.required<string>();
  readonly day = input.required<string>();
  /** A choice in words, for what is decided at the lesson. */
  readonly decided = output<string>();

  readonly longest = LONGEST_REASON;
  readonly inWords = trialInWords;
  /** Trials that were set before the lesson and are not decided yet, or were decided at it. */
  readonly shown = computed(() =>
    this.store
      .trials()
      .filter(({ trial: { choice } }) => choice === null || choice.on === this.day())
      .map((trial) => ({
        key: `${trial.pieceId} ${trial.trial.id}`,
        trial,
        place: trialPlace(trial.trial),
        reason: trial.trial.choice?.reason ?? '',
        ways: trial.trial.ways.map((way) => ({
          name: way.name,
          words: wayInWords(way),
          isChosen: way.name === trial.trial.choice?.name,
        })),
      })),
  );

  constructor() {
    effect(() => {
      const studentId = this.studentId();
      untracked(() => this.store.open(studentId));
    });
  }

  choose(trial: StudentTrial, name: WayName, reason: string): void {
    this.store.choose(trial, { name, reason: reason.trim(), on: this.day() });
    const why = reason.trim() === '' ? '' : `: ${reason.trim()}`;
    this.decided.emit(`${trial.title}, ${trialPlace(trial.trial)}: ${name}${why}.`);
  }
}
