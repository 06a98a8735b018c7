import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import {
  VERDICT_WORDS,
  tellCaution,
  tellEasing,
  wordFit,
  wordStrain,
  wordWay,
  type Easing,
  type Strain,
  type WayOut,
} from '@kettle-step/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { PlaceHead } from '../parts/place-head';
import { beatFigure, HAND_WORDS, nameOfBar, pretty } from '../parts/words';
import { ChordTry } from './chord-try';
import { ReachTable } from './reach-table';
import { ReachStore } from './reach.store';

/** One place of the piece that is too much for one of the hands that are looked at. */
interface Row {
  readonly key: string;
  readonly place: string;
  readonly what: string;
  /** For each hand that is looked at. */
  readonly fits: readonly string[];
  readonly ways: readonly { readonly words: string; readonly way: WayOut }[];
  readonly strain: Strain;
}

interface Taken {
  readonly easing: Easing;
  readonly words: string;
}

const keyOf = ({ kind, side, onsetTicks }: Strain): string => `${onsetTicks} ${side} ${kind}`;

/** What hands reach: every pair of fingers, any chord, and what of a piece is too much for them. */
@Component({
  selector: 'ks-reach',
  imports: [ChordTry, FormsModule, NzAlertModule, NzButtonModule, PlaceHead, ReachTable, RouterLink],
  templateUrl: './reach.html',
  styleUrl: './reach.less',
  providers: [ReachStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Reach {
  readonly store = inject(ReachStore);
  private readonly router = inject(Router);
  /** The address says whose reach, beside whose, and in which piece. */
  readonly student = input<string>();
  readonly beside = input<string>();
  readonly piece = input<string>();

  readonly rows = computed((): readonly Row[] | undefined => {
    const all = this.store.findings();
    if (!all) return undefined;
    const strains = new Map(all.flatMap(({ strains: own }) => own).map((strain) => [keyOf(strain), strain]));
    return [...strains.values()]
      .sort((a, b) => a.onsetTicks - b.onsetTicks)
      .map((strain) =>
        this.rowOf(
          strain,
          all.map(({ strains: own }) => own.find((one) => keyOf(one) === keyOf(strain))),
        ),
      );
  });

  readonly cautions = computed(() => {
    const score = this.store.session.score();
    return score
      ? (this.store.findings() ?? []).map(({ cautions }) => cautions.map((caution) => tellCaution(score, caution)))
      : [];
  });

  readonly taken = computed((): readonly Taken[] => {
    const [score, { eased }] = [this.store.session.asWritten(), this.store.session.decisions().desk];
    if (!score || !this.store.isOpen()) return [];
    return eased.flatMap((easing) => {
      const words = tellEasing(score, easing);
      return words ? [{ easing, words: pretty(words) }] : [];
    });
  });

  constructor() {
    this.store.load();
    effect(() => {
      const [student, beside, piece] = [this.student(), this.beside(), this.piece()];
      untracked(() => {
        this.store.studentId.set(student);
        this.store.besideId.set(beside);
        this.store.open(piece);
      });
    });
  }

  look(change: { readonly student?: string; readonly beside?: string; readonly piece?: string }): void {
    const now = { student: this.student(), beside: this.beside(), piece: this.piece(), ...change };
    const queryParams = Object.fromEntries(Object.entries(now).filter(([, value]) => value));
    void this.router.navigate(['/reach'], { queryParams });
  }

  private rowOf(strain: Strain, own: readonly (Strain | undefined)[]): Row {
    const score = this.store.session.score();
    return {
      key: keyOf(strain),
      strain,
      place: `${nameOfBar(score, strain.bar)}, beat ${beatFigure(strain.beat)}, ${HAND_WORDS[strain.side]}`,
      what: pretty(wordStrain(strain)),
      fits: own.map((one) => (one ? wordFit(one) : 'within reach')),
      ways: strain.waysOut.map((way) => ({
        way,
        words:
          pretty(wordWay(way, strain.side)) + (way.verdict === 'easy' ? '' : ` (then ${VERDICT_WORDS[way.verdict]})`),
      })),
    };
  }
}
