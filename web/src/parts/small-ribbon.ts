import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { cellsOfLane, type RibbonLanes } from '@kettle-step/contract';
import { SIDES } from '@kettle-step/core';

/** The bar ribbon of a piece in small: it only shows how far the work is, where it is hard and where the hand moves. */
@Component({
  selector: 'ks-small-ribbon',
  template: `<div class="ribbon small" role="img" [attr.aria-label]="summary()">
    @for (lane of cells(); track lane.side) {
      <div class="lane" [class]="lane.side" [style.--bars]="lane.cells.length">
        @for (cell of lane.cells; track $index) {
          <span class="cell" [class]="cell.state" [class.moving]="cell.moving">
            <span class="effort" [style.height.%]="100 * cell.effort"></span>
          </span>
        }
      </div>
    }
  </div>`,
  styleUrl: './small-ribbon.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SmallRibbon {
  readonly lanes = input.required<RibbonLanes>();

  readonly cells = computed(() => SIDES.map((side) => ({ side, cells: cellsOfLane(this.lanes()[side]) })));

  readonly summary = computed(() => {
    const all = this.cells().flatMap(({ cells }) => cells);
    const played = all.filter(({ state }) => state !== 'silent').length;
    const settled = all.filter(({ state }) => state === 'settled').length;
    return `${all.length / 2} bars, ${settled} of ${played} settled`;
  });
}
