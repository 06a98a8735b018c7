import { Injectable, signal } from '@angular/core';
import { keep, kept } from '../parts/kept';
import type { MarkKind, Marks } from './score-marks';

const FIRST_MARKS: Marks = {
  positions: true,
  moves: true,
  reaches: true,
  eased: true,
  checkpoints: true,
  'elbow-room': true,
  together: false,
};

const keptMarks = (): Marks => {
  const value = kept('marks');
  return typeof value === 'object' ? { ...FIRST_MARKS, ...value } : FIRST_MARKS;
};

/** Which marks are drawn on a score. */
@Injectable({ providedIn: 'root' })
export class MarkChoices {
  private readonly chosen = signal(keptMarks());
  readonly marks = this.chosen.asReadonly();

  toggle(kind: MarkKind): void {
    this.chosen.update((marks) => ({ ...marks, [kind]: !marks[kind] }));
    keep('marks', this.chosen());
  }
}
