import { ChangeDetectionStrategy, Component, computed, output, signal } from '@angular/core';
import { outputFromObservable, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { keyName, type Key, type Metre } from '@kettle-step/core';
import type { Template } from '@kettle-step/core/typing';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { pretty } from '../parts/words';

const KEYS: readonly Key[] = (['major', 'minor'] as const).flatMap((mode) =>
  [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6, -6].map((fifths) => ({ fifths, mode })),
);

const METRES: readonly Metre[] = [
  { beats: 4, beatType: 4 },
  { beats: 3, beatType: 4 },
  { beats: 2, beatType: 4 },
  { beats: 6, beatType: 8 },
  { beats: 3, beatType: 8 },
  { beats: 2, beatType: 2 },
];

/** What a new piece begins with: title, key, metre, hands, tempo. */
@Component({
  selector: 'ks-beginning',
  imports: [FormsModule, NzButtonModule, NzInputModule],
  templateUrl: './beginning.html',
  styleUrl: './beginning.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Beginning {
  readonly begin = output<Template>();
  /** What would be begun as it is chosen now. */
  readonly template = computed((): Template => ({
    title: this.title(),
    composer: this.composer(),
    key: KEYS[this.key()]!,
    metre: METRES[this.metre()]!,
    hands: this.hands(),
    quartersPerMinute: Math.max(20, Math.min(300, Math.round(Number(this.tempo()) || 96))),
  }));
  readonly chosen = outputFromObservable(toObservable(computed(() => this.template())));

  readonly title = signal('');
  readonly composer = signal('');
  readonly key = signal(0);
  readonly metre = signal(0);
  readonly hands = signal<Template['hands']>('both');
  readonly tempo = signal(96);

  readonly keys = KEYS.map((key) => pretty(keyName(key)));
  readonly metres = METRES.map(({ beats, beatType }) => `${beats}/${beatType}`);
}
