import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink, RouterLinkActive } from '@angular/router';
import type { LeavingPieces } from '@kettle-step/contract';
import { pairSpans, type Hand } from '@kettle-step/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzPopconfirmModule } from 'ng-zorro-antd/popconfirm';
import { keptDayInWords } from '../parts/dates';
import { SavingProblems } from '../saving/saving-problems';
import { PlaceHead } from '../parts/place-head';
import { SmallRibbon } from '../parts/small-ribbon';
import { HandDrawing } from './hand-drawing';
import { HandHistory } from './hand-history';
import { LeftStudio } from './left-studio';
import { MeasureForm } from './measure-form';
import { StudentLinks } from './links';
import { MemoryChart } from './memory-chart';
import { MovesTaught } from './moves-taught';
import { Suits } from './suits';
import { Tendencies } from './tendencies';
import { StudentsStore } from './students.store';

/** The students: whom pieces are for, what they have been taught, and what their hands reach. */
@Component({
  selector: 'ks-students',
  imports: [
    FormsModule,
    HandDrawing,
    HandHistory,
    LeftStudio,
    MeasureForm,
    MemoryChart,
    MovesTaught,
    NzAlertModule,
    NzButtonModule,
    NzInputModule,
    NzPopconfirmModule,
    PlaceHead,
    RouterLink,
    RouterLinkActive,
    SmallRibbon,
    StudentLinks,
    Suits,
    Tendencies,
    SavingProblems,
  ],
  templateUrl: './students.html',
  styleUrl: './students.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Students {
  readonly store = inject(StudentsStore);
  private readonly router = inject(Router);
  /** The student whose page is open; the address names it. */
  readonly id = input<string>();

  readonly newestFirst = computed(() => [...(this.store.student()?.measures ?? [])].reverse());

  constructor() {
    this.store.loadAll();
    effect(() => {
      const id = this.id();
      untracked(() => this.store.open(id));
    });
  }

  add(name: string): void {
    if (name.trim() === '') return;
    this.store.add(name).subscribe((id) => void this.router.navigate(['/students', id]));
  }

  leave(pieces: LeavingPieces): void {
    this.store.leave(pieces).subscribe(() => void this.router.navigate(['/students']));
  }

  comeBack(id: string): void {
    this.store.comeBack(id).subscribe(() => void this.router.navigate(['/students', id]));
  }

  readonly day = keptDayInWords;

  /** @example 'seventh easily, octave just' */
  spanWords(hand: Hand): string {
    const whole = pairSpans(hand).find(({ pair }) => pair === '1-5')!;
    return whole.easily === whole.just ? whole.just : `${whole.easily} easily, ${whole.just} just`;
  }

  round(mm: number): number {
    return Math.round(mm);
  }
}
