import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { drawnKeys, keyboardWidthMm } from '../parts/drawn-keys';
import { KeyboardsService } from './keyboards.service';

/** The front of the keys is enough to play on. */
const SHOWN_LENGTH_MM = 100;

/** A keyboard to be played by pointer or touch. It stands in for an instrument and sends what one would send. */
@Component({
  selector: 'ks-piano-keys',
  template: `<svg
    role="img"
    aria-label="Piano keys to be played by pointer or touch; all they do has keys of the computer too."
    [attr.viewBox]="'0 0 ' + widthMm() + ' ' + length"
    (pointerup)="letGo($event)"
    (pointerleave)="letGo($event)"
    (pointercancel)="letGo($event)"
  >
    @for (key of keys(); track key.midi) {
      <rect
        [class.black]="key.black"
        [class.down]="down().has(key.midi)"
        [attr.data-midi]="key.midi"
        [attr.x]="key.x"
        [attr.width]="key.width"
        [attr.height]="key.length"
        rx="1.5"
        (pointerdown)="press(key.midi, $event)"
      />
      @if (key.label) {
        <text [attr.x]="key.x + key.width / 2" [attr.y]="length - 5">{{ key.label }}</text>
      }
    }
  </svg>`,
  styleUrl: './piano-keys.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PianoKeys {
  private readonly keyboards = inject(KeyboardsService);
  readonly lowest = input(36);
  readonly highest = input(95);
  readonly length = SHOWN_LENGTH_MM;
  /** A key was struck here: unlike an instrument, this keyboard makes no sound of its own. */
  readonly struck = output<number>();

  readonly keys = computed(() => drawnKeys(this.lowest(), this.highest(), SHOWN_LENGTH_MM));
  readonly widthMm = computed(() => keyboardWidthMm(this.lowest(), this.highest()));
  /** Keys that are down, on whichever keyboard. */
  readonly down = signal<ReadonlySet<number>>(new Set());
  /** Keys under each finger or pointer. */
  private readonly pressed = new Map<number, number>();

  constructor() {
    this.keyboards.strokes.pipe(takeUntilDestroyed()).subscribe(({ kind, midi }) =>
      this.down.update((down) => {
        const now = new Set(down);
        if (kind === 'down') now.add(midi);
        else now.delete(midi);
        return now;
      }),
    );
  }

  press(midi: number, event: PointerEvent): void {
    // Focus stays where notes are typed.
    event.preventDefault();
    this.letGo(event);
    this.pressed.set(event.pointerId, midi);
    this.keyboards.play(midi, true);
    this.struck.emit(midi);
  }

  letGo({ pointerId }: PointerEvent): void {
    const midi = this.pressed.get(pointerId);
    if (midi !== undefined) this.keyboards.play(midi, false);
    this.pressed.delete(pointerId);
  }
}
