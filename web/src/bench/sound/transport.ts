import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SIDES, type PianoPlan, type Score, type Side } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzIconModule } from 'ng-zorro-antd/icon';
import { NzInputModule } from 'ng-zorro-antd/input';
import { HAND_LETTERS, HAND_WORDS } from '../../parts/words';
import { Player } from './player.service';
import { scheduleOf, TEMPO_RANGE, VOICES, type Voice } from './schedule';

const VOICE_WORDS: Readonly<Record<Voice, string>> = { on: 'on', soft: 'soft', off: 'off' };

/** Play controls: from here, one bar round and round, tempo, each hand, count-in, metronome, stops at moves. */
@Component({
  selector: 'ks-transport',
  imports: [FormsModule, NzButtonModule, NzCheckboxModule, NzIconModule, NzInputModule],
  templateUrl: './transport.html',
  styleUrl: './transport.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Transport {
  private readonly player = inject(Player);

  readonly score = input.required<Score>();
  readonly plan = input.required<PianoPlan>();
  readonly bar = input.required<number>();
  readonly fromTicks = input.required<number>();
  /** The moment that is heard, ticks; undefined when nothing is. */
  readonly heard = output<number | undefined>();

  readonly state = this.player.state;
  readonly percent = signal(80);
  readonly voices = signal<Readonly<Record<Side, Voice>>>({ right: 'on', left: 'on' });
  readonly countIn = signal(false);
  readonly metronome = signal(false);
  readonly stopAtMoves = signal(false);
  /** Number of the last bar of a round; this bar alone where none is given. */
  readonly loopTo = signal<number | null>(null);

  readonly sides = SIDES;
  readonly letters = HAND_LETTERS;
  readonly lowest = 100 * TEMPO_RANGE[0];
  readonly highest = 100 * TEMPO_RANGE[1];
  readonly isPlaying = computed(() => this.state().kind !== 'silent' && this.state().kind !== 'failed');
  readonly barNumber = computed(() => this.score().bars[this.bar()]?.number ?? this.bar() + 1);
  private looping = false;

  constructor() {
    effect(() => this.heard.emit(this.player.at()));
    // A changed wish is heard at once, from where the sound is.
    effect(() => {
      this.percent();
      this.voices();
      this.metronome();
      this.stopAtMoves();
      untracked(() => {
        if (this.state().kind === 'playing') this.begin(this.looping, this.player.at());
      });
    });
  }

  voiceWords(side: Side): string {
    return `${HAND_WORDS[side]}: ${VOICE_WORDS[this.voices()[side]]}`;
  }

  nextVoice(side: Side): void {
    const now = VOICES.indexOf(this.voices()[side]);
    this.voices.update((voices) => ({ ...voices, [side]: VOICES[(now + 1) % VOICES.length]! }));
  }

  /** Plays from the chosen note to the end, goes on after a pause, or stops. */
  toggle(): void {
    if (this.state().kind === 'paused') this.player.goOn();
    else if (this.isPlaying()) this.player.stop();
    else this.begin(false, this.fromTicks());
  }

  /** Plays the chosen bar round and round, or stops. */
  toggleLoop(): void {
    if (this.isPlaying()) this.player.stop();
    else this.begin(true, undefined);
  }

  stop(): void {
    this.player.stop();
  }

  private begin(loop: boolean, from: number | undefined): void {
    this.looping = loop;
    const [score, bar] = [this.score(), this.bar()];
    const end = score.bars.findIndex(({ index, number }) => index >= bar && number === this.loopTo());
    const last = loop ? Math.max(bar, end) : score.bars.length - 1;
    const schedule = scheduleOf(score, this.plan(), {
      bars: [bar, last],
      fromTicks: from ?? 0,
      tempo: this.percent() / 100,
      hands: this.voices(),
      countIn: this.countIn(),
      metronome: this.metronome(),
      stopAtMoves: this.stopAtMoves(),
    });
    void this.player.play(schedule, loop);
  }
}
