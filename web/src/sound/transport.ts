import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { barName, DEFAULT_QUARTERS_PER_MINUTE, SIDES, type Side } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzIconModule } from 'ng-zorro-antd/icon';
import { NzInputModule } from 'ng-zorro-antd/input';
import { HAND_LETTERS, HAND_WORDS, numberOfBar } from '../parts/words';
import { TEMPO_RANGE, type Voice } from './schedule';
import { TransportStore } from './transport.store';

const VOICE_WORDS: Readonly<Record<Voice, string>> = { on: 'on', soft: 'soft', off: 'off' };

/** Both in percent; the beats are those that a metronome commonly has. */
const PERCENT = { lowest: 100 * TEMPO_RANGE[0], highest: 100 * TEMPO_RANGE[1] };
const BEATS = {
  lowest: (100 * 40) / DEFAULT_QUARTERS_PER_MINUTE,
  highest: (100 * 200) / DEFAULT_QUARTERS_PER_MINUTE,
};

/** Play controls of the place, which provides their store. */
@Component({
  selector: 'ks-transport',
  imports: [FormsModule, NzButtonModule, NzCheckboxModule, NzIconModule, NzInputModule],
  templateUrl: './transport.html',
  styleUrl: './transport.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Transport {
  readonly store = inject(TransportStore);
  /** Keys of the place that play and go round, as they are written. */
  readonly playKey = input('');
  readonly loopKey = input('');
  /** Music without a tempo of its own is set in quarter notes a minute; other music in percent of what is written. */
  readonly inBeats = input(false);

  readonly sides = SIDES;
  readonly letters = HAND_LETTERS;
  readonly tempo = computed(() => {
    const percent = this.store.percent();
    if (!this.inBeats()) return { shown: `Tempo ${percent} %`, label: 'Tempo, percent of the written one', ...PERCENT };
    const beats = Math.round((percent * DEFAULT_QUARTERS_PER_MINUTE) / 100);
    return { shown: `Tempo ♩ = ${beats}`, label: 'Tempo, quarter notes a minute', ...BEATS };
  });
  readonly barNumber = computed(() => numberOfBar(this.store.music()?.score, this.store.music()?.bar ?? 0));
  readonly barName = computed(() => barName(this.barNumber()));

  voiceWords(side: Side): string {
    return `${HAND_WORDS[side]}: ${VOICE_WORDS[this.store.voices()[side]]}`;
  }
}
