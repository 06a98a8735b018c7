import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  beatOf,
  MOVE_WORDS,
  pitchName,
  positionLabel,
  rangeLabel,
  SIDES,
  type Finger,
  type MoveKind,
  type PianoPlan,
  type Reach,
  type Score,
  type Side,
} from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzIconModule } from 'ng-zorro-antd/icon';
import { MoveMark } from '../parts/move-mark';
import { beatFigure, effortFigure, HAND_WORDS, pretty } from '../parts/words';
import type { FingeredNote } from './bench.store';
import { ElbowRoom } from './elbow-room';

interface HandLines {
  readonly side: Side;
  readonly words: string;
  readonly effort: string;
  readonly positions: readonly { readonly label: string; readonly range: string; readonly since: string }[];
  readonly moves: readonly {
    readonly kind: MoveKind;
    readonly word: string;
    readonly beat: string;
    readonly reason: string;
  }[];
  readonly reaches: readonly { readonly text: string; readonly verdict: Reach['verdict'] }[];
}

const VERDICT_WORDS: Readonly<Record<Reach['verdict'], string>> = {
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

/** Everything about the chosen bar: positions, moves, reaches, and the elbow room of the chosen note. */
@Component({
  selector: 'ks-bar-card',
  imports: [ElbowRoom, MoveMark, NzButtonModule, NzIconModule],
  templateUrl: './bar-card.html',
  styleUrl: './bar-card.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BarCard {
  readonly score = input.required<Score>();
  readonly plan = input.required<PianoPlan>();
  readonly bar = input.required<number>();
  readonly chosen = input<FingeredNote>();
  readonly setFinger = output<Finger>();
  readonly freeFinger = output();

  readonly barNumber = computed(() => this.score().bars[this.bar()]?.number ?? this.bar() + 1);
  readonly hands = computed((): readonly HandLines[] => SIDES.map((side) => this.linesOf(side)));
  readonly warnings = computed(() => this.plan().warnings.filter(({ bar }) => bar === this.bar()));

  readonly note = computed(() => {
    const chosen = this.chosen();
    return (
      chosen && {
        pitch: pretty(pitchName(chosen.note.pitch)),
        beat: beatFigure(beatOf(this.score(), chosen.note)),
        side: chosen.note.side,
        hand: HAND_WORDS[chosen.note.side],
        decided: DECIDED_WORDS[chosen.decidedBy],
        held: chosen.decidedBy === 'teacher',
        finger: chosen.planned.finger,
        room: chosen.planned.room,
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
        })),
      reaches: plan.reaches
        .filter((reach) => reach.bar === bar)
        .map((reach) => ({
          verdict: reach.verdict,
          text:
            `beat ${beatAt(reach)}: ${reach.fingers.join('-')} spans ${reach.mm} mm of ${reach.limitMm}, ` +
            VERDICT_WORDS[reach.verdict],
        })),
    };
  }
}
