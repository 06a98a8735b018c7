import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import type { Observable } from 'rxjs';
import { momentInWords } from '../parts/dates';
import { messageOf } from '../parts/words';
import { Conflict } from '../session/conflict';
import { Leftovers } from '../session/leftovers';
import { PieceSession } from '../session/piece-session';
import { Saving } from '../session/saving';
import { Installed } from './installed';
import { Unexpected } from './unexpected';

/** What is wrong and what can be done about it, in whichever place one is. */
@Component({
  selector: 'ks-problems',
  imports: [NzAlertModule, NzButtonModule, RouterLink],
  templateUrl: './problems.html',
  styles: ':host { display: block; flex: none; } button { margin: 2px 0 2px 6px; }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Problems {
  readonly saving = inject(Saving);
  readonly session = inject(PieceSession);
  readonly conflict = inject(Conflict);
  readonly leftovers = inject(Leftovers);
  readonly installed = inject(Installed);
  readonly moment = momentInWords;
  readonly unexpected = inject(Unexpected).message;
  /** Why a choice could not be carried out. */
  readonly refusal = signal('');

  keepMine(): void {
    this.run(this.conflict.keepMine());
  }

  run(choice: Observable<unknown>): void {
    this.refusal.set('');
    choice.subscribe({ error: (cause: unknown) => this.refusal.set(messageOf(cause)) });
  }
}
