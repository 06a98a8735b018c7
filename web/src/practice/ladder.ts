import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { barName, DEFAULT_DAYS, DEFAULT_WEEKS, type LadderWish } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { chartIn, toneOf } from '../parts/chart';
import { PieceSession } from '../session/piece-session';
import { SheetSteps } from '../sheet/sheet-steps';

/** Least and most that can be wished: quarters a minute, weeks, days of a week. */
const ALLOWED = { tempo: [10, 400], weeks: [1, 26], days: [1, 7] } as const;

const isWhole = (value: number | null, [least, most]: readonly [number, number]): boolean =>
  value !== null && Number.isInteger(value) && value >= least && value <= most;

/** The way from today's tempo to the goal: how long, how often, what holds it back; as a chart and as a table. */
@Component({
  selector: 'ks-ladder',
  imports: [FormsModule, NzButtonModule, NzInputModule],
  template: `<h3>Tempo ladder</h3>
    <div class="wish">
      <label
        >steady today at
        <input
          nz-input
          type="number"
          [min]="allowed.tempo[0]"
          [max]="allowed.tempo[1]"
          [ngModel]="wish().today"
          (ngModelChange)="set({ today: $event })"
      /></label>
      <label
        >goal
        <input
          nz-input
          type="number"
          [min]="allowed.tempo[0]"
          [max]="allowed.tempo[1]"
          [ngModel]="wish().goal"
          [placeholder]="goal()"
          (ngModelChange)="set({ goal: $event })"
      /></label>
      <label
        >in
        <input
          nz-input
          type="number"
          [min]="allowed.weeks[0]"
          [max]="allowed.weeks[1]"
          aria-label="Weeks"
          [ngModel]="wish().weeks"
          (ngModelChange)="set({ weeks: $event })"
        />
        weeks,</label
      >
      <label
        ><input
          nz-input
          type="number"
          [min]="allowed.days[0]"
          [max]="allowed.days[1]"
          aria-label="Days a week"
          [ngModel]="wish().daysAWeek"
          (ngModelChange)="set({ daysAWeek: $event })"
        />
        days each</label
      >
      @if (isSet()) {
        <button nz-button nzSize="small" nzType="link" type="button" (click)="store.setLadder(null)">
          as usual again
        </button>
      }
    </div>
    <div #chart class="chart" role="img" [attr.aria-label]="spoken()"></div>
    @if (spots().length > 0) {
      <table>
        <caption>
          Trouble spots by themselves
        </caption>
        <tbody>
          @for (spot of spots(); track spot.name) {
            <tr>
              <th scope="row">{{ spot.name }}</th>
              <td>{{ spot.tempi }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
    <ul>
      @for (limit of limits(); track $index) {
        <li>{{ limit }}</li>
      } @empty {
        <li>No jump and no repeated note holds the goal back.</li>
      }
    </ul>`,
  styleUrl: './ladder.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Ladder {
  private readonly session = inject(PieceSession);
  readonly store = inject(SheetSteps);
  private readonly holder = viewChild.required<ElementRef<HTMLElement>>('chart');
  private readonly chart = chartIn(this.holder, () => import('../parts/line-figures.echarts'));

  private readonly kept = computed(() => this.session.decisions().desk.practice.ladder);
  readonly allowed = ALLOWED;
  readonly isSet = computed(() => this.kept() !== null);
  private readonly tempi = computed(() => this.store.sheet()?.ladder ?? []);
  readonly goal = computed(() => this.tempi()[this.tempi().length - 1] ?? 0);
  readonly wish = computed(
    (): LadderWish =>
      this.kept() ?? { today: this.tempi()[0] ?? 60, goal: null, weeks: DEFAULT_WEEKS, daysAWeek: DEFAULT_DAYS },
  );
  readonly limits = computed(() =>
    (this.store.sheet()?.limits ?? []).map(
      ({ bar, tempo, reason }) => `${barName(bar)}: up to ${tempo}; faster only when ${reason}.`,
    ),
  );
  readonly spots = computed(() =>
    (this.store.sheet()?.spots ?? []).map(({ bar, tempi }) => ({ name: barName(bar), tempi: tempi.join(', ') })),
  );
  readonly spoken = computed(() => {
    const { weeks, daysAWeek } = this.wish();
    return `Tempo over ${weeks} weeks of ${daysAWeek} days: ${this.tempi().join(', ')}`;
  });

  constructor() {
    effect(() => {
      const [chart, days, element] = [this.chart(), this.store.sheet()?.days ?? [], this.holder().nativeElement];
      if (!chart) return;
      const ink = toneOf(element, '--ink');
      chart.setOption({
        animation: false,
        grid: { left: 40, right: 12, top: 12, bottom: 34 },
        xAxis: { type: 'category', data: days.map(({ week, day }) => `w${week} d${day}`), axisLabel: { color: ink } },
        yAxis: { type: 'value', scale: true, axisLabel: { color: ink } },
        tooltip: { trigger: 'axis' },
        series: [
          {
            type: 'line',
            name: 'quarter notes a minute',
            step: 'end',
            symbol: 'none',
            lineStyle: { color: ink, width: 2 },
            data: days.map(({ tempo }) => tempo),
          },
        ],
      });
    });
  }

  set(change: Partial<LadderWish>): void {
    const wish = { ...this.wish(), ...change };
    const { tempo, weeks, days } = ALLOWED;
    if (!isWhole(wish.today, tempo) || !isWhole(wish.weeks, weeks) || !isWhole(wish.daysAWeek, days)) return;
    if (wish.goal !== null && !isWhole(wish.goal, tempo)) return;
    this.store.setLadder(wish);
  }
}
