import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Settings } from '@kettle-step/contract';
import { catchError, EMPTY, map, switchMap } from 'rxjs';
import { EngineService } from '../services/engine.service';
import { fingeredNotes } from '../score/fingered-notes';
import { ScoreView } from '../score/score-view';
import { Examples } from './examples';

/** Staff size, percent of the engraver's own: two bars in a card. */
const SMALL = 34;

/** A few bars with the fingers that one answer leads to, worked out as they would be in a piece. */
@Component({
  selector: 'ks-rule-example',
  imports: [ScoreView],
  template: `@if (engravable(); as music) {
    <ks-score-view [engravable]="music" [notes]="notes()" [scale]="SMALL" [label]="label()" />
  }`,
  styles: `
    :host {
      display: block;
      min-height: 96px;
      overflow: hidden;
      pointer-events: none;
    }

    ks-score-view {
      margin-bottom: -34px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuleExample {
  readonly SMALL = SMALL;
  private readonly engine = inject(EngineService);
  private readonly examples = inject(Examples);

  readonly abc = input.required<string>();
  readonly settings = input.required<Settings>();
  readonly label = input.required<string>();

  private readonly asked = computed(() => ({ abc: this.abc(), settings: JSON.stringify(this.settings()) }));
  private readonly sample = toSignal(
    toObservable(this.asked).pipe(
      switchMap(({ abc, settings }) =>
        this.examples.documentOf(abc).pipe(
          switchMap((document) => this.engine.sample(document, JSON.parse(settings) as Settings)),
          map(({ score, plan, engravable }) => ({
            engravable,
            notes: fingeredNotes(score, plan, { locks: new Map(), desk: { writing: 'every' } }),
          })),
          // An example that cannot be shown does not keep the question from being settled.
          catchError(() => EMPTY),
        ),
      ),
    ),
  );
  readonly engravable = computed(() => this.sample()?.engravable);
  readonly notes = computed(() => this.sample()?.notes);
}
