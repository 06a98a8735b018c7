import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import {
  midiOf,
  parsePitch,
  pitchName,
  pitchOf,
  VERDICT_WORDS,
  type ChordWay,
  type Hands,
  type Side,
} from '@kettle-step/core';
import { NzInputModule } from 'ng-zorro-antd/input';
import { of, switchMap } from 'rxjs';
import { drawnKeys, keyboardWidthMm } from '../parts/drawn-keys';
import { effortFigure } from '../parts/words';
import { EngineService } from '../services/engine.service';

const LENGTH_MM = 100;
const [LOWEST, HIGHEST] = [36, 84];
const MOST_KEYS = 5;

/** Any chord under one hand: chosen on a keyboard or written, with every way to take it and why the others are out. */
@Component({
  selector: 'ks-chord-try',
  imports: [FormsModule, NzInputModule],
  templateUrl: './chord-try.html',
  styleUrl: './chord-try.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChordTry {
  private readonly engine = inject(EngineService);
  readonly hands = input.required<Hands>();

  readonly side = signal<Side>('right');
  readonly written = signal('C4 E4 G4 C5');
  readonly keys = drawnKeys(LOWEST, HIGHEST, LENGTH_MM);
  readonly width = keyboardWidthMm(LOWEST, HIGHEST);
  readonly length = LENGTH_MM;

  private readonly read = computed(() => {
    const names = this.written()
      .split(/[\s,]+/)
      .filter((name) => name !== '');
    return names.map((name) => ({ name, pitch: parsePitch(name) }));
  });
  /** Keys from the lowest up, each once. */
  readonly midis = computed(() =>
    [...new Set(this.read().flatMap(({ pitch }) => (pitch ? [midiOf(pitch)] : [])))].sort((a, b) => a - b),
  );
  readonly problem = computed(() => {
    const wrong = this.read().find(({ pitch }) => !pitch);
    if (wrong) return `“${wrong.name}” is not a key: write notes with their octave, as in C4 Eb4 G4.`;
    return this.midis().length > MOST_KEYS ? 'One hand has five fingers: take away a key.' : '';
  });
  private readonly asked = computed(() => ({
    hand: this.hands()[this.side()],
    side: this.side(),
    midis: this.midis(),
  }));
  private readonly ways = toSignal(
    toObservable(this.asked).pipe(
      switchMap(({ hand, side, midis }) =>
        midis.length === 0 || midis.length > MOST_KEYS ? of([]) : this.engine.chordWays(hand, side, midis),
      ),
    ),
    { initialValue: [] as readonly ChordWay[] },
  );
  readonly playable = computed(() =>
    this.ways()
      .filter(({ effort }) => effort !== null)
      .map(shown),
  );
  readonly out = computed(() =>
    this.ways()
      .filter(({ effort }) => effort === null)
      .map(shown),
  );

  /** A key pressed on the drawing comes to the chord, or leaves it. */
  press(midi: number): void {
    const now = this.midis();
    const keys = now.includes(midi) ? now.filter((key) => key !== midi) : [...now, midi].sort((a, b) => a - b);
    this.written.set(keys.map((key) => pitchName(pitchOf(key))).join(' '));
  }
}

/** A way as it is told; with what keeps it out, where something does. */
const shown = ({ fingers, reaches, verdict, beyond, effort }: ChordWay) => ({
  fingers: fingers.join('-'),
  verdict: VERDICT_WORDS[verdict],
  effort: effort === null ? '' : effortFigure(effort),
  reaches: reaches.map(({ pair, mm }) => `${pair}: ${Math.round(mm)} mm`).join(', '),
  why: beyond
    .map(
      ({ pair, mm, limitMm }) => `${pair} would open to ${Math.round(mm)} mm, this hand reaches ${Math.round(limitMm)}`,
    )
    .join('; '),
});
