import { ChangeDetectionStrategy, Component, effect, type ElementRef, input, output, viewChild } from '@angular/core';
import type { RibbonCell } from '@kettle-step/contract';
import { barName, MOVE_WORDS, type Side } from '@kettle-step/core';
import { chartIn, toneOf } from '../parts/chart';
import { effortFigure, HAND_WORDS } from '../parts/words';
import type { Place } from '../session/decisions';

/** What the chart shows of each bar and hand. */
export interface EffortBar extends Place {
  readonly number: number;
  readonly effort: number;
  readonly moves: number;
  /** Reaches that are stretched or more. */
  readonly reaches: number;
  readonly words: string;
}

/** Bars of the ribbon as the chart wants them, with the reaches that are not easy. */
export const effortBars = (cells: readonly RibbonCell[], reaches: (place: Place) => number): readonly EffortBar[] =>
  cells.map(({ side, bar, number, effort, moves }) => {
    const wide = reaches({ side, bar });
    const told = moves.map((kind) => MOVE_WORDS[kind]);
    return {
      side,
      bar,
      number,
      effort,
      moves: moves.length,
      reaches: wide,
      words: [
        `${barName(number)}, ${HAND_WORDS[side]}: effort ${effortFigure(effort)}`,
        ...told,
        ...(wide > 0 ? [`${wide} wide ${wide === 1 ? 'reach' : 'reaches'}`] : []),
      ].join(', '),
    };
  });

/** A colour of the style sheet by its name. */
type Tone = (name: string) => string;

interface Lane {
  readonly side: Side;
  readonly bars: readonly EffortBar[];
}

/** The right hand's effort stands upward, the left hand's downward. */
const signOf = (side: Side): number => (side === 'right' ? 1 : -1);

/** The left hand is hatched, so that the hands are told apart without colours. */
const hatch = (tone: Tone) => ({
  symbol: 'rect',
  dashArrayX: [1, 0],
  dashArrayY: [2, 4],
  rotation: -0.8,
  color: tone('--left'),
});

const barsOf = ({ side, bars }: Lane, tone: Tone) => ({
  type: 'bar' as const,
  name: HAND_WORDS[side],
  stack: 'effort',
  barCategoryGap: '25%',
  itemStyle: {
    color: tone(side === 'left' ? '--left-soft' : '--right'),
    borderColor: tone(`--${side}`),
    borderWidth: 1,
    ...(side === 'left' ? { decal: hatch(tone) } : {}),
  },
  data: bars.map(({ bar, effort, words }) => ({ value: signOf(side) * effort, place: { side, bar }, words })),
});

/** Signs over the bars in which the hand moves or is stretched. */
const marksOf = ({ side, bars }: Lane, tone: Tone) => ({
  type: 'scatter' as const,
  name: `moves and reaches, ${HAND_WORDS[side]}`,
  symbolSize: 1,
  data: bars
    .filter(({ moves, reaches }) => moves + reaches > 0)
    .map(({ bar, effort, moves, reaches, words }) => ({
      value: [bar, signOf(side) * effort],
      place: { side, bar },
      words,
      label: {
        show: true,
        position: side === 'right' ? 'top' : 'bottom',
        formatter: `${moves > 0 ? '◆' : ''}${reaches > 0 ? '↔' : ''}`,
        color: tone('--ink'),
        fontSize: 11,
      },
    })),
});

/** A frame round the chosen bar. */
const frameOf = (bar: number, tone: Tone) => ({
  silent: true,
  itemStyle: { color: 'transparent', borderColor: tone('--ink'), borderWidth: 1 },
  data: [[{ xAxis: bar }, { xAxis: bar }]],
});

/** Effort over the piece: right hand upward, left hand downward, with moves and wide reaches; a press leads to the bar. */
@Component({
  selector: 'ks-effort-chart',
  template: `
    <h2>Effort over the piece</h2>
    <p class="legend">
      Up: right hand. Down, hatched: left hand. ◆ a bar with moves · ↔ a bar with wide reaches. A press leads to the
      bar.
    </p>
    <div #chart class="chart" role="img" [attr.aria-label]="spoken()"></div>
  `,
  styleUrl: './effort-chart.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EffortChart {
  readonly bars = input.required<readonly EffortBar[]>();
  readonly chosenBar = input(0);
  readonly choosePlace = output<Place>();
  private readonly holder = viewChild.required<ElementRef<HTMLElement>>('chart');
  private readonly chart = chartIn(this.holder, () => import('./effort-chart.echarts'));

  constructor() {
    effect(() => {
      this.chart()?.on('click', ({ data }) => {
        const place = (data as { readonly place?: Place } | undefined)?.place;
        if (place) this.choosePlace.emit(place);
      });
    });
    effect(() => {
      const chart = this.chart();
      if (chart) chart.setOption(this.options());
    });
  }

  spoken(): string {
    const hardest = [...this.bars()].sort((a, b) => b.effort - a.effort).slice(0, 5);
    return `Effort by bar. The hardest: ${hardest.map(({ words }) => words).join('; ')}`;
  }

  private options() {
    const element = this.holder().nativeElement;
    const tone: Tone = (name) => toneOf(element, name);
    const lane = (side: Side): Lane => ({ side, bars: this.bars().filter((bar) => bar.side === side) });
    const [right, left] = [lane('right'), lane('left')];
    return {
      animation: false,
      grid: { left: 40, right: 12, top: 18, bottom: 24 },
      tooltip: { trigger: 'item', formatter: ({ data }: { data: { words: string } }) => data.words },
      xAxis: {
        type: 'category' as const,
        data: right.bars.map(({ number }) => String(number)),
        axisLabel: { color: tone('--ink-soft') },
      },
      yAxis: {
        type: 'value' as const,
        axisLabel: { color: tone('--ink-soft'), formatter: (value: number) => String(Math.abs(value)) },
      },
      series: [
        { ...barsOf(right, tone), markArea: frameOf(this.chosenBar(), tone) },
        barsOf(left, tone),
        marksOf(right, tone),
        marksOf(left, tone),
      ],
    };
  }
}
