import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FULL_EFFORT, type RibbonCell } from '@kettle-step/contract';
import { barName, MOVE_WORDS, SIDES, type Side } from '@kettle-step/core';
import { effortFigure, HAND_LETTERS, HAND_WORDS } from './words';

interface ShownCell {
  readonly bar: number;
  readonly state: RibbonCell['state'];
  readonly moves: number;
  /** Has the same music as the chosen bar of this hand, or is meant to differ from its likes. */
  readonly sign: '!' | '=' | '≠' | '';
  /** Another fingering than in the general plan. */
  readonly differs: boolean;
  /** Height of the inner bar, percent. */
  readonly height: number;
  readonly spoken: string;
}

/** A bar of one hand. */
interface BarOfHand {
  readonly bar: number;
  readonly side: Side;
}

const SIGN_WORDS = {
  '!': ', the hand cannot take what is settled here',
  '=': ', the same music as the chosen bar',
  '≠': ', goes its own way',
  '': '',
} as const;

interface Lane {
  readonly side: Side;
  readonly letter: string;
  readonly words: string;
  readonly cells: readonly ShownCell[];
}

const STATE_WORDS: Readonly<Record<RibbonCell['state'], string>> = {
  open: 'open',
  suggested: 'suggested',
  settled: 'settled',
  silent: 'nothing to play',
};

/** Where a key leads from a bar of `count`. */
const KEY_STEPS: Readonly<Record<string, (bar: number, count: number) => number>> = {
  ArrowLeft: (bar) => bar - 1,
  ArrowRight: (bar) => bar + 1,
  Home: () => 0,
  End: (_bar, count) => count - 1,
};

/**
 * The bar ribbon: a cell for each bar in two lanes, right hand above left. Fill tells the state, the inner bar the effort,
 * strokes on top the moves. On the bench each lane is also a slider that leads to a bar: cells of a long piece are too
 * narrow to be buttons.
 */
@Component({
  selector: 'ks-bar-ribbon',
  templateUrl: './bar-ribbon.html',
  styleUrl: './bar-ribbon.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BarRibbon {
  readonly cells = input.required<readonly RibbonCell[]>();
  readonly chosenBar = input(0);
  /** Bars with the same music as the chosen one. */
  readonly alike = input<readonly BarOfHand[]>([]);
  /** Bars that go their own way although others have the same music. */
  readonly apart = input<readonly BarOfHand[]>([]);
  /** Bars of which the hand cannot take a finger that is settled. */
  readonly refused = input<readonly BarOfHand[]>([]);
  /** Bars in which a student's own plan differs from the general one. */
  readonly differing = input<readonly BarOfHand[]>([]);
  readonly chooseBar = output<BarOfHand>();

  readonly lanes = computed((): readonly Lane[] =>
    SIDES.map((side) => ({
      side,
      letter: HAND_LETTERS[side],
      words: HAND_WORDS[side],
      cells: this.cells()
        .filter((cell) => cell.side === side)
        .map((cell) => this.shown(cell)),
    })),
  );

  press(side: Side, event: Event): void {
    const cell = (event.target as Element).closest('[data-bar]');
    if (cell) this.chooseBar.emit({ side, bar: Number(cell.getAttribute('data-bar')) });
  }

  step(side: Side, event: KeyboardEvent): void {
    const count = this.cells().length / 2;
    const bar = KEY_STEPS[event.key]?.(this.chosenBar(), count);
    if (bar === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    this.chooseBar.emit({ side, bar: Math.max(0, Math.min(count - 1, bar)) });
  }

  private shown({ bar, number, side, state, effort, moves }: RibbonCell): ShownCell {
    const words = moves.map((kind) => MOVE_WORDS[kind]).join(', ');
    const isAmong = (bars: readonly BarOfHand[]): boolean => bars.some((one) => one.bar === bar && one.side === side);
    const sign = isAmong(this.refused()) ? '!' : isAmong(this.apart()) ? '≠' : isAmong(this.alike()) ? '=' : '';
    return {
      bar,
      state,
      moves: moves.length,
      sign,
      differs: isAmong(this.differing()),
      height: Math.min(100, (100 * effort) / FULL_EFFORT),
      spoken:
        `${barName(number)}, ${HAND_WORDS[side]}, ${STATE_WORDS[state]}, effort ${effortFigure(effort)}` +
        (words ? `, ${words}` : '') +
        SIGN_WORDS[sign] +
        (isAmong(this.differing()) ? ', other fingers than in the general plan' : ''),
    };
  }
}
