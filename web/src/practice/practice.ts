import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DOCUMENT,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { SHEET_FOOT } from '@kettle-step/contract';
import { barName, barsNumbered, readOut, readOutText, SIDES } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import type { MusicSize, Paper } from '../paper/pages';
import { PaperChoice } from '../paper/paper-choice';
import { BarRangeFields } from '../parts/bar-range';
import { dayInWords } from '../parts/dates';
import { PlaceHead } from '../parts/place-head';
import { Visit } from '../services/visit';
import { Links } from '../session/links';
import { PieceSession } from '../session/piece-session';
import { SheetSteps } from '../sheet/sheet-steps';
import { StepMusic } from '../sheet/step-music';
import { TrialSheet } from '../sheet/trial-sheet';
import { Blocks } from './blocks';
import { Ladder } from './ladder';
import { StepEditor } from './step-editor';

/** Width and staff size of the music beside a step, CSS pixels and percent. */
const MUSIC = { normal: { widthPx: 290, scale: 30 }, large: { widthPx: 380, scale: 40 } } as const;

/** What to practise about a piece, step by step, on a sheet for the student. */
@Component({
  selector: 'ks-practice',
  imports: [
    BarRangeFields,
    Blocks,
    FormsModule,
    Ladder,
    NzButtonModule,
    NzCheckboxModule,
    NzInputModule,
    NzSpinModule,
    PaperChoice,
    PlaceHead,
    RouterLink,
    StepEditor,
    StepMusic,
    TrialSheet,
  ],
  templateUrl: './practice.html',
  styleUrl: './practice.less',
  providers: [SheetSteps, Links],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Practice {
  private readonly window = inject(DOCUMENT).defaultView!;
  readonly session = inject(PieceSession);
  readonly store = inject(SheetSteps);
  /** A student only reads the sheet. */
  readonly visit = inject(Visit);
  /** From the address. */
  readonly id = input.required<string>();

  readonly paper = signal<Paper>('A4');
  readonly size = signal<MusicSize>('normal');
  readonly withMusic = signal(true);
  readonly withTable = signal(false);
  /** The piece in plain words, note by note, for learners by ear. */
  readonly withWords = signal(false);
  readonly student = linkedSignal(() => this.session.piece()?.student ?? '');
  readonly date = dayInWords(new Date());
  readonly foot = SHEET_FOOT;
  readonly music = computed(() => MUSIC[this.size() === 'large' ? 'large' : 'normal']);

  readonly moreWords = computed(() => {
    const count = this.store.more().length;
    return count === 1 ? '1 more step that fits' : `${count} more steps that fit`;
  });
  /** The ladder as the sheet prints it: a row a week. */
  readonly weeks = computed(() => {
    const weeks = new Map<number, number[]>();
    for (const { week, tempo } of this.store.sheet()?.days ?? []) weeks.set(week, [...(weeks.get(week) ?? []), tempo]);
    return [...weeks].map(([week, tempi]) => ({ week, tempi }));
  });

  readonly words = computed((): readonly string[] => {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (!this.withWords() || !score || !solved) return [];
    const [first, last] = this.store.bars();
    const bars = barsNumbered(score, first, last) ?? [0, Infinity];
    return readOutText(readOut(score, solved.plan, { sides: SIDES, bars })).split('\n\n');
  });

  spotName(number: number): string {
    return barName(number);
  }

  print(): void {
    this.window.print();
  }
}
