import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { numberOfBar, PLAYING_WAYS, SIDES, type PlayingWay, type Side, heardInWords } from '@kettle-step/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { KeyboardsService } from '../keyboards/keyboards.service';
import { BarRangeFields } from '../parts/bar-range';
import { Choices, type Choice } from '../parts/choices';
import { keptDayInWords } from '../parts/dates';
import { LineFigures, type Line } from '../parts/line-figures';
import { PlaceHead } from '../parts/place-head';
import { PieceSession } from '../session/piece-session';
import { StepMusic } from '../sheet/step-music';
import { ListenStore } from './listen.store';
import { Recorder } from './recorder';

const WAY_WORDS: Readonly<Record<PlayingWay, string>> = {
  steady: 'steady',
  hesitating: 'hesitating',
  'wrong-notes': 'with wrong keys',
  'missed-notes': 'leaving notes out',
  'added-notes': 'with keys too many',
  'hands-apart': 'with the hands apart',
  'wrong-octave': 'in a wrong octave',
  'repeated-starts': 'beginning again',
  'letting-go': 'letting keys go early',
};

const HANDS: readonly Choice<Side | 'both'>[] = [
  { value: 'both', words: 'both hands' },
  { value: 'right', words: 'right' },
  { value: 'left', words: 'left' },
];

/** A playing of the open piece, from a MIDI keyboard or the simulated player, held against its music. */
@Component({
  selector: 'ks-listen',
  imports: [
    BarRangeFields,
    Choices,
    FormsModule,
    LineFigures,
    NzAlertModule,
    NzButtonModule,
    NzInputModule,
    NzSpinModule,
    PlaceHead,
    RouterLink,
    StepMusic,
  ],
  templateUrl: './listen.html',
  styleUrl: './listen.less',
  providers: [ListenStore, Recorder],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Listen {
  readonly keyboards = inject(KeyboardsService);
  readonly session = inject(PieceSession);
  readonly store = inject(ListenStore);
  readonly recorder = inject(Recorder);
  /** From the address. */
  readonly id = input.required<string>();

  readonly hands = HANDS;
  readonly handsNow = computed(() => (this.store.sides().length === 2 ? 'both' : this.store.sides()[0]));
  readonly ways = PLAYING_WAYS;
  readonly wayWords = WAY_WORDS;
  readonly way = signal<PlayingWay>('hesitating');
  readonly seed = signal(1);
  readonly tempo = signal(80);
  readonly lessonId = linkedSignal(() => this.store.currentLesson()?.id ?? '');

  readonly midiWords = this.keyboards.midiWords;
  readonly summary = computed(() => {
    const figures = this.store.figures();
    return figures ? `${heardInWords(figures)}.` : '';
  });
  /** All bars that were played, as the music shows them. */
  readonly shownBars = computed((): readonly [number, number] => {
    const hearing = this.store.hearing();
    return [hearing?.from?.bar ?? 0, Math.max(hearing?.from?.bar ?? 0, hearing?.until?.bar ?? 0)];
  });
  readonly tempi = computed((): Line => {
    const score = this.session.score();
    const tempi = this.store.hearing()?.tempi ?? [];
    return {
      name: 'quarter notes a minute',
      points: tempi.map(({ bar, beat, quartersPerMinute }) => ({
        at: `${numberOfBar(score, bar)}.${Math.floor(beat + 1e-6)}`,
        figure: Math.round(quartersPerMinute),
      })),
    };
  });
  readonly tempoOverWeeks = computed((): Line => ({
    name: 'quarter notes a minute',
    points: this.store
      .before()
      .flatMap(({ day, heard }) => (heard.tempo === null ? [] : [{ at: day, figure: heard.tempo }])),
  }));
  readonly rightOverWeeks = computed((): Line => ({
    name: 'notes right, of a hundred',
    points: this.store
      .before()
      .map(({ day, heard }) => ({ at: day, figure: Math.round((100 * heard.right) / Math.max(1, heard.expected)) })),
  }));
  readonly heardInWords = heardInWords;
  readonly day = keptDayInWords;

  chooseHands(hands: Side | 'both'): void {
    this.store.sides.set(hands === 'both' ? SIDES : [hands]);
  }

  async record(): Promise<void> {
    if (this.recorder.isOn()) return this.store.listen(this.recorder.end());
    if (this.keyboards.midi().kind !== 'listening') await this.keyboards.listen();
    if (this.keyboards.midi().kind === 'listening') this.recorder.begin();
  }

  simulate(): void {
    this.store.simulate({ way: this.way(), seed: this.seed(), tempo: this.tempo() / 100 });
  }

  keep(): void {
    const lesson = this.store.theirLessons().find(({ id }) => id === this.lessonId());
    if (lesson) this.store.keep(lesson);
  }
}
