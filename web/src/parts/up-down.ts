import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';

/** Two buttons that move something up and down its list. */
@Component({
  selector: 'ks-up-down',
  imports: [NzButtonModule],
  template: `<button
      nz-button
      nzSize="small"
      type="button"
      [disabled]="isFirst()"
      [attr.aria-label]="what() + ' up'"
      (click)="move.emit(-1)"
    >
      ↑
    </button>
    <button
      nz-button
      nzSize="small"
      type="button"
      [disabled]="isLast()"
      [attr.aria-label]="what() + ' down'"
      (click)="move.emit(1)"
    >
      ↓
    </button>`,
  styles: ':host { display: inline-flex; gap: 4px; }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class UpDown {
  /** What is moved, as one says it. */
  readonly what = input.required<string>();
  readonly isFirst = input(false);
  readonly isLast = input(false);
  readonly move = output<1 | -1>();
}
