import { Injectable, signal } from '@angular/core';
import { keep, kept } from '../parts/kept';

/** Whether single letters, digits and signs are commands; off for those whom they disturb (WCAG 2.2, 2.1.4). */
@Injectable({ providedIn: 'root' })
export class Letters {
  private readonly chosen = signal(kept('letters') !== false);
  readonly on = this.chosen.asReadonly();

  set(on: boolean): void {
    this.chosen.set(on);
    keep('letters', on);
  }
}
