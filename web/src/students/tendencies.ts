import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { rulesOver, type RulesFile } from '@kettle-step/contract';
import { tendenciesOf } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { catchError, of } from 'rxjs';
import { isEqual } from 'es-toolkit';
import { StudentsService } from '../services/students.service';

/** What suited the student in trials, counted; each is offered as a rule for the student and never set by itself. */
@Component({
  selector: 'ks-tendencies',
  imports: [NzButtonModule],
  template: `@if (shown().length > 0) {
    <h2>What trials have shown</h2>
    <ul>
      @for (one of shown(); track one.words) {
        <li>
          {{ one.words }} <span class="soft">{{ one.counted }}</span>
          @if (one.isSet) {
            <b>✓ a rule</b>
          } @else {
            <button nz-button nzSize="small" type="button" (click)="accept.emit(one.rules)">Make it a rule</button>
          }
        </li>
      }
    </ul>
  }`,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      padding: 2px 0;
    }
    .soft {
      margin: 0 6px;
      color: var(--ink-soft);
      font-size: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Tendencies {
  private readonly students = inject(StudentsService);
  readonly studentId = input.required<string>();
  /** The student's own rules as they are. */
  readonly rules = input.required<RulesFile>();
  /** The student's rules with one that was accepted. */
  readonly accept = output<RulesFile>();

  private readonly trials = rxResource({
    params: () => this.studentId(),
    // A student's page stands without it.
    stream: ({ params }) => this.students.trials(params).pipe(catchError(() => of([]))),
    defaultValue: [],
  });
  readonly shown = computed(() =>
    tendenciesOf(this.trials.value()).map(({ words, times, of: all, from, rules }) => {
      const next = rulesOver(this.rules(), rules);
      return {
        words,
        counted: `${times} of ${all} times: ${from.join('; ')}`,
        rules: next,
        isSet: isEqual(next, rulesOver(this.rules(), {})),
      };
    }),
  );
}
