import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';

/** One of a few things to choose, as it is kept and as it is said. */
export interface Choice<T> {
  readonly value: T;
  readonly words: string;
}

/** A few buttons side by side, one of which is pressed, or none. */
@Component({
  selector: 'ks-choices',
  imports: [NzButtonModule],
  template: `<span role="group" [attr.aria-label]="label()">
    @for (choice of choices(); track choice.value) {
      <button
        nz-button
        nzSize="small"
        type="button"
        [class.on]="choice.value === chosen()"
        [attr.aria-pressed]="choice.value === chosen()"
        (click)="choose.emit(choice.value)"
      >
        {{ choice.words }}
      </button>
    }
  </span>`,
  styles: `
    span {
      display: inline-flex;
      gap: 4px;
    }
    .on {
      border-color: var(--ink);
      font-weight: 700;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Choices<T> {
  /** What is chosen, for those who do not see it. */
  readonly label = input.required<string>();
  readonly choices = input.required<readonly Choice<T>[]>();
  /** The one that is chosen, or something else where none of them is. */
  readonly chosen = input<unknown>();
  readonly choose = output<T>();
}
