import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { keyOfTonic } from '@kettle-step/core';
import { drawnKeys, keyboardWidthMm } from '../parts/drawn-keys';
import { pretty } from '../parts/words';

const LENGTH_MM = 88;
/** One octave from middle C. */
const [LOWEST, HIGHEST] = [60, 71];

/** The key-note, chosen on an octave of keys drawn to scale, or by its name. */
@Component({
  selector: 'ks-tonic-keys',
  template: `<svg aria-hidden="true" [attr.viewBox]="'0 0 ' + width + ' ' + length">
      @for (key of keys; track key.midi) {
        <rect
          [class.black]="key.black"
          [class.chosen]="key.midi % 12 === chosenKey()"
          [attr.x]="key.x"
          [attr.width]="key.width"
          [attr.height]="key.length"
          rx="1.5"
          (click)="press(key.midi)"
        />
      }
    </svg>
    <div class="names" role="radiogroup" aria-label="Key-note">
      @for (tonic of tonics(); track tonic) {
        <label class="chip" [class.chosen]="tonic === chosen()">
          <input
            type="radio"
            name="tonic"
            [value]="tonic"
            [checked]="tonic === chosen()"
            (change)="choose.emit(tonic)"
          />
          {{ pretty(tonic) }}
        </label>
      }
    </div>`,
  styleUrl: './tonic-keys.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TonicKeys {
  readonly tonics = input.required<readonly string[]>();
  readonly chosen = input.required<string>();
  readonly choose = output<string>();

  readonly keys = drawnKeys(LOWEST, HIGHEST, LENGTH_MM);
  readonly width = keyboardWidthMm(LOWEST, HIGHEST);
  readonly length = LENGTH_MM;
  readonly pretty = pretty;
  readonly chosenKey = computed(() => keyOfTonic(this.chosen()));

  /** A key with two names gives one, and pressed again the other. */
  press(midi: number): void {
    const names = this.tonics().filter((tonic) => keyOfTonic(tonic) === midi % 12);
    const next = names[(names.indexOf(this.chosen()) + 1) % names.length];
    if (next !== undefined) this.choose.emit(next);
  }
}
