import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Selection } from '../../session/selection';
import { PlansStore } from './plans.store';

/** What the general plan has in the chosen bar, where a student's own differs from it. */
@Component({
  selector: 'ks-general-here',
  imports: [NzButtonModule],
  template: `@if (here(); as difference) {
    <p>
      The general plan{{ difference.isNew ? ' now' : '' }} has <b>{{ fingers() }}</b> here.
      <button nz-button nzSize="small" type="button" (click)="store.take(difference)">Take it</button>
      @if (difference.isNew) {
        <button nz-button nzSize="small" type="button" (click)="store.see(difference)">Stay with these</button>
      }
    </p>
  }`,
  styles: `
    p {
      margin: 4px 0;
      font-size: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GeneralHere {
  readonly store = inject(PlansStore);
  private readonly selection = inject(Selection);

  readonly here = computed(() => this.store.differenceAt(this.selection.chosenPlace()));
  readonly fingers = computed(() =>
    (this.here()?.general ?? []).map((finger) => (finger === null ? '–' : String(finger))).join(' '),
  );
}
