import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { RouterLink, RouterOutlet } from '@angular/router';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { Visit } from '../services/visit';
import { PieceSession } from '../session/piece-session';
import { Saving } from '../session/saving';

/**
 * Opens the piece that the address names, for all places below: they are shown once its music is there. Here alone it is said that a
 * piece is on its way, cannot be opened, or waits for unsaved work on another.
 */
@Component({
  selector: 'ks-open-piece',
  imports: [NzAlertModule, NzButtonModule, NzSpinModule, RouterLink, RouterOutlet],
  template: `
    @let state = session.state();
    @if (state.kind === 'failed') {
      <nz-alert nzType="error" nzShowIcon nzMessage="This piece cannot be opened" [nzDescription]="state.message" />
      <a nz-button [routerLink]="back().way">{{ back().words }}</a>
    } @else if (state.kind === 'held') {
      <nz-alert nzType="warning" nzShowIcon nzMessage="Another piece is waiting" [nzDescription]="state.message" />
      <a nz-button nzType="primary" [routerLink]="['/pieces', session.piece()?.id]">Back to that piece</a>
      <button nz-button type="button" (click)="saving.openAnyway(id())">
        Open this one; the unsaved work stays on this device
      </button>
    } @else if (session.engravable()) {
      <router-outlet />
    } @else {
      <nz-spin nzTip="Opening the piece…"><div class="waiting"></div></nz-spin>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    .waiting {
      min-height: 50vh;
    }
    [nz-button] {
      align-self: start;
      margin: 8px 0 0 16px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OpenPiece {
  readonly session = inject(PieceSession);
  readonly saving = inject(Saving);
  private readonly visit = inject(Visit);
  /** From the address. */
  readonly id = input.required<string>();

  readonly back = computed(() => {
    const token = this.visit.token();
    return token === undefined
      ? { way: ['/'], words: 'Back to the shelf' }
      : { way: ['/my', token], words: 'Back to this week' };
  });

  constructor() {
    toObservable(this.id)
      .pipe(takeUntilDestroyed())
      .subscribe((id) => this.saving.open(id));
  }
}
