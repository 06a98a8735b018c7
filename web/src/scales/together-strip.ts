import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Finger, TogetherMoment } from '@kettle-step/core';

const THUMB_WORDS = { right: 'right thumb', left: 'left thumb', both: 'both thumbs', none: '' } as const;

const spokenMoment = ({ beat, right, left, same, thumbs }: TogetherMoment): string => {
  const notes = [same ? 'the same' : '', THUMB_WORDS[thumbs]].filter((words) => words !== '').join(', ');
  return `${beat}: right ${right.join(' ')}, left ${left.join(' ')}${notes ? `, ${notes}` : ''}`;
};

/** Both hands stroke by stroke: their fingers, where they are the same, and whose thumb plays. */
@Component({
  selector: 'ks-together-strip',
  template: `<ol [attr.aria-label]="'Hands together, stroke by stroke'">
      @for (moment of drawn(); track moment.beat) {
        <li [class.same]="moment.same" [class.now]="moment.beat === at()" [attr.aria-label]="moment.spoken">
          <span class="hand right">
            @for (finger of moment.right; track $index) {
              <b [class.thumb]="finger === 1">{{ finger }}</b>
            }
          </span>
          <span class="sign" aria-hidden="true">{{ moment.same ? '=' : '·' }}</span>
          <span class="hand left">
            @for (finger of moment.left; track $index) {
              <b [class.thumb]="finger === 1">{{ finger }}</b>
            }
          </span>
        </li>
      }
    </ol>
    <p class="key">
      right hand above, left below · <b class="thumb">1</b> a thumb plays · <b>=</b> the same fingers in both hands
    </p>`,
  styleUrl: './together-strip.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TogetherStrip {
  readonly moments = input.required<readonly TogetherMoment[]>();
  /** The stroke that is heard, from 1. */
  readonly at = input<number>();

  readonly drawn = computed(() =>
    this.moments().map((moment) => ({
      ...moment,
      right: highestFirst(moment.right),
      left: highestFirst(moment.left),
      spoken: spokenMoment(moment),
    })),
  );
}

/** Chords stand as they do on the staff. */
const highestFirst = (fingers: readonly Finger[]): readonly Finger[] => [...fingers].reverse();
