import { Injectable, signal } from '@angular/core';
import type { HandView } from '../score/score-view';
import type { Panel, Sheet } from './bench-words';

/** What of the bench is in sight. */
@Injectable()
export class BenchView {
  readonly sheet = signal<Sheet | undefined>(undefined);
  readonly panel = signal<Panel | undefined>(undefined);
  readonly hand = signal<HandView>('both');
  /** Where a remark on the bar is written, once it is there. */
  readonly remarkField = signal<HTMLElement | undefined>(undefined);

  toggle(panel: Panel): void {
    this.panel.update((now) => (now === panel ? undefined : panel));
  }
}
