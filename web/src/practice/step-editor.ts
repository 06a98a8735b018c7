import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { UpDown } from '../parts/up-down';
import type { SheetStep } from '../sheet/sheet-steps';

/** One step of the sheet as the teacher changes it: in or out, its words, its place. */
@Component({
  selector: 'ks-step-editor',
  imports: [NzButtonModule, NzInputModule, UpDown],
  template: `<div class="step" [class.out]="!step().isIn">
    <label>
      <input
        type="checkbox"
        [checked]="step().isIn"
        [attr.aria-label]="'Step ' + number() + ' on the sheet'"
        (change)="include.emit(!step().isIn)"
      />
      {{ step().place || 'Your own' }}
    </label>
    <span class="order">
      @if (!step().step) {
        <button nz-button nzSize="small" type="button" (click)="discard.emit()">Delete</button>
      }
      <ks-up-down [what]="'Step ' + number()" [isFirst]="isFirst()" [isLast]="isLast()" (move)="move.emit($event)" />
    </span>
    <textarea
      nz-input
      rows="3"
      maxlength="1000"
      #words
      [attr.aria-label]="'Words of step ' + number()"
      [value]="step().words"
      (change)="reword.emit(words.value)"
    ></textarea>
    @if (step().check) {
      <span class="check">Check: {{ step().check }}</span>
    }
    @switch (step().note) {
      @case ('changed') {
        <p class="note">
          The music of this step has changed since you worded it.
          <button nz-button nzSize="small" type="button" (click)="settle.emit('new')">Take the new words</button>
          <button nz-button nzSize="small" type="button" (click)="settle.emit('own')">Keep yours</button>
        </p>
      }
      @case ('gone') {
        <p class="note">The fingering no longer has what this step was about. Keep it as your own, or delete it.</p>
      }
    }
  </div>`,
  styleUrl: './step-editor.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StepEditor {
  readonly step = input.required<SheetStep>();
  /** Place in the list, from 1. */
  readonly number = input.required<number>();
  readonly isFirst = input(false);
  readonly isLast = input(false);
  readonly include = output<boolean>();
  readonly reword = output<string>();
  readonly move = output<1 | -1>();
  readonly settle = output<'new' | 'own'>();
  readonly discard = output();
}
