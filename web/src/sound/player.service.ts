import { computed, Injectable, signal, type OnDestroy } from '@angular/core';
import { Subject } from 'rxjs';
import { secondsOf, type Pause, type PlayedAt, type Schedule } from './schedule';
import type { Instrument } from './instrument';

export type PlayState =
  | { readonly kind: 'silent' }
  | { readonly kind: 'loading' }
  | { readonly kind: 'playing' }
  | { readonly kind: 'paused'; readonly pause: Pause }
  | { readonly kind: 'failed'; readonly message: string };

/**
 * All that sounds: schedules by the clock of the sound, which tell where in the score they are, and single keys as they are
 * touched. The sounds are large: they come when they are first wanted, and stay.
 */
@Injectable({ providedIn: 'root' })
export class Player implements OnDestroy {
  private instrument: Promise<Instrument> | undefined;
  private ready: Instrument | undefined;
  /** Keys touched while the sounds are on their way; the last of them are heard when they are there. */
  private touched: readonly number[] = [];
  /** Counts what is begun and stopped: when the sounds come late, only the last wish is played. */
  private wishes = 0;

  readonly state = signal<PlayState>({ kind: 'silent' });
  /** The moment that is heard now, and which time it comes. */
  readonly moment = signal<PlayedAt | undefined>(undefined);
  /** The moment of the written piece that is heard now, ticks. */
  readonly at = computed(() => this.moment()?.ticks);
  /** The beat that is counted now; a record of its own each time. */
  readonly count = signal<{ readonly words: string } | undefined>(undefined);
  /** What was played came to its end; nobody stopped it. */
  readonly ended = new Subject<void>();
  /** Whether touched keys are heard. */
  readonly touches = signal(true);

  /**
   * Plays a schedule once, or round and round.
   * @param from - where in it to begin; at its beginning where that is left out
   */
  async play(schedule: Schedule, loop: boolean, from?: PlayedAt): Promise<void> {
    this.stop();
    const wish = this.wishes;
    this.state.set({ kind: 'loading' });
    try {
      this.ready = await this.loaded();
    } catch (cause) {
      if (wish === this.wishes)
        this.state.set({ kind: 'failed', message: `The piano cannot be heard: ${String(cause)}` });
      return;
    }
    if (wish !== this.wishes) return;
    this.state.set({ kind: 'playing' });
    this.ready.play(
      schedule,
      { loop, startSeconds: secondsOf(schedule, from) },
      {
        reached: (moment) => this.moment.set(moment),
        paused: (pause) => this.state.set({ kind: 'paused', pause }),
        counted: (words) => this.count.set({ words }),
        ended: () => {
          this.stop();
          this.ended.next();
        },
      },
    );
  }

  goOn(): void {
    if (this.state().kind !== 'paused') return;
    this.state.set({ kind: 'playing' });
    this.ready?.goOn();
  }

  stop(): void {
    this.wishes += 1;
    this.ready?.stop();
    this.moment.set(undefined);
    this.count.set(undefined);
    this.state.set({ kind: 'silent' });
  }

  /** Sounds keys together, as MIDI numbers. One goes on in silence where there is no sound to be had. */
  async strike(keys: readonly number[]): Promise<void> {
    if (!this.touches() || keys.length === 0) return;
    if (this.ready) return this.ready.strike(keys);
    this.touched = keys;
    try {
      this.ready = await this.loaded();
    } catch {
      return;
    }
    if (this.touched.length > 0) this.ready.strike(this.touched);
    this.touched = [];
  }

  ngOnDestroy(): void {
    this.stop();
  }

  private loaded(): Promise<Instrument> {
    this.instrument ??= import('./instrument')
      .then(({ createInstrument }) => createInstrument())
      .catch((cause: unknown) => {
        // Another try may find them.
        this.instrument = undefined;
        throw cause;
      });
    return this.instrument;
  }
}
