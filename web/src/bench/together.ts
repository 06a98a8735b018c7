import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  untracked,
  viewChild,
} from '@angular/core';
import { barsInWords, handsTogether, spotsOf, type TogetherBeat } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { effortFigure, nameOfBar, numberOfBar, pretty } from '../parts/words';
import { PieceSession } from '../session/piece-session';
import { Selection } from '../session/selection';
import { Actions } from './actions';
import { BenchView } from './bench-view';

interface BeatCell {
  readonly beat: number;
  readonly right: string;
  readonly left: string;
  readonly same: boolean;
  /** Height of the bar, percent. */
  readonly height: number;
  readonly spoken: string;
}

/** At this difficulty the bar is full; our choice. */
const FULL = 3;

const figures = (fingers: readonly (number | null)[]): string => fingers.map((finger) => finger ?? '–').join('');

/** Both hands beat by beat: their fingers, how hard each beat is for them together, and the trouble spots with the reasons. */
@Component({
  selector: 'ks-together',
  imports: [NzButtonModule],
  templateUrl: './together.html',
  styleUrls: ['./compare.less', './together.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Together {
  private readonly session = inject(PieceSession);
  private readonly view = inject(BenchView);
  readonly selection = inject(Selection);
  readonly actions = inject(Actions);
  private readonly strip = viewChild.required<ElementRef<HTMLElement>>('strip');

  private readonly found = computed(() => {
    const [score, plan] = [this.session.score(), this.view.latePlan()];
    if (!score || !plan) return undefined;
    const together = handsTogether(score, plan);
    return { together, spots: spotsOf(score, plan, together) };
  });

  readonly difficulty = computed(() => effortFigure(this.found()?.together.difficulty ?? 0));
  readonly bars = computed(() => {
    const byBar = new Map<number, BeatCell[]>();
    for (const beat of this.found()?.together.beats ?? []) {
      const cells = byBar.get(beat.bar);
      if (cells) cells.push(this.cellOf(beat));
      else byBar.set(beat.bar, [this.cellOf(beat)]);
    }
    return [...byBar].map(([bar, beats]) => ({ bar, number: numberOfBar(this.session.score(), bar), beats }));
  });
  readonly spots = computed(() =>
    (this.found()?.spots ?? []).map(({ bars, beat, difficulty, why }) => {
      const [first, ...others] = bars.map((bar) => numberOfBar(this.session.score(), bar));
      return {
        bar: bars[0]!,
        name: `${nameOfBar(this.session.score(), bars[0]!)}, beat ${beat}`,
        others: others.length > 0 ? `and ${barsInWords(others)}` : '',
        figure: effortFigure(difficulty),
        why: why.map(pretty).join('; '),
        number: first,
      };
    }),
  );

  constructor() {
    effect(() => {
      const bar = this.selection.chosenBar();
      this.bars();
      untracked(() =>
        this.strip()
          .nativeElement.querySelector(`[data-bar="${bar}"]`)
          ?.scrollIntoView({ block: 'nearest', inline: 'nearest' }),
      );
    });
  }

  private cellOf({ bar, beat, fingers, same, difficulty, parts }: TogetherBeat): BeatCell {
    const why = parts.map((part) => pretty(part.why)).join('; ');
    return {
      beat,
      right: figures(fingers.right),
      left: figures(fingers.left),
      same,
      height: Math.min(100, (100 * difficulty) / FULL),
      spoken: `${nameOfBar(this.session.score(), bar)}, beat ${beat}: ${effortFigure(difficulty)}${why ? `, ${why}` : ''}`,
    };
  }
}
