import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { PatternWish } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { keptDayInWords } from '../parts/dates';
import { pretty } from '../parts/words';
import { ScaleMemoryStore, type CheckedKey } from './memory.store';

const STATES = { passed: '✓', lapsed: '✗', 'not-yet': '·' } as const;
const STATE_WORDS = { passed: 'passed', lapsed: 'passed before, not the last time', 'not-yet': 'not yet' } as const;
const FULL_CIRCLE = 360;

/** What the chosen student plays of the pattern from memory: the keys round the circle of fifths, C at the top. */
@Component({
  selector: 'ks-memory-circle',
  imports: [FormsModule, NzButtonModule],
  templateUrl: './memory-circle.html',
  styleUrl: './memory-circle.less',
  providers: [ScaleMemoryStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MemoryCircle {
  readonly store = inject(ScaleMemoryStore);
  readonly wish = input.required<PatternWish>();
  readonly choose = output<string>();
  readonly pretty = pretty;

  private readonly checked = computed(() => this.store.keysOf(this.wish()));
  /** C, or the key nearest to it, stands at the top; sharps go on to the right. */
  readonly keys = computed(() => {
    const keys = this.checked();
    const top = Math.max(
      0,
      keys.findIndex(({ tonic }) => tonic === 'C'),
    );
    return keys.map((key, at) => ({
      ...key,
      turn: `${((at - top) * FULL_CIRCLE) / keys.length}deg`,
      mark: key.standing ? STATES[key.standing.state] : '',
      isDue: this.store.isDue(key),
      words: this.wordsOf(key),
    }));
  });
  readonly passed = computed(() => this.checked().filter(({ standing }) => standing?.state === 'passed').length);
  readonly today = computed(() => this.store.checkOfToday(this.wish()));

  private wordsOf(key: CheckedKey): string {
    const { tonic, standing } = key;
    if (!standing) return `${pretty(tonic)}, never tried`;
    const due = this.store.isDue(key) ? 'due since' : 'again on';
    return `${pretty(tonic)}, ${STATE_WORDS[standing.state]}, ${due} ${keptDayInWords(standing.dueOn)}`;
  }
}
