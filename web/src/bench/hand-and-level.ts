import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { handSchema, levelOf, LEVELS, type Level, type Settings } from '@kettle-step/contract';
import { bothHands, HAND_PRESETS, handOfSpan, MOVE_WORDS, type Hand, type Hands } from '@kettle-step/core';
import { NzInputNumberModule } from 'ng-zorro-antd/input-number';
import { NzRadioModule } from 'ng-zorro-antd/radio';

const MM_PER_INCH = 25.4;

type Unit = 'mm' | 'in';

/** Whose hand plays, and which moves have been taught. */
@Component({
  selector: 'ks-hand-and-level',
  imports: [FormsModule, NzInputNumberModule, NzRadioModule],
  templateUrl: './hand-and-level.html',
  styleUrl: './hand-and-level.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandAndLevel {
  readonly settings = input.required<Settings>();
  readonly handsChosen = output<Hands>();
  readonly levelChosen = output<Level>();

  readonly presets = HAND_PRESETS;
  readonly levels = LEVELS.map((level) => ({
    ...level,
    moves: level.untaught.length > 0 ? `not yet: ${level.untaught.map((kind) => MOVE_WORDS[kind]).join(', ')}` : '',
  }));

  readonly unit = signal<Unit>('mm');
  readonly problem = signal('');

  readonly presetId = computed(() => {
    const { span15Mm, span25Mm } = this.settings().hands.right;
    return this.presets.find((preset) => preset.span15Mm === span15Mm && preset.span25Mm === span25Mm)?.id ?? 'own';
  });
  readonly levelId = computed(() => levelOf(this.settings().rules)?.id ?? '');
  readonly span15 = computed(() => this.shown(this.settings().hands.right.span15Mm));
  readonly span25 = computed(() => this.shown(this.settings().hands.right.span25Mm));

  choosePreset(id: string): void {
    const preset = this.presets.find((one) => one.id === id);
    if (preset) this.setHand({ span15Mm: preset.span15Mm, span25Mm: preset.span25Mm });
  }

  chooseLevel(id: string): void {
    const level = LEVELS.find((one) => one.id === id);
    if (level) this.levelChosen.emit(level);
  }

  /** A new span from thumb to 5; the other follows in proportion until it is measured too. */
  setSpan15(value: number | null): void {
    if (value === null || value === this.span15()) return;
    const { span15Mm } = handOfSpan(this.inMm(value));
    const { span25Mm } = this.settings().hands.right;
    this.setHand({ span15Mm, span25Mm: span25Mm < span15Mm ? span25Mm : handOfSpan(span15Mm).span25Mm });
  }

  setSpan25(value: number | null): void {
    if (value !== null && value !== this.span25())
      this.setHand({ ...this.settings().hands.right, span25Mm: this.inMm(value) });
  }

  private shown(mm: number): number {
    return this.unit() === 'mm' ? Math.round(mm) : Math.round((mm / MM_PER_INCH) * 10) / 10;
  }

  private inMm(value: number): number {
    return this.unit() === 'mm' ? value : value * MM_PER_INCH;
  }

  private setHand(hand: Hand): void {
    const checked = handSchema.safeParse(hand);
    this.problem.set(
      checked.success
        ? ''
        : 'No hand measures that: thumb to fifth finger must be 100 to 300 mm, and second to fifth finger less than that.',
    );
    if (checked.success) this.handsChosen.emit(bothHands(hand));
  }
}
