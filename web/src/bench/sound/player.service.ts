import { Injectable, signal, type OnDestroy } from '@angular/core';
import type { Pause, Schedule } from './schedule';
import type { Instrument } from './instrument';

export type PlayState =
  | { readonly kind: 'silent' }
  | { readonly kind: 'loading' }
  | { readonly kind: 'playing' }
  | { readonly kind: 'paused'; readonly pause: Pause }
  | { readonly kind: 'failed'; readonly message: string };

/** Plays schedules by the clock of the sound; where it is in the score is told as it goes. */
@Injectable()
export class Player implements OnDestroy {
  private instrument: Promise<Instrument> | undefined;
  private ready: Instrument | undefined;

  readonly state = signal<PlayState>({ kind: 'silent' });
  /** The moment of the score that is heard now, ticks. */
  readonly at = signal<number | undefined>(undefined);

  async play(schedule: Schedule, loop: boolean): Promise<void> {
    this.stop();
    this.state.set({ kind: 'loading' });
    try {
      // The sounds are large: they come when they are first wanted.
      this.instrument ??= import('./instrument').then(({ createInstrument }) => createInstrument());
      this.ready = await this.instrument;
    } catch (cause) {
      this.instrument = undefined;
      this.state.set({ kind: 'failed', message: `The piano cannot be heard: ${String(cause)}` });
      return;
    }
    if (this.state().kind !== 'loading') return;
    this.state.set({ kind: 'playing' });
    this.ready.play(schedule, loop, {
      reached: (ticks) => this.at.set(ticks),
      paused: (pause) => this.state.set({ kind: 'paused', pause }),
      ended: () => this.stop(),
    });
  }

  goOn(): void {
    if (this.state().kind !== 'paused') return;
    this.state.set({ kind: 'playing' });
    this.ready?.goOn();
  }

  stop(): void {
    this.ready?.stop();
    this.at.set(undefined);
    this.state.set({ kind: 'silent' });
  }

  ngOnDestroy(): void {
    this.stop();
  }
}
