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

  constructor() {
    // A changed wish is heard at once, from where the sound is.
    effect(() => {
      this.percent();
      this.voices();
      this.metronome();
      this.stopAtMoves();
      untracked(() => {
        if (this.state().kind === 'playing') this.begin(this.looping, this.player.moment());
      });
    });
    inject(DestroyRef).onDestroy(() => this.player.stop());
  }

  nextVoice(side: Side): void {
    const now = VOICES.indexOf(this.voices()[side]);
    this.voices.update((voices) => ({ ...voices, [side]: VOICES[(now + 1) % VOICES.length]! }));
  }

  /** Plays from the chosen note to the end, goes on after a pause, or stops. */
  toggle(): void {
    if (this.state().kind === 'paused') this.player.goOn();
    else if (this.isPlaying()) this.player.stop();
    else this.begin(false, { ticks: this.music()?.fromTicks ?? 0, pass: 1 });
  }

  /** Plays the chosen bar round and round, or stops. */
  toggleLoop(): void {
    if (this.isPlaying()) this.player.stop();
    else this.begin(true, undefined);
  }

  stop(): void {
    this.player.stop();
  }

  private begin(loop: boolean, from: PlayedAt | undefined): void {
    const music = this.music();
    if (!music) return;
    this.looping = loop;
    const { score, plan, bar } = music;
    const end = score.bars.findIndex(({ index, number }) => index >= bar && number === this.loopTo());
    const schedule = scheduleOf(score, plan, {
      extent: loop ? [bar, Math.max(bar, end)] : 'onwards',
      from: from ?? { ticks: score.bars[bar]?.onsetTicks ?? 0, pass: 1 },
      tempo: this.percent() / 100,
      hands: this.voices(),
      countIn: this.countIn(),
      metronome: this.metronome(),
      stopAtMoves: this.stopAtMoves(),
    });
    void this.player.play(schedule, loop);
  }
}
