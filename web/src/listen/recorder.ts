import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Performance, PlayedNote } from '@kettle-step/core';
import { KeyboardsService } from '../keyboards/keyboards.service';
import type { KeyStroke } from '../keyboards/midi-message';

/** Writes down what is played on a keyboard, as long as it is asked to. */
@Injectable()
export class Recorder {
  private readonly keyboards = inject(KeyboardsService);
  /** Keys that are down, with when they were struck. */
  private readonly down = new Map<number, number>();
  private readonly played = signal<Performance>([]);
  readonly isOn = signal(false);
  readonly count = computed(() => this.played().length);

  constructor() {
    this.keyboards.strokes.pipe(takeUntilDestroyed(inject(DestroyRef))).subscribe((stroke) => {
      if (this.isOn()) this.write(stroke, performance.now());
    });
  }

  begin(): void {
    this.down.clear();
    this.played.set([]);
    this.isOn.set(true);
  }

  /** Ends, and hands over what was played; keys that are still down end here. */
  end(): Performance {
    this.isOn.set(false);
    const now = performance.now();
    for (const midi of [...this.down.keys()]) this.write({ kind: 'up', midi }, now);
    return [...this.played()].sort((a, b) => a.onMs - b.onMs);
  }

  private write(stroke: KeyStroke, now: number): void {
    const { midi } = stroke;
    const onMs = this.down.get(midi);
    if (onMs !== undefined) {
      const note: PlayedNote = { midi, onMs, offMs: now };
      this.played.update((played) => [...played, note]);
      this.down.delete(midi);
    }
    if (stroke.kind === 'down') this.down.set(midi, now);
  }
}
