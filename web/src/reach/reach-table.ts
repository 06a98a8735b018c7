import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { FINGER_PAIRS, pairSpans, SIDES, type Hands } from '@kettle-step/core';

/** What each pair of fingers of both hands spans, drawn as bars and told in keys and millimetres. */
@Component({
  selector: 'ks-reach-table',
  template: `<table>
      <caption class="spoken">
        What each pair of fingers spans
      </caption>
      <thead>
        <tr>
          <th scope="col">Fingers</th>
          <th scope="col" class="hand-left">Left hand</th>
          <th scope="col" class="hand-right">Right hand</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.pair) {
          <tr>
            <th scope="row">{{ row.pair }}</th>
            @for (span of row.spans; track span.side) {
              <td>
                <svg aria-hidden="true" viewBox="0 0 230 10" preserveAspectRatio="none" [class]="span.side">
                  <rect class="limit" y="1" height="8" [attr.width]="span.limitMm" />
                  <rect class="easy" y="1" height="8" [attr.width]="span.easyMm" />
                </svg>
                {{ span.easily === span.just ? span.just : span.easily + ', ' + span.just + ' just' }} ·
                {{ span.isMeasured ? '' : 'about ' }}{{ round(span.limitMm) }} mm
                @if (span.crossed; as crossed) {
                  <span class="soft">· crossed {{ crossed.keys }}, {{ round(crossed.mm) }} mm</span>
                }
              </td>
            }
          </tr>
        }
      </tbody>
    </table>
    <p class="soft">
      Widest keys it takes easily, and just; crossed: the thumb passing under the finger, or the finger over it.
      “About”: not measured, but scaled from a published table of an adult hand.
    </p>`,
  styleUrl: './reach-table.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReachTable {
  readonly hands = input.required<Hands>();

  readonly rows = computed(() => {
    const spans = { right: pairSpans(this.hands().right), left: pairSpans(this.hands().left) };
    return FINGER_PAIRS.map((pair, at) => ({
      pair,
      // As they lie on the keys.
      spans: [...SIDES].reverse().map((side) => ({ side, ...spans[side][at]! })),
    }));
  });
  readonly round = Math.round;
}
