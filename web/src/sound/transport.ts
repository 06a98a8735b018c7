import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { barName, SIDES, type Side } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzIconModule } from 'ng-zorro-antd/icon';
import { NzInputModule } from 'ng-zorro-antd/input';
import { HAND_LETTERS, HAND_WORDS, numberOfBar } from '../parts/words';
import { TEMPO_RANGE, type Voice } from './schedule';
import { TransportStore } from './transport.store';

const VOICE_WORDS: Readonly<Record<Voice, string>> = { on: 'on', soft: 'soft', off: 'off' };

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

  readonly sides = SIDES;
  readonly letters = HAND_LETTERS;
  readonly lowest = 100 * TEMPO_RANGE[0];
  readonly highest = 100 * TEMPO_RANGE[1];
  readonly barNumber = computed(() => numberOfBar(this.store.music()?.score, this.store.music()?.bar ?? 0));
  readonly barName = computed(() => barName(this.barNumber()));

  voiceWords(side: Side): string {
    return `${HAND_WORDS[side]}: ${VOICE_WORDS[this.store.voices()[side]]}`;
  }
}
