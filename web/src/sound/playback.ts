import { computed, DestroyRef, inject, Injectable, Injector, type Signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { barAt, type PianoPlan, type Score } from '@kettle-step/core';
import { skip } from 'rxjs';
import { Player } from './player.service';
import { scheduleOf, type PlayedAt, type PlayOptions } from './schedule';

/** How something is played; a change is heard while it plays. */
export type Manner = Pick<PlayOptions, 'tempo' | 'hands' | 'countIn' | 'metronome' | 'stopAtMoves'>;

/** What is played. */
export interface Passage extends Pick<PlayOptions, 'extent' | 'until'> {
  readonly score: Score;
  readonly plan: PianoPlan;
  /** The moment it begins with, ticks. */
  readonly fromTicks: number;
  readonly loop: boolean;
  /** Where it goes on after a change: where the sound is, at the beginning of that bar, or at its own beginning. */
  readonly goesOn: 'there' | 'at-bar' | 'at-start';
}

/** Where the bar of a moment begins. */
const atBar = (score: Score, { ticks, pass }: PlayedAt): PlayedAt => ({
  ticks: score.bars[barAt(score, ticks)]!.onsetTicks,
  pass,
});

/** Plays what a place offers, in the manner that is chosen there. A place provides its own; it falls silent with it. */
@Injectable()
export class Playback {
  private readonly player = inject(Player);
  private readonly injector = inject(Injector);
  private readonly destroyed = inject(DestroyRef);
  private manner: Signal<Manner> | undefined;
  private offer: () => Passage | undefined = () => undefined;
  /** The manner changed during a stop at a move. */
  private changed = false;

  readonly state = this.player.state;
  readonly isPlaying = computed(() => this.state().kind !== 'silent' && this.state().kind !== 'failed');
  /** What was played came to its end; nobody stopped it. */
  readonly ended = this.player.ended.pipe(takeUntilDestroyed());

  constructor() {
    this.destroyed.onDestroy(() => this.player.stop());
  }

  /** From now on this manner holds. */
  follow(manner: Signal<Manner>): void {
    this.manner = manner;
    toObservable(manner, { injector: this.injector })
      .pipe(skip(1), takeUntilDestroyed(this.destroyed))
      .subscribe(() => this.again());
  }

  /** Plays a passage, goes on after a stop at a move, or stops. */
  toggle(offer: () => Passage | undefined): void {
    const state = this.state();
    if (state.kind === 'paused') this.goOn(state.pause);
    else if (this.isPlaying()) this.stop();
    else this.play(offer);
  }

  /** Plays a passage from its beginning. */
  play(offer: () => Passage | undefined): void {
    this.offer = offer;
    this.begin();
  }

  /** What is changed while it sounds is heard at once; what is changed during a stop at a move, as soon as it goes on. */
  again(): void {
    const { kind } = this.state();
    if (kind === 'paused') this.changed = true;
    if (kind === 'playing' || kind === 'loading') this.begin(this.player.moment());
  }

  stop(): void {
    this.player.stop();
  }

  private goOn(pause: PlayedAt): void {
    if (this.changed) this.begin(pause);
    else this.player.goOn();
  }

  /** @param at - where the sound is already; left out where it begins */
  private begin(at?: PlayedAt): void {
    const [passage, manner] = [this.offer(), this.manner?.()];
    if (!passage || !manner) return;
    this.changed = false;
    const { score, plan, extent, until, fromTicks, loop, goesOn } = passage;
    const start = { ticks: fromTicks, pass: 1 };
    // A round is laid out whole, wherever in it the sound is.
    const from = at === undefined || loop || goesOn === 'at-start' ? start : goesOn === 'there' ? at : atBar(score, at);
    const schedule = scheduleOf(score, plan, {
      extent,
      from,
      ...(until === undefined ? {} : { until }),
      ...manner,
      countIn: manner.countIn && (at === undefined || goesOn !== 'there'),
    });
    void this.player.play(schedule, loop, goesOn === 'there' ? at : undefined);
  }
}
