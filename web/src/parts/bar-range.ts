import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzInputModule } from 'ng-zorro-antd/input';

/** Numbers of a first and a last bar, as they are printed; null for no limit on that side. */
export type BarRange = readonly [number | null, number | null];

/** Two fields for the bars that something is about; both stand empty for all of them. */
@Component({
  selector: 'ks-bar-range',
  imports: [FormsModule, NzInputModule],
  template: `<label
      >Bars
      <input
        nz-input
        type="number"
        aria-label="First bar"
        placeholder="all"
        [ngModel]="bars()[0]"
        (ngModelChange)="bars.set([$event, bars()[1]])"
    /></label>
    <label
      >to
      <input
        nz-input
        type="number"
        aria-label="Last bar"
        placeholder="all"
        [ngModel]="bars()[1]"
        (ngModelChange)="bars.set([bars()[0], $event])"
    /></label>`,
  styles: `
    :host {
      display: contents;
    }

    input {
      width: 64px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BarRangeFields {
  readonly bars = model.required<BarRange>();
}
