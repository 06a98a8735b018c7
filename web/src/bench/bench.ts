import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { beatOf, isFinger, pitchName, type Side } from '@kettle-step/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzIconModule } from 'ng-zorro-antd/icon';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { BarRibbon } from '../parts/bar-ribbon';
import { beatFigure, HAND_WORDS } from '../parts/words';
import { EngineService } from '../services/engine.service';
import { PiecesService } from '../services/pieces.service';
import { Autosave } from './autosave';
import { BarCard } from './bar-card';
import { BenchStore } from './bench.store';
import { HandRail } from './hand-rail';
import { handsAt } from './moment';
import { ScoreView } from './score-view';
import { firstOfBar, noteBeside, type Direction } from './steps';

const ARROWS: Readonly<Record<string, Direction>> = {
  ArrowLeft: 'earlier',
  ArrowRight: 'later',
  ArrowUp: 'higher',
  ArrowDown: 'lower',
};

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement;

/** The bench: the score, the ribbon over it, the bar card beside it, the hand rail under it. */
@Component({
  selector: 'ks-bench',
  imports: [
    BarCard,
    BarRibbon,
    HandRail,
    NzAlertModule,
    NzButtonModule,
    NzIconModule,
    NzSpinModule,
    RouterLink,
    ScoreView,
  ],
  templateUrl: './bench.html',
  styleUrl: './bench.less',
  providers: [BenchStore, EngineService, Autosave],
  host: { '(document:keydown)': 'press($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Bench {
  readonly store = inject(BenchStore);
  readonly save = inject(Autosave).state;
  private readonly autosave = inject(Autosave);
  private readonly pieces = inject(PiecesService);

  /** From the address. */
  readonly id = input.required<string>();

  readonly exportAddress = computed(() => this.pieces.exportAddress(this.id()));

  readonly hands = computed(() => {
    const [score, plan, chosen] = [this.store.score(), this.store.plan(), this.store.chosen()];
    return score && plan && chosen ? handsAt(score, plan, this.store.notes(), chosen.note) : [];
  });

  readonly range = computed(() => {
    const keys = (this.store.score()?.notes ?? []).map((note) => note.midi);
    return { lowest: Math.min(...keys), highest: Math.max(...keys) };
  });

  readonly fifths = computed(() => this.store.score()?.bars[this.store.chosenBar()]?.key.fifths ?? 0);

  readonly openBars = computed(() => {
    const cells = this.store.ribbon();
    return `${cells.filter(({ state }) => state === 'settled').length} of ${cells.length} bars settled`;
  });

  readonly spoken = computed(() => {
    const [score, chosen] = [this.store.score(), this.store.chosen()];
    if (!score || !chosen) return '';
    const { note, planned, decidedBy } = chosen;
    const bar = score.bars[note.bar]?.number ?? note.bar + 1;
    const decided = decidedBy === 'teacher' ? 'set by you' : decidedBy;
    return `Bar ${bar}, beat ${beatFigure(beatOf(score, note))}, ${HAND_WORDS[note.side]}, ${pitchName(note.pitch)}, finger ${planned.finger ?? 'none'}, ${decided}`;
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => this.store.open(id));
    });
  }

  press(event: KeyboardEvent): void {
    if (isTyping(event.target) || event.altKey) return;
    if (event.ctrlKey || event.metaKey) return this.pressWithControl(event);
    const direction = ARROWS[event.key];
    const digit = Number(event.key);
    if (direction) this.move(direction);
    else if (event.key === '0') this.store.freeFinger();
    else if (isFinger(digit)) this.store.setFinger(digit);
    else return;
    event.preventDefault();
  }

  chooseBar({ bar, side }: { readonly bar: number; readonly side: Side }): void {
    const score = this.store.score();
    if (score) this.store.choose(firstOfBar(score, bar, side)?.id);
  }

  retry(): void {
    this.autosave.saveNow();
  }

  private move(direction: Direction): void {
    const [score, chosen] = [this.store.score(), this.store.chosen()];
    if (score && chosen) this.store.choose(noteBeside(score, chosen.note, direction)?.id);
  }

  private pressWithControl(event: KeyboardEvent): void {
    const key = event.key.toLowerCase();
    if (key === 'z' && !event.shiftKey) this.store.undo();
    else if (key === 'y' || (key === 'z' && event.shiftKey)) this.store.redo();
    else return;
    event.preventDefault();
  }
}
