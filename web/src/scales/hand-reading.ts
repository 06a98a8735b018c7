import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Learned, PatternDifference, Side } from '@kettle-step/core';
import { crossingsOn, HAND_TITLES } from './scale-words';

/** What one hand learns from a pattern, and where the engine would finger it otherwise. */
@Component({
  selector: 'ks-hand-reading',
  template: `<h2 [class]="'hand-' + side()">{{ title() }}</h2>
    @if (learned(); as learned) {
      <p class="aloud">{{ learned.words }}.</p>
      <dl>
        <dt>Thumb on</dt>
        <dd>{{ learned.thumbs.join(', ') || 'none' }}</dd>
        <dt>4 on</dt>
        <dd>{{ learned.fours.join(', ') || 'none' }}</dd>
        @for (crossing of crossings(); track crossing.words) {
          <dt>{{ crossing.words }}</dt>
          <dd>{{ crossing.at }}</dd>
        }
      </dl>
    }
    @if (side() === 'left' && counted()) {
      <p>{{ counted() }}</p>
    }
    @if (difference(); as difference) {
      <p class="differs">
        <b>{{ difference.notes.length }} {{ difference.notes.length === 1 ? 'finger differs' : 'fingers differ' }}</b>
        from what the engine would take; the handbook’s way costs {{ difference.effortMore }} more by its count. The
        engine’s way {{ difference.reasons.join('; ') }}.
      </p>
    }`,
  styles: `
    h2 {
      margin: 6px 0 2px;
      font-size: 15px;
    }
    p {
      margin: 0 0 5px;
    }
    .aloud::first-letter {
      text-transform: uppercase;
    }
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 0 8px;
      margin: 0 0 4px;
      font-size: 14px;
    }
    dt {
      color: var(--ink-soft);
    }
    dd {
      margin: 0;
      font-weight: 700;
    }
    .differs {
      padding-left: 8px;
      border-left: 3px solid var(--line-strong);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandReading {
  readonly side = input.required<Side>();
  /** Null where the hand plays chords. */
  readonly learned = input<Learned | null>(null);
  /** How the left hand's inner finger is told by counting. */
  readonly counted = input<string | null>(null);
  readonly difference = input<PatternDifference>();

  readonly title = computed(() => HAND_TITLES[this.side()]);
  readonly crossings = computed(() => {
    const crossings = this.learned()?.crossings ?? [];
    return (['up', 'down'] as const)
      .map((way) => ({ words: `Crossing ${way}`, at: crossingsOn(way, crossings) }))
      .filter(({ at }) => at !== '');
  });
}
