import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  byBar,
  SIDES,
  type ComparedWay,
  type Comparison,
  type Finger,
  type PianoPlan,
  type Score,
  type Side,
} from '@kettle-step/core';
import { FormsModule } from '@angular/forms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { effortFigure, HAND_LETTERS, HAND_WORDS } from '../parts/words';
import type { Extent, Place } from '../session/decisions';

interface Figure {
  readonly text: string;
  /** Another finger than ours. */
  readonly other: boolean;
  readonly unplayable: boolean;
}

interface Row extends Place {
  readonly number: number;
  readonly letter: string;
  readonly hand: string;
  readonly printed: readonly Figure[];
  readonly suggested: readonly Figure[];
  readonly ours: string;
  readonly efforts: { readonly printed: string; readonly suggested: string; readonly ours: string };
  readonly reason: string;
  readonly differs: boolean;
}

const reasonAgainst = (name: string, way: ComparedWay | null): string => {
  const [first] = way?.differences ?? [];
  return first ? `${name} ${first.sentence}` : '';
};

/** Printed, suggested and ours side by side, bar by bar, with what each costs and why. */
@Component({
  selector: 'ks-compare',
  imports: [FormsModule, NzButtonModule, NzCheckboxModule],
  templateUrl: './compare.html',
  styleUrl: './compare.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Compare {
  readonly score = input.required<Score>();
  readonly plan = input.required<PianoPlan>();
  readonly comparison = input.required<Comparison | undefined>();
  readonly chosen = input.required<Place>();
  readonly choosePlace = output<Place>();
  readonly keepPrinted = output<Extent>();

  readonly all = signal(false);

  readonly hasPrinted = computed(() => SIDES.some((side) => (this.comparison()?.[side].printed.size ?? 0) > 0));
  readonly unplayable = computed(() =>
    SIDES.reduce((sum, side) => sum + (this.comparison()?.[side].unplayable.length ?? 0), 0),
  );
  private readonly rows = computed(() =>
    SIDES.flatMap((side) => this.rowsOf(side)).sort((a, b) => a.bar - b.bar || (a.side === 'right' ? -1 : 1)),
  );
  readonly differing = computed(() => {
    const count = this.rows().filter(({ differs }) => differs).length;
    return count === 0
      ? 'Every bar agrees.'
      : `${count} ${count === 1 ? 'bar differs' : 'bars differ'}, each hand counted by itself`;
  });
  readonly shown = computed(() => this.rows().filter(({ differs }) => differs || this.all()));

  isChosen({ side, bar }: Place): boolean {
    return this.chosen().side === side && this.chosen().bar === bar;
  }

  private rowsOf(side: Side): Row[] {
    const comparison = this.comparison()?.[side];
    if (!comparison) return [];
    const ours = new Map(this.plan().hands[side].notes.map(({ id, finger }) => [id, finger]));
    const notesByBar = byBar(this.score().notes.filter((note) => note.side === side));
    const unplayable = new Set(comparison.unplayable);
    return comparison.bars.map(({ bar, ours: effort, printed, suggested }): Row => {
      const notes = notesByBar.get(bar) ?? [];
      const figures = (fingers: ReadonlyMap<string, Finger>): Figure[] =>
        notes.map(({ id }) => ({
          text: String(fingers.get(id) ?? '–'),
          other: fingers.has(id) && fingers.get(id) !== ours.get(id),
          unplayable: fingers === comparison.printed && unplayable.has(id),
        }));
      const [printedFigures, suggestedFigures] = [figures(comparison.printed), figures(comparison.suggested)];
      return {
        side,
        bar,
        number: this.score().bars[bar]?.number ?? bar + 1,
        letter: HAND_LETTERS[side],
        hand: HAND_WORDS[side],
        printed: printed ? printedFigures : [],
        suggested: suggestedFigures,
        ours: notes.map(({ id }) => ours.get(id) ?? '–').join(' '),
        efforts: {
          printed: printed ? effortFigure(printed.effort) : '',
          suggested: effortFigure(suggested.effort),
          ours: effortFigure(effort),
        },
        reason: [reasonAgainst('the printed one', printed), reasonAgainst('the suggestion', suggested)]
          .filter(Boolean)
          .join('; '),
        differs: [...printedFigures, ...suggestedFigures].some(({ other }) => other),
      };
    });
  }
}
