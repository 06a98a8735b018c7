import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { PianoPlan, Score, Side } from '@kettle-step/core';
import { Player } from './player.service';
import { scheduleOf, VOICES, type PlayedAt, type Voice } from './schedule';

/** What is played. */
export interface Music {
  readonly score: Score;
  readonly plan: PianoPlan;
  /** Where one is: the bar (index into `Score.bars`), and the moment it is played from, ticks. */
  readonly bar: number;
  readonly fromTicks: number;
}

/** How a piece is played: from here, or one bar round and round; the tempo, each hand, and what is heard besides. */
@Injectable()
export class TransportStore {
  private readonly player = inject(Player);

  readonly music = signal<Music | undefined>(undefined);
  readonly percent = signal(80);
  readonly voices = signal<Readonly<Record<Side, Voice>>>({ right: 'on', left: 'on' });
  readonly countIn = signal(false);
  readonly metronome = signal(false);
  readonly stopAtMoves = signal(false);
  /** Number of the last bar of a round; this bar alone where none is given. */
  readonly loopTo = signal<number | null>(null);

  readonly state = this.player.state;
  readonly isPlaying = computed(() => this.state().kind !== 'silent' && this.state().kind !== 'failed');
  private looping = false;
  /** Something was wished otherwise since it was begun. */
  private changed = false;

  constructor() {
    effect(() => {
      this.percent();
      this.voices();
      this.metronome();
      this.stopAtMoves();
      untracked(() => this.changeCourse());
    });
    inject(DestroyRef).onDestroy(() => this.player.stop());
  }

  nextVoice(side: Side): void {
    const now = VOICES.indexOf(this.voices()[side]);
    this.voices.update((voices) => ({ ...voices, [side]: VOICES[(now + 1) % VOICES.length]! }));
  }

  /** Plays from the chosen note to the end, goes on after a pause, or stops. */
  toggle(): void {
    const state = this.state();
    if (state.kind === 'paused') this.goOn(state.pause);
    else if (this.isPlaying()) this.player.stop();
    else this.begin(false);
  }

  /** Plays the chosen bar round and round, or stops. */
  toggleLoop(): void {
    if (this.isPlaying()) this.player.stop();
    else this.begin(true);
  }

  stop(): void {
    this.player.stop();
  }

  /** What sounds goes on from where it is, as it is wished now; what is paused waits until it goes on. */
  private changeCourse(): void {
    const { kind } = this.state();
    if (kind === 'paused') this.changed = true;
    if (kind === 'playing' || kind === 'loading') this.begin(this.looping, this.player.moment());
  }

  private goOn(pause: PlayedAt): void {
    if (!this.changed) return this.player.goOn();
    this.begin(this.looping, this.looping ? undefined : pause);
  }

  /** @param at - where the sound is already; it begins anew, counted in if that is wished, where that is left out */
  private begin(loop: boolean, at?: PlayedAt): void {
    const music = this.music();
    if (!music) return;
    this.looping = loop;
    this.changed = false;
    const { score, plan, bar, fromTicks } = music;
    const end = score.bars.findIndex(({ index, number }) => index >= bar && number === this.loopTo());
    const schedule = scheduleOf(score, plan, {
      extent: loop ? [bar, Math.max(bar, end)] : 'onwards',
      // A round is laid out whole, wherever in it the sound is.
      from: loop ? { ticks: score.bars[bar]?.onsetTicks ?? 0, pass: 1 } : (at ?? { ticks: fromTicks, pass: 1 }),
      tempo: this.percent() / 100,
      hands: this.voices(),
      countIn: this.countIn() && at === undefined,
      metronome: this.metronome(),
      stopAtMoves: this.stopAtMoves(),
    });
    void this.player.play(schedule, loop, at);
  }
}
