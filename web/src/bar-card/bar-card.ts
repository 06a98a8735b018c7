import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  barsInWords,
  beatOf,
  MOVE_WORDS,
  pitchName,
  positionLabel,
  rangeLabel,
  SIDES,
  quartersPerMinuteAt,
  type Finger,
  type Likeness,
  type MoveKind,
  type PianoPlan,
  type Reach,
  type Score,
  type Side,
  wordWarning,
  type Travel,
} from '@kettle-step/core';
import { MoveMark } from '../parts/move-mark';
import { beatFigure, effortFigure, HAND_WORDS, numberOfBar, pretty } from '../parts/words';
import type { FingeredNote } from '../score/fingered-notes';
import { ElbowRoom } from './elbow-room';

interface MoveLine {
  readonly kind: MoveKind;
  readonly word: string;
  readonly beat: string;
  readonly reason: string;
  readonly prepare: string;
  readonly travel: string | undefined;
  /** There is less time at the written tempo than a comfortable jump takes. */
  readonly hurried: boolean;
}

interface HandLines {
  readonly side: Side;
  readonly words: string;
  readonly effort: string;
  readonly positions: readonly { readonly label: string; readonly range: string; readonly since: string }[];
  readonly moves: readonly MoveLine[];
  readonly reaches: readonly { readonly text: string; readonly verdict: Reach['verdict'] }[];
  readonly printed: string | undefined;
  readonly alike: string | undefined;
}

const ADVICE: Readonly<Record<Reach['verdict'], string>> = {
  easy: 'easy',
  stretched: 'stretched',
  limit: 'at the limit: do not hold it',
  'out-of-reach': 'out of reach: roll it or leave a note out',
};

const DECIDED_WORDS: Readonly<Record<FingeredNote['decidedBy'], string>> = {
  teacher: 'set by you',
  printed: 'as printed',
  suggested: 'suggested',
};

const ALIKE_WORDS: Readonly<Record<Likeness, string>> = {
  same: 'the same music as',
  octave: 'the same music, an octave or more away, as',
  shape: 'the same shape on other keys as',
};

/** How far a jump goes, whether there is time for it, and up to which tempo it stays comfortable. */
const travelWords = ({ mm, secondsAvailable, secondsNeeded, fitsUpTo }: Travel, tempo: number): string => {
  const limit = Math.round(tempo * fitsUpTo);
  return (
    `${Math.round(mm)} mm in ${secondsAvailable.toFixed(2)} s; a comfortable jump takes ${secondsNeeded.toFixed(2)} s, ` +
    (fitsUpTo < 1 ? `so it fits only up to ♩ = ${limit}` : `so it fits up to ♩ = ${limit}`)
  );
};

/** Everything about the chosen bar: positions, moves, reaches, and the elbow room of the chosen note. */
@Component({
  selector: 'ks-bar-card',
  imports: [ElbowRoom, MoveMark, NgTemplateOutlet],
  templateUrl: './bar-card.html',
  styleUrl: './bar-card.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BarCard {
  readonly score = input.required<Score>();
  readonly plan = input.required<PianoPlan>();
  readonly bar = input.required<number>();
  readonly chosen = input<FingeredNote>();
  /** Elbow room of the chosen note, where it is not that of the fingers shown. */
  readonly room = input<readonly (number | null)[]>();
  /** The hand that is worked on; it comes first. */
  readonly side = input<Side>('right');
  readonly setFinger = output<Finger>();

  readonly hands = computed((): readonly HandLines[] =>
    [...SIDES].sort((a, b) => Number(b === this.side()) - Number(a === this.side())).map((side) => this.linesOf(side)),
  );
  readonly warnings = computed(() =>
    this.plan()
      .warnings.filter(({ bar }) => bar === this.bar())
      .map((warning) => pretty(wordWarning(warning))),
  );

  readonly note = computed(() => {
    const chosen = this.chosen();
    return (
      chosen && {
        pitch: pretty(pitchName(chosen.note.pitch)),
        beat: beatFigure(beatOf(this.score(), chosen.note)),
        side: chosen.note.side,
        hand: HAND_WORDS[chosen.note.side],
        decided: DECIDED_WORDS[chosen.decidedBy],
        finger: chosen.planned.finger,
        room: this.room() ?? chosen.planned.room,
      }
    );
  });

  private linesOf(side: Side): HandLines {
    const [score, plan, bar] = [this.score(), this.plan().hands[side], this.bar()];
    const beatAt = (at: { readonly bar: number; readonly onsetTicks: number }): string => beatFigure(beatOf(score, at));
    const start = score.bars[bar]?.onsetTicks ?? 0;
    const coming = plan.positions.find((position) => position.bar === bar && position.onsetTicks === start);
    const standing = coming ? undefined : plan.positions.findLast((position) => position.onsetTicks < start);
    const within = plan.positions.filter((position) => position.bar === bar);
    return {
      side,
      words: HAND_WORDS[side],
      effort: effortFigure(plan.bars[bar]?.effort ?? 0),
      positions: [...(standing ? [standing] : []), ...within].map((position) => ({
        label: pretty(positionLabel(position)),
        range: pretty(rangeLabel(position)),
        since: position.bar === bar ? `from beat ${beatAt(position)}` : 'stays',
      })),
      moves: plan.moves
        .filter((move) => move.bar === bar)
        .map((move) => ({
          kind: move.kind,
          word: MOVE_WORDS[move.kind],
          beat: beatAt(move),
          reason: pretty(move.reason),
          prepare: pretty(move.prepare),
          travel: move.travel ? travelWords(move.travel, quartersPerMinuteAt(score, move.onsetTicks)) : undefined,
          hurried: move.travel !== null && move.travel.fitsUpTo < 1,
        })),
      reaches: plan.reaches
        .filter((reach) => reach.bar === bar)
        .map((reach) => ({
          verdict: reach.verdict,
          text:
            `beat ${beatAt(reach)}: ${reach.fingers.join('-')} spans ${reach.mm} mm of ${reach.limitMm}, ` +
            ADVICE[reach.verdict],
        })),
      printed: this.printedOf(side),
      alike: this.alikeOf(side),
    };
  }

  /** The printed numbers of the bar against ours; a dash where nothing is printed. */
  private printedOf(side: Side): string | undefined {
    const notes = this.score().notes.filter((note) => note.side === side && note.bar === this.bar());
    const ours = new Map(this.plan().hands[side].notes.map(({ id, finger }) => [id, finger]));
    const printed = notes.map(({ printed: [first] }) => first?.finger);
    const count = printed.filter((finger) => finger !== undefined).length;
    if (count === 0) return undefined;
    const same = notes.filter(({ id }, index) => printed[index] === ours.get(id)).length;
    const figures = printed.map((finger) => finger ?? '–').join(' ');
    return same === count ? `Printed ${figures}: as ours` : `Printed ${figures}: ${count - same} of ${count} differ`;
  }

  private alikeOf(side: Side): string | undefined {
    const groups = this.plan().hands[side].alike.filter(({ bars }) => bars.includes(this.bar()));
    if (groups.length === 0) return undefined;
    return groups
      .map(({ kind, bars }) => {
        const others = bars.filter((bar) => bar !== this.bar());
        return `${ALIKE_WORDS[kind]} ${barsInWords(others.map((bar) => numberOfBar(this.score(), bar)))}`;
      })
      .join('; ');
  }
}
