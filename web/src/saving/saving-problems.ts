import { ChangeDetectionStrategy, Component, input, type Signal, type WritableSignal } from '@angular/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';

/** What one kind of saving says is wrong: something waits, or could not be kept. */
export interface Troubled {
  readonly problem: Signal<string>;
  readonly lost: WritableSignal<string>;
}

/** Tells what is not saved, and what could not be kept. */
@Component({
  selector: 'ks-saving-problems',
  imports: [NzAlertModule],
  template: `
    @if (of().problem(); as words) {
      <nz-alert nzType="error" nzBanner [nzMessage]="words" />
    }
    @if (of().lost(); as words) {
      <nz-alert nzType="error" nzBanner nzCloseable [nzMessage]="words" (nzOnClose)="of().lost.set('')" />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SavingProblems {
  readonly of = input.required<Troubled>();
}
