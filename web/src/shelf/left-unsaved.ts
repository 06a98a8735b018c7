import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzPopconfirmModule } from 'ng-zorro-antd/popconfirm';
import { momentInWords } from '../parts/dates';
import { Leftovers } from '../session/leftovers';
import type { Pending } from '@kettle-step/contract';
import { telling } from '../parts/telling';

/** Work that did not reach the studio before its window was closed, with the way to each. */
@Component({
  selector: 'ks-left-unsaved',
  imports: [NzButtonModule, NzPopconfirmModule, RouterLink],
  template: `@if (leftovers.all().length > 0) {
    <section aria-label="Not saved yet">
      <h2>Not saved yet</h2>
      <p>This device holds work that did not reach the studio. Open the piece to bring it back.</p>
      <ul>
        @for (left of leftovers.all(); track left) {
          <li>
            <a [routerLink]="['/pieces', left.pieceId]">{{ left.title }}</a>, worked on {{ moment(left.madeAt) }}
            <button
              nz-button
              nzSize="small"
              type="button"
              nz-popconfirm
              [nzPopconfirmTitle]="'Throw the unsaved work on “' + left.title + '” away? It cannot come back.'"
              nzOkText="Throw it away"
              nzCancelText="Keep it"
              [attr.aria-label]="'Throw the unsaved work on ' + left.title + ' away'"
              (nzOnConfirm)="forget(left)"
            >
              Throw it away
            </button>
          </li>
        }
      </ul>
      @if (problem(); as words) {
        <p role="alert">{{ words }}</p>
      }
    </section>
  }`,
  styleUrl: './studio-archive.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LeftUnsaved {
  readonly leftovers = inject(Leftovers);
  readonly moment = momentInWords;
  readonly problem = signal('');

  constructor() {
    this.leftovers.look();
  }

  forget(left: Pending): void {
    this.leftovers.forget(left).pipe(telling(this.problem)).subscribe();
  }
}
