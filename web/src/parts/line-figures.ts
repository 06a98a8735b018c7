import { ChangeDetectionStrategy, Component, computed, effect, type ElementRef, input, viewChild } from '@angular/core';
import { chartIn, toneOf } from './chart';

/** Figures one after another. */
export interface Line {
  /** What is counted. */
  readonly name: string;
  readonly points: readonly { readonly at: string; readonly figure: number }[];
}

/** An axis reaches this far beyond its figures, so that a small sway looks small. Our choice. */
const LEAST_ROOM = 10;

/** Where an axis begins (-1) or ends (1); figures are never below nothing. */
const axisEnd =
  (side: -1 | 1) =>
  ({ min, max }: { readonly min: number; readonly max: number }): number =>
    side === 1 ? Math.ceil(max + LEAST_ROOM) : Math.max(0, Math.floor(min - LEAST_ROOM));

/** A row of figures as a line, and as a table for those who read rather than look. */
@Component({
  selector: 'ks-line-figures',
  template: `<div #chart class="chart" role="img" [attr.aria-label]="spoken()"></div>
    <details>
      <summary>As a table</summary>
      <table>
        <thead>
          <tr>
            <th scope="col">{{ along() }}</th>
            <th scope="col">{{ line().name }}</th>
          </tr>
        </thead>
        <tbody>
          @for (point of line().points; track $index) {
            <tr>
              <th scope="row">{{ point.at }}</th>
              <td>{{ point.figure }}</td>
            </tr>
          }
        </tbody>
      </table>
    </details>`,
  styles: `
    .chart {
      height: 150px;
    }
    th,
    td {
      padding: 0 14px 0 0;
      font-weight: 400;
      text-align: left;
    }
    table {
      display: block;
      max-height: 220px;
      overflow: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineFigures {
  readonly line = input.required<Line>();
  /** What the figures follow one another by. */
  readonly along = input('Day');
  private readonly holder = viewChild.required<ElementRef<HTMLElement>>('chart');
  private readonly chart = chartIn(this.holder, () => import('./line-figures.echarts'));

  readonly spoken = computed(() => {
    const { name, points } = this.line();
    const figures = points.map(({ figure }) => figure);
    return figures.length === 0
      ? `${name}: none yet`
      : `${name}: ${figures.length} figures from ${Math.min(...figures)} to ${Math.max(...figures)}`;
  });

  constructor() {
    effect(() => {
      const [chart, { name, points }, element] = [this.chart(), this.line(), this.holder().nativeElement];
      if (!chart) return;
      const ink = toneOf(element, '--ink');
      chart.setOption({
        animation: false,
        grid: { left: 40, right: 12, top: 12, bottom: 24 },
        xAxis: { type: 'category', data: points.map(({ at }) => at), axisLabel: { color: ink } },
        yAxis: { type: 'value', min: axisEnd(-1), max: axisEnd(1), axisLabel: { color: ink } },
        tooltip: { trigger: 'axis' },
        series: [
          {
            type: 'line',
            name,
            symbol: 'circle',
            symbolSize: 5,
            lineStyle: { color: ink, width: 2 },
            itemStyle: { color: ink },
            data: points.map(({ figure }) => figure),
          },
        ],
      });
    });
  }
}
