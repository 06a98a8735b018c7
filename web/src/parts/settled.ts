import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { afterPaint } from './after-paint';

/** What waits for the first place waits no longer than this, milliseconds. */
const LATEST_MS = 2500;

/** Whether what the first place is for is on the screen. Whatever that place does not need waits until then. */
@Injectable({ providedIn: 'root' })
export class Settled {
  private readonly said = signal(false);
  readonly now = this.said.asReadonly();

  constructor() {
    setTimeout(() => this.say(), LATEST_MS);
  }

  /** A place says that it stands. */
  say(): void {
    this.said.set(true);
  }
}

/** A place says that it stands as soon as what it is for has been painted. */
export const settleWhen = (stands: () => boolean): void => {
  const settled = inject(Settled);
  const painted = afterPaint(computed(stands));
  effect(() => painted() && settled.say());
};
