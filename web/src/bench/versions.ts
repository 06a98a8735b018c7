import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzEmptyModule } from 'ng-zorro-antd/empty';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzPopconfirmModule } from 'ng-zorro-antd/popconfirm';
import { momentInWords } from '../parts/dates';
import { HAND_WORDS, numberOfBar } from '../parts/words';
import { PieceSession } from '../session/piece-session';
import { VersionsStore } from './versions.store';

/** Versions of the plan: keep one by name, compare, bring back. */
@Component({
  selector: 'ks-versions',
  imports: [FormsModule, NgTemplateOutlet, NzButtonModule, NzEmptyModule, NzInputModule, NzPopconfirmModule],
  templateUrl: './versions.html',
  styleUrl: './versions.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Versions {
  readonly store = inject(VersionsStore);
  readonly session = inject(PieceSession);
  readonly name = signal('');
  readonly hands = HAND_WORDS;
  readonly momentInWords = momentInWords;

  constructor() {
    this.store.load();
  }

  keep(): void {
    this.store.keep(this.name());
    this.name.set('');
  }

  numberOf(bar: number): string {
    return String(numberOfBar(this.session.score(), bar) || 'Upbeat');
  }
}
