import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MOVE_WORDS, type MoveKind } from '@kettle-step/core';
import { MOVE_SHAPES } from './move-shapes';

/** A move's mark; its word goes beside it, or is read out. */
@Component({
  selector: 'ks-move-mark',
  template: `
    <svg viewBox="0 0 16 16" width="18" height="18" role="img" [attr.aria-label]="word()">
      <title>{{ word() }}</title>
      <path [attr.d]="shape()" fill="none" stroke="currentColor" stroke-width="1.6" stroke-linecap="round" />
    </svg>
  `,
  styles: `
    :host {
      display: inline-flex;
      vertical-align: -3px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MoveMark {
  readonly kind = input.required<MoveKind>();
  readonly shape = computed(() => MOVE_SHAPES[this.kind()]);
  readonly word = computed(() => MOVE_WORDS[this.kind()]);
}
