import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import type { Finger, BarDifference } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { HAND_LETTERS, HAND_WORDS, numberOfBar } from '../../parts/words';
import { PieceSession } from '../../session/piece-session';
import { Actions } from '../actions';
import { PlansStore } from './plans.store';

/** The general plan and the students' own: which there are, and where this one differs. */
@Component({
  selector: 'ks-plans',
  imports: [FormsModule, NzButtonModule, RouterLink],
  templateUrl: './plans.html',
  styleUrls: ['../compare.less', './plans.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Plans {
  readonly store = inject(PlansStore);
  readonly session = inject(PieceSession);
  readonly actions = inject(Actions);
  private readonly router = inject(Router);

  readonly letters = HAND_LETTERS;
  readonly hands = HAND_WORDS;
  readonly chosenStudent = signal('');
  /** Students who have no plan of their own yet. */
  readonly others = computed(() => {
    const own = new Set(this.store.beside()?.own.map(({ student }) => student));
    return this.store.students().filter(({ id, name }) => !own.has(name) && id !== this.session.piece()?.studentId);
  });

  constructor() {
    this.store.loadStudents();
  }

  make(): void {
    const id = this.chosenStudent();
    if (id)
      this.store
        .make(id)
        .subscribe((own) => void this.router.navigate(['/pieces', own], { state: { panel: 'plans' } }));
  }

  numberOf(bar: number): string {
    return String(numberOfBar(this.session.score(), bar) || 'Upbeat');
  }

  figures(fingers: BarDifference['general'], others: BarDifference['general']) {
    const text = (finger: Finger | null): string => (finger === null ? '–' : String(finger));
    return fingers.map((finger, index) => ({ text: text(finger), other: finger !== others[index] }));
  }
}
