import {
  ChangeDetectionStrategy,
  Component,
  DOCUMENT,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SHEET_FOOT } from '@kettle-step/contract';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import type { MusicSize, Paper } from '../paper/pages';
import { PaperChoice } from '../paper/paper-choice';
import { dayInWords } from '../parts/dates';
import { PlaceHead } from '../parts/place-head';
import { PieceSession } from '../session/piece-session';
import { Saving } from '../session/saving';
import { PracticeStore } from './practice.store';

/** What to practise about a piece, step by step, on a sheet for the student. */
@Component({
  selector: 'ks-practice',
  imports: [FormsModule, NzAlertModule, NzButtonModule, NzInputModule, NzSpinModule, PaperChoice, PlaceHead],
  templateUrl: './practice.html',
  styleUrl: './practice.less',
  providers: [PracticeStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Practice {
  private readonly saving = inject(Saving);
  private readonly window = inject(DOCUMENT).defaultView!;
  readonly session = inject(PieceSession);
  readonly store = inject(PracticeStore);
  /** From the address. */
  readonly id = input.required<string>();

  readonly paper = signal<Paper>('A4');
  readonly size = signal<MusicSize>('normal');
  readonly student = linkedSignal(() => this.session.piece()?.student ?? '');
  readonly date = dayInWords(new Date());
  readonly foot = SHEET_FOOT;

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => this.saving.open(id));
    });
  }

  setBar(which: 0 | 1, value: number | null): void {
    const [first, last] = this.store.bars();
    this.store.bars.set(which === 0 ? [value, last] : [first, value]);
  }

  print(): void {
    this.window.print();
  }
}
