import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import { barAt, barsNumbered, beatStartsIn, quartersPerMinuteAt, type Score, type Side } from '@kettle-step/core';
import { PieceSession } from '../session/piece-session';
import { SheetSteps, type SheetStep } from '../sheet/sheet-steps';
import { Playback, type Manner, type Passage } from '../sound/playback';
import { VOICES, type Voice } from '../sound/schedule';

/** How a step is played: all of it round and round, or a beat more each time, from its beginning or from its end. */
export const GROWTHS = ['all', 'forward', 'backward'] as const;
export type Growth = (typeof GROWTHS)[number];

export const TEMPO_LIMITS = [20, 240] as const;
const TEMPO_STEP = 4;

/** The whole piece, after the last step. */
const WHOLE: SheetStep = {
  key: 'whole',
  place: 'The whole piece',
  words: 'Play the piece as it is written, repeats taken.',
  check: '',
  isIn: true,
  note: '',
  step: undefined,
};

interface Span {
  readonly bars: readonly [number, number];
  readonly from: number;
  readonly until: number;
}

const clamp = (value: number): number => Math.min(TEMPO_LIMITS[1], Math.max(TEMPO_LIMITS[0], value));

/** Ticks at which the beats of some bars begin. */
const beatStarts = (score: Score, [first, last]: readonly [number, number]): readonly number[] =>
  score.bars.slice(first, last + 1).flatMap((bar) => beatStartsIn(score, bar));

/** What the student plays along with: one step of the sheet, the way it is wished for now. */
@Injectable()
export class PlayerStore {
  private readonly session = inject(PieceSession);
  private readonly sheet = inject(SheetSteps);
  private readonly playback = inject(Playback);

  /** Steps that are about bars of the piece; then the whole of it. */
  readonly steps = computed((): readonly SheetStep[] => [
    ...this.sheet.printed().filter(({ step }) => step !== undefined),
    WHOLE,
  ]);
  private readonly wished = signal(0);
  readonly at = computed(() => Math.min(this.wished(), this.steps().length - 1));
  readonly step = computed(() => this.steps()[this.at()]!);
  // What the student chooses stays when the sheet is worked out anew and says the same.
  private readonly kind = computed(() => this.step().step?.kind);
  private readonly hand = computed(() => this.step().step?.hand ?? 'both');

  /** Indices of the first and last bar of the step. */
  readonly bars = computed((): readonly [number, number] => {
    const score = this.session.score();
    const [first, last] = this.step().step?.bars ?? [null, null];
    return (score && barsNumbered(score, first, last)) ?? [0, Math.max(0, (score?.bars.length ?? 1) - 1)];
  });
  private readonly written = computed(() => {
    const score = this.session.score();
    return score ? quartersPerMinuteAt(score, score.bars[this.bars()[0]]?.onsetTicks ?? 0) : 60;
  });
  private readonly ladder = computed(() => this.sheet.sheet()?.ladder ?? []);

  /** Quarters a minute; a ladder begins with its first rung. */
  private readonly first = computed(() => Math.round(this.ladder()[0] ?? this.written()));
  readonly tempo = linkedSignal(() => this.first());
  readonly nextRung = computed(() => this.ladder().find((rung) => rung > this.tempo()));
  /** A hand by itself is heard by itself. */
  readonly voices = linkedSignal((): Readonly<Record<Side, Voice>> => {
    const hand = this.hand();
    return { right: hand === 'left' ? 'off' : 'on', left: hand === 'right' ? 'off' : 'on' };
  });
  readonly growth = linkedSignal((): Growth => (this.kind() === 'backwards' ? 'backward' : 'all'));
  readonly stopAtMoves = linkedSignal(() => this.kind() === 'thumb-under' || this.kind() === 'finger-over');
  readonly countIn = signal(true);
  readonly clicks = signal(true);

  /** Beats that are played now, while they grow. */
  readonly beats = signal(1);
  readonly allBeats = computed(() => {
    const score = this.session.score();
    return score ? beatStarts(score, this.bars()).length : 1;
  });
  readonly state = this.playback.state;
  readonly isPlaying = this.playback.isPlaying;

  constructor() {
    this.playback.follow(
      computed((): Manner => ({
        tempo: this.tempo() / this.written(),
        hands: this.voices(),
        countIn: this.countIn(),
        metronome: this.clicks(),
        stopAtMoves: this.stopAtMoves(),
      })),
    );
    this.playback.ended.subscribe(() => this.goOn());
  }

  /** Plays, goes on after a stop at a move, or stops. */
  toggle(): void {
    if (!this.isPlaying()) this.beats.set(1);
    this.playback.toggle(() => this.passage());
  }

  go(by: 1 | -1): void {
    this.playback.stop();
    this.wished.set(Math.max(0, Math.min(this.steps().length - 1, this.at() + by)));
  }

  /** Goes to a step by its key. */
  goTo(key: string): void {
    const at = this.steps().findIndex((step) => step.key === key);
    if (at >= 0) this.wished.set(at);
  }

  faster(by: 1 | -1): void {
    this.setTempo(this.tempo() + by * TEMPO_STEP);
  }

  /** One rung up the ladder. */
  climb(): void {
    const rung = this.nextRung();
    if (rung !== undefined) this.setTempo(rung);
  }

  nextVoice(side: Side): void {
    const now = VOICES.indexOf(this.voices()[side]);
    this.voices.update((voices) => ({ ...voices, [side]: VOICES[(now + 1) % VOICES.length]! }));
  }

  setGrowth(growth: Growth): void {
    this.growth.set(growth);
    this.beats.set(1);
    this.playback.again();
  }

  private setTempo(tempo: number): void {
    this.tempo.set(clamp(tempo));
  }

  /** A round is over: one beat more, until all of the step is played round and round. */
  private goOn(): void {
    if (this.growth() === 'all') return;
    this.beats.update((beats) => Math.min(this.allBeats(), beats + 1));
    this.playback.play(() => this.passage());
  }

  private spanOf(score: Score): Span {
    const bars = this.bars();
    const starts = beatStarts(score, bars);
    const last = score.bars[bars[1]]!;
    const [from, until] = [score.bars[bars[0]]!.onsetTicks, last.onsetTicks + last.lengthTicks];
    const beats = this.beats();
    if (this.growth() === 'forward') return { bars, from, until: starts[beats] ?? until };
    if (this.growth() === 'backward') return { bars, from: starts[starts.length - beats] ?? from, until };
    return { bars, from, until };
  }

  /** The step as it is played now; the whole piece goes on from the bar where the sound is. */
  private passage(): Passage | undefined {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (!score || !solved) return undefined;
    const { bars, from, until } = this.spanOf(score);
    const isWhole = this.step().key === WHOLE.key && this.growth() === 'all';
    const grows = this.growth() !== 'all' && this.beats() < this.allBeats();
    return {
      score,
      plan: solved.plan,
      extent: isWhole ? 'onwards' : [barAt(score, from), bars[1]],
      fromTicks: from,
      ...(isWhole ? {} : { until }),
      loop: !isWhole && !grows,
      goesOn: isWhole ? 'at-bar' : 'at-start',
    };
  }
}
