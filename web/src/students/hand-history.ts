import { ChangeDetectionStrategy, Component, computed, effect, type ElementRef, input, viewChild } from '@angular/core';
import type { Measure } from '@kettle-step/contract';
import type { Side } from '@kettle-step/core';
import { chartIn, toneOf } from '../parts/chart';

const LINES: readonly { readonly name: string; readonly side: Side; readonly of: 'span15Mm' | 'span25Mm' }[] = [
  { name: 'right 1-5', side: 'right', of: 'span15Mm' },
  { name: 'left 1-5', side: 'left', of: 'span15Mm' },
  { name: 'right 2-5', side: 'right', of: 'span25Mm' },
  { name: 'left 2-5', side: 'left', of: 'span25Mm' },
];

/** How the hands have grown: both spans of each hand over the years. */
@Component({
  selector: 'ks-hand-history',
  template: '<div #chart class="chart" role="img" [attr.aria-label]="spoken()"></div>',
  styles: '.chart { height: 170px; }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandHistory {
  /** Oldest first. */
  readonly measures = input.required<readonly Measure[]>();
  private readonly holder = viewChild.required<ElementRef<HTMLElement>>('chart');
  private readonly chart = chartIn(this.holder, () => import('./hand-history.echarts'));

  readonly spoken = computed(
    () =>
      `Spans over time, right and left hand from 1 to 5: ${this.measures()
        .map(
          ({ measuredOn, right, left }) =>
            `${measuredOn}: ${Math.round(right.span15Mm)} and ${Math.round(left.span15Mm)} mm`,
        )
        .join('; ')}`,
  );

  constructor() {
    effect(() => this.chart()?.setOption(this.options(), true));
  }

  private options() {
    const tone = (name: string): string => toneOf(this.holder().nativeElement, name);
    return {
      animation: false,
      grid: { left: 42, right: 10, top: 30, bottom: 22 },
      legend: { top: 0, itemHeight: 8, textStyle: { color: tone('--ink') } },
      tooltip: { trigger: 'axis' },
      xAxis: { type: 'time', axisLabel: { color: tone('--ink-soft') } },
      yAxis: { type: 'value', name: 'mm', scale: true, axisLabel: { color: tone('--ink-soft') } },
      series: LINES.map(({ name, side, of }) => ({
        type: 'line',
        name,
        // Hands differ in tone and sign, spans in their line.
        symbol: side === 'right' ? 'circle' : 'rect',
        symbolSize: 7,
        lineStyle: { type: of === 'span15Mm' ? 'solid' : 'dashed', color: tone(`--${side}`) },
        itemStyle: { color: tone(`--${side}`) },
        data: this.measures().map((measure) => [measure.measuredOn, Math.round(measure[side][of])]),
      })),
    };
  }
}
