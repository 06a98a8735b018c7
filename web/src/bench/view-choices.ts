import { Injectable, signal, type WritableSignal } from '@angular/core';
import type { MarkKind, Marks } from '../score/score-marks';

const ALL_MARKS: Marks = { positions: true, moves: true, reaches: true, checkpoints: true, 'elbow-room': true };

const PREFIX = 'kettle-step.';

/** What was kept under a name; undefined where nothing, or nothing readable, is. */
const kept = (name: string): unknown => {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + name) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
};

const keptMarks = (): Marks => {
  const value = kept('marks');
  return typeof value === 'object' ? { ...ALL_MARKS, ...value } : ALL_MARKS;
};

@Injectable({ providedIn: 'root' })
export class ViewChoices {
  readonly marks = signal(keptMarks());
  /** Single letters are commands; off for those whom they disturb. */
  readonly letters = signal(kept('letters') !== false);

  toggleMark(kind: MarkKind): void {
    this.keep('marks', this.marks, { ...this.marks(), [kind]: !this.marks()[kind] });
  }

  setLetters(on: boolean): void {
    this.keep('letters', this.letters, on);
  }

  private keep<T>(name: string, choice: WritableSignal<T>, value: T): void {
    choice.set(value);
    localStorage.setItem(PREFIX + name, JSON.stringify(value));
  }
}
