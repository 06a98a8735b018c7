import { computed, inject, Injectable, signal } from '@angular/core';
import { afterPaint } from '../parts/after-paint';
import type { HandView } from '../score/score-view';
import { Preview } from '../session/preview';
import type { Panel, Sheet } from './bench-words';

/** What of the bench is in sight. */
@Injectable()
export class BenchView {
  private readonly newest = inject(Preview).plan;
  private readonly late = afterPaint(this.newest);

  readonly sheet = signal<Sheet | undefined>(undefined);
  readonly panel = signal<Panel | undefined>(undefined);
  readonly hand = signal<HandView>('both');
  /** Goes to the field for a remark on the bar; the card says where that is. */
  writeRemark: () => void = () => undefined;

  /** The plan a frame after the numbers: what surrounds them follows it. */
  readonly latePlan = computed(() => this.late() ?? this.newest());

  toggle(panel: Panel): void {
    this.panel.update((now) => (now === panel ? undefined : panel));
  }
}
