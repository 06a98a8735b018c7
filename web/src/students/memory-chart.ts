import { ChangeDetectionStrategy, Component, computed, effect, type ElementRef, input, viewChild } from '@angular/core';
import { type MemoryCheck } from '@kettle-step/contract';
import { dueSubjects, memoryMonths, subjectInWords, isoDay } from '@kettle-step/core';
import { chartIn, toneOf } from '../parts/chart';
import { keptDayInWords, monthInWords } from '../parts/dates';

const KINDS = [
  { key: 'passed', words: 'passed', symbol: 'rect' },
  { key: 'notYet', words: 'not yet', symbol: 'circle' },
  { key: 'lapsed', words: 'not passed again', symbol: 'triangle' },
] as const;

/** Memory checks month by month, as a chart and as a table; and what is due now. */
@Component({
  selector: 'ks-memory-chart',
  template: `<div #chart class="chart" role="img" [attr.aria-label]="spoken()"></div>
    <table>
      <caption>
        Memory checks, month by month
      </caption>
      <thead>
        <tr>
          <th scope="col">Month</th>
          @for (kind of kinds; track kind.key) {
            <th scope="col">{{ kind.words }}</th>
          }
        </tr>
      </thead>
      <tbody>
        @for (month of months(); track month.month) {
          <tr>
            <th scope="row">{{ nameOf(month.month) }}</th>
            @for (kind of kinds; track kind.key) {
              <td>{{ month[kind.key] }}</td>
            }
          </tr>
        }
      </tbody>
    </table>
    <p>
      @if (due().length > 0) {
        <b>Due:</b> {{ due().join('; ') }}.
      } @else {
        Nothing is due today.
      }
    </p>`,
  styles: `
    .chart {
      height: 150px;
    }
    caption {
      caption-side: top;
      text-align: left;
      color: var(--ink-soft);
    }
    th,
    td {
      padding: 1px 14px 1px 0;
      font-weight: 400;
      text-align: left;
    }
    p {
      margin: 6px 0 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MemoryChart {
  readonly checks = input.required<readonly MemoryCheck[]>();
  private readonly holder = viewChild.required<ElementRef<HTMLElement>>('chart');
  private readonly chart = chartIn(this.holder, () => import('./memory-chart.echarts'));

  readonly kinds = KINDS;
  readonly months = computed(() => memoryMonths(this.checks()));
  readonly due = computed(() =>
    dueSubjects(this.checks(), isoDay(new Date())).map(
      ({ subject, standing }) => `${subjectInWords(subject)} (since ${keptDayInWords(standing.dueOn)})`,
    ),
  );
  readonly spoken = computed(
    () => `Memory checks in ${this.months().length} months; the figures are in the table below.`,
  );

  constructor() {
    effect(() => {
      const [chart, months, element] = [this.chart(), this.months(), this.holder().nativeElement];
      if (!chart) return;
      const ink = toneOf(element, '--ink');
      chart.setOption({
        animation: false,
        // Marks besides tones: the bars are told apart in grey.
        aria: { enabled: true, decal: { show: true } },
        color: [ink, toneOf(element, '--left'), toneOf(element, '--right')],
        grid: { left: 34, right: 12, top: 30, bottom: 24 },
        legend: { top: 0, left: 0, itemHeight: 10, textStyle: { color: ink } },
        tooltip: { trigger: 'axis' },
        xAxis: { type: 'category', data: months.map(({ month }) => month), axisLabel: { color: ink } },
        yAxis: { type: 'value', minInterval: 1, axisLabel: { color: ink } },
        series: KINDS.map(({ key, words }) => ({
          type: 'bar',
          name: words,
          stack: 'checks',
          barMaxWidth: 34,
          data: months.map((month) => month[key]),
        })),
      });
    });
  }

  nameOf(month: string): string {
    return monthInWords(new Date(`${month}-15T12:00`));
  }
}
