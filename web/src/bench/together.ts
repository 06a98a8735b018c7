import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import {
  barsInWords,
  chosenSpots,
  handSpotsOf,
  handsTogether,
  holdsOf,
  SIDES,
  spotsOf,
  tellHold,
  type Side,
  type Spot,
  type SpotChoices,
  type TogetherBeat,
} from '@kettle-step/core';
import { FormsModule } from '@angular/forms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { UpDown } from '../parts/up-down';
import { effortFigure, HAND_WORDS, nameOfBar, numberOfBar, pretty } from '../parts/words';
import { MarkChoices } from '../score/mark-choices';
import { beatWords, figuresOf, FULL_DIFFICULTY } from '../score/strip';
import { setPractice } from '../session/decisions';
import { History } from '../session/history';
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

/** Both hands beat by beat: their fingers, how hard each beat is for them together, and the trouble spots with the reasons. */
@Component({
  selector: 'ks-together',
  imports: [FormsModule, NzButtonModule, NzInputModule, UpDown],
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

  private readonly history = inject(History);
  private readonly marks = inject(MarkChoices);
  readonly hasStrip = computed(() => this.marks.marks().together);
  readonly whoseChoices = ['both', ...SIDES] as const;
  private readonly choices = computed((): SpotChoices => this.session.decisions().desk.practice.spots);

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
      // The first time shows the bar; what else a repeat brings stands under Form.
      if (beat.pass > 1) continue;
      const cells = byBar.get(beat.bar);
      if (cells) cells.push(this.cellOf(beat));
      else byBar.set(beat.bar, [this.cellOf(beat)]);
    }
    return [...byBar].map(([bar, beats]) => ({ bar, number: numberOfBar(this.session.score(), bar), beats }));
  });
  /** Which trouble is shown: of both hands, or of one. */
  readonly whose = signal<Side | 'both'>('both');
  readonly spots = computed(() => {
    const [score, plan, found] = [this.session.score(), this.view.latePlan(), this.found()];
    if (!score || !plan || !found) return [];
    const whose = this.whose();
    const spots = whose === 'both' ? chosenSpots(found.spots, this.choices()) : handSpotsOf(score, plan, whose);
    return spots.map((spot) => this.told(spot));
  });
  readonly droppedBars = computed(() => this.choices().dropped.map((bar) => nameOfBar(this.session.score(), bar)));
  /** What is held in the chosen bar, and until when. */
  readonly holds = computed(() => {
    const [score, bar] = [this.session.score(), this.selection.chosenBar()];
    return score
      ? holdsOf(score)
          .filter((hold) => hold.bar === bar)
          .map((hold) => tellHold(score, hold))
      : [];
  });

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

  /** Adds the chosen bar to the trouble spots. */
  add(words: string): void {
    const bar = this.selection.chosenBar();
    const { added, dropped, order } = this.choices();
    this.choose({
      added: [...added.filter((one) => one.bar !== bar), { bar, words: words.trim() }],
      dropped: dropped.filter((one) => one !== bar),
      order,
    });
  }

  drop(bar: number): void {
    const { added, dropped, order } = this.choices();
    this.choose({
      added: added.filter((one) => one.bar !== bar),
      dropped: [...dropped.filter((one) => one !== bar), bar],
      order: order.filter((one) => one !== bar),
    });
  }

  /** Brings back what was dropped. */
  restore(): void {
    this.choose({ ...this.choices(), dropped: [] });
  }

  /** Moves a spot up or down the list. */
  move(at: number, by: 1 | -1): void {
    const order = this.spots().map(({ bar }) => bar);
    const [moved, other] = [order[at], order[at + by]];
    if (moved === undefined || other === undefined) return;
    [order[at], order[at + by]] = [other, moved];
    this.choose({ ...this.choices(), order });
  }

  toggleStrip(): void {
    this.marks.toggle('together');
  }

  private choose(spots: SpotChoices): void {
    const { added, dropped, order } = spots;
    this.history.decide(
      setPractice(this.session.decisions(), {
        spots: { added: [...added], dropped: [...dropped], order: [...order] },
      }),
    );
  }

  private told({ bars, beat, difficulty, why, hand }: Spot) {
    const score = this.session.score();
    const [, ...others] = bars.map((bar) => numberOfBar(score, bar));
    return {
      bar: bars[0]!,
      name: `${nameOfBar(score, bars[0]!)}, beat ${beat}`,
      hand: hand === 'both' ? '' : HAND_WORDS[hand],
      others: others.length > 0 ? `and ${barsInWords(others)}` : '',
      figure: difficulty > 0 ? effortFigure(difficulty) : '',
      why: why.map(pretty).join('; '),
    };
  }

  private cellOf(one: TogetherBeat): BeatCell {
    const { beat, fingers, same, difficulty } = one;
    return {
      beat,
      right: figuresOf(fingers.right),
      left: figuresOf(fingers.left),
      same,
      height: Math.min(100, (100 * difficulty) / FULL_DIFFICULTY),
      spoken: beatWords(this.session.score(), one),
    };
  }
}
