import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import type { PianoPlan, Score, Side } from '@kettle-step/core';
import { Playback, type Manner, type Passage } from './playback';
import { VOICES, type Voice } from './schedule';

/** What a place plays. */
export interface Music {
  readonly score: Score;
  readonly plan: PianoPlan;
  /** The chosen bar (index into `Score.bars`), and the moment it is played from, ticks. */
  readonly bar: number;
  readonly fromTicks: number;
  /** The number of the last bar of a loop; the chosen bar alone where it is left out. */
  readonly loopTo?: number;
  /** A hand that is not the point, and sounds softly. */
  readonly soft?: Side | null;
}

const NONE: Music | undefined = undefined;

/** The play controls of bench and scale room: from here on, or some bars round and round; the tempo, each hand, and the clicks. */
@Injectable()
export class TransportStore {
  private readonly playback = inject(Playback);
  private readonly source = signal<() => Music | undefined>(() => NONE);

  readonly music = computed(() => this.source()());
  readonly percent = signal(80);
  private readonly soft = computed(() => this.music()?.soft ?? null);
  readonly voices = linkedSignal((): Readonly<Record<Side, Voice>> => {
    const soft = this.soft();
    return { right: soft === 'right' ? 'soft' : 'on', left: soft === 'left' ? 'soft' : 'on' };
  });
  readonly countIn = signal(false);
  readonly metronome = signal(false);
  readonly stopAtMoves = signal(false);
  private readonly loopEnd = computed(() => this.music()?.loopTo ?? null);
  /** Number of the last bar of a round; this bar alone where none is given. */
  readonly loopTo = linkedSignal((): number | null => this.loopEnd());

  readonly state = this.playback.state;
  readonly isPlaying = this.playback.isPlaying;

  constructor() {
    this.playback.follow(
      computed((): Manner => ({
        tempo: this.percent() / 100,
        hands: this.voices(),
        countIn: this.countIn(),
        metronome: this.metronome(),
        stopAtMoves: this.stopAtMoves(),
      })),
    );
  }

  /** From now on this is what the place plays. */
  offer(music: () => Music | undefined): void {
    this.source.set(music);
  }

  nextVoice(side: Side): void {
    const now = VOICES.indexOf(this.voices()[side]);
    this.voices.update((voices) => ({ ...voices, [side]: VOICES[(now + 1) % VOICES.length]! }));
  }

  /** Plays from the chosen note to the end, goes on after a pause, or stops. */
  toggle(): void {
    this.playback.toggle(() => this.passage(false));
  }

  /** Plays the chosen bar round and round, or stops. */
  toggleLoop(): void {
    if (this.isPlaying()) this.playback.stop();
    else this.playback.play(() => this.passage(true));
  }

  stop(): void {
    this.playback.stop();
  }

  private passage(loop: boolean): Passage | undefined {
    const music = this.music();
    if (!music) return undefined;
    const { score, plan, bar, fromTicks } = music;
    const end = score.bars.findIndex(({ index, number }) => index >= bar && number === this.loopTo());
    return {
      score,
      plan,
      extent: loop ? [bar, Math.max(bar, end)] : 'onwards',
      fromTicks: loop ? (score.bars[bar]?.onsetTicks ?? 0) : fromTicks,
      loop,
      goesOn: 'there',
    };
  }
}
