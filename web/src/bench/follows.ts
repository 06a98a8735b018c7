import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { completeRules } from '@kettle-step/contract';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { PieceSession } from '../session/piece-session';
import { Actions } from './actions';

/** Whether the piece is worked out with its student's hands and moves, as they are at the time. */
@Component({
  selector: 'ks-follows',
  imports: [FormsModule, NzCheckboxModule, RouterLink],
  template: `@if (student(); as student) {
    <p>
      <label nz-checkbox [ngModel]="follows()" (ngModelChange)="set($event)">as {{ student.name }}’s</label>
      <a [routerLink]="['/students', student.id]">{{ student.name }}’s hands and moves</a>
    </p>
    <p class="soft">
      {{
        follows()
          ? 'What is changed below is for this piece alone.'
          : 'This piece has a hand and moves of its own, as below.'
      }}
    </p>
  } `,
  styles: `
    p {
      margin: 0 0 4px;
    }
    .soft {
      color: var(--ink-soft);
      font-size: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Follows {
  private readonly session = inject(PieceSession);
  private readonly actions = inject(Actions);

  readonly student = computed(() => {
    const piece = this.session.piece();
    return piece?.studentId ? { id: piece.studentId, name: piece.student } : undefined;
  });
  readonly follows = computed(() => {
    const { hands, rules } = this.session.decisions().desk;
    return hands === null && rules.moves === undefined;
  });

  set(follows: boolean): void {
    const { moves: _, ...rules } = this.session.decisions().desk.rules;
    if (follows) return this.actions.setOwn(null, rules);
    const { hands, rules: now } = this.session.settings();
    this.actions.setOwn(hands, { ...rules, moves: completeRules(now).moves });
  }
}
