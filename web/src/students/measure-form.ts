import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { NewMeasure } from '@kettle-step/contract';
import {
  explainKeyReachError,
  fail,
  FINGER_PAIRS,
  HAND_PRESETS,
  handOfSpan,
  handProblem,
  ok,
  SIDES,
  spanByKeys,
  type FingerPair,
  type Hand,
  type Result,
  type Side,
  isoDay,
} from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { HAND_WORDS } from '../parts/words';

const MM_PER_INCH = 25.4;

/** How a hand is measured: with a ruler, or by the keys it reaches. */
export const WAYS = ['mm', 'inches', 'keys'] as const;
export type Way = (typeof WAYS)[number];

const WAY_WORDS: Readonly<Record<Way, string>> = { mm: 'in millimetres', inches: 'in inches', keys: 'by keys' };

const PAIRS = ['1-5', '2-5'] as const;

/** Pairs that are measured with a ruler where somebody likes to; what is not measured is scaled. */
const FURTHER = FINGER_PAIRS.filter((pair) => !(PAIRS as readonly FingerPair[]).includes(pair));

/** What is written about a pair: a figure, or keys that are reached easily and just. */
interface Written {
  readonly figure: string;
  readonly easily: string;
  readonly just: string;
}

type Field = `${Side} ${FingerPair}`;
const NOTHING: Written = { figure: '', easily: '', just: '' };

/** The hands measured on a day. The left hand is taken to be as the right one until it is measured itself. */
@Component({
  selector: 'ks-measure-form',
  imports: [FormsModule, NgTemplateOutlet, NzButtonModule, NzInputModule],
  templateUrl: './measure-form.html',
  styleUrl: './measure-form.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeasureForm {
  readonly measured = output<NewMeasure>();

  readonly ways = WAYS;
  readonly wayWords = WAY_WORDS;
  readonly pairs = PAIRS;
  readonly further = FURTHER;
  readonly presets = HAND_PRESETS;
  readonly sides = [...SIDES].reverse();
  readonly handWords = HAND_WORDS;
  readonly way = signal<Way>('mm');
  readonly day = signal(isoDay(new Date()));
  readonly problem = signal('');
  private readonly fields = signal<Readonly<Partial<Record<Field, Written>>>>({});

  valueOf(side: Side, pair: FingerPair): Written {
    return this.fields()[`${side} ${pair}`] ?? NOTHING;
  }

  write(side: Side, pair: FingerPair, change: Partial<Written>): void {
    this.fields.update((fields) => ({ ...fields, [`${side} ${pair}`]: { ...this.valueOf(side, pair), ...change } }));
  }

  /** A rounded hand to start from, in the fields of both hands. */
  choosePreset(id: string): void {
    const preset = this.presets.find((one) => one.id === id);
    if (!preset) return;
    this.way.set('mm');
    for (const side of SIDES) {
      this.write(side, '1-5', { figure: String(preset.span15Mm) });
      this.write(side, '2-5', { figure: String(preset.span25Mm) });
    }
  }

  keep(): void {
    const [right, left] = [this.handOf('right'), this.handOf('left')];
    const failed = [right, left].find((hand) => hand.kind === 'error');
    if (failed?.kind === 'error') return this.problem.set(failed.error);
    const hands = {
      right: right.kind === 'ok' ? right.value : undefined,
      left: left.kind === 'ok' ? left.value : undefined,
    };
    const [one, other] = [hands.right ?? hands.left, hands.left ?? hands.right];
    if (!one || !other) return this.problem.set('Nothing is written yet: measure from thumb to fifth finger at least.');
    this.problem.set('');
    this.measured.emit({ measuredOn: this.day(), right: one, left: other, remark: this.remark() });
    this.fields.set({});
  }

  /** The hand that is written for a side, undefined where nothing is; or what is wrong with it. */
  private handOf(side: Side): Result<Hand | undefined, string> {
    const [whole, upper] = [this.spanOf(side, '1-5'), this.spanOf(side, '2-5')];
    if (whole.kind === 'error') return whole;
    if (upper.kind === 'error') return upper;
    if (whole.value === undefined)
      return upper.value === undefined
        ? ok(undefined)
        : fail(`The ${HAND_WORDS[side]} needs the span from thumb to fifth finger as well.`);
    const pairs = this.furtherOf(side);
    if (pairs.kind === 'error') return pairs;
    const hand = {
      ...handOfSpan(whole.value),
      ...(upper.value === undefined ? {} : { span25Mm: upper.value }),
      ...(Object.keys(pairs.value).length > 0 ? { pairsMm: pairs.value } : {}),
    };
    const problem = handProblem(hand);
    return problem === undefined ? ok(hand) : fail(problem);
  }

  private furtherOf(side: Side): Result<NonNullable<Hand['pairsMm']>, string> {
    const pairsMm: Partial<Record<FingerPair, number>> = {};
    for (const pair of FURTHER) {
      const span = this.figureOf(side, pair);
      if (span.kind === 'error') return span;
      if (span.value !== undefined) pairsMm[pair] = span.value;
    }
    return ok(pairsMm);
  }

  private spanOf(side: Side, pair: (typeof PAIRS)[number]): Result<number | undefined, string> {
    const { easily, just } = this.valueOf(side, pair);
    if (this.way() === 'keys') {
      const span = spanByKeys(pair, { easily, just });
      return span.kind === 'ok' ? span : fail(explainKeyReachError(span.error));
    }
    return this.figureOf(side, pair);
  }

  /** A span written as a figure; keys are no help with it. */
  private figureOf(side: Side, pair: FingerPair): Result<number | undefined, string> {
    const { figure } = this.valueOf(side, pair);
    if (figure.trim() === '') return ok(undefined);
    const value = Number(figure.replace(',', '.'));
    if (Number.isNaN(value)) return fail(`“${figure}” is not a figure.`);
    return ok(Math.round(value * (this.way() === 'inches' ? MM_PER_INCH : 1) * 10) / 10);
  }

  private remark(): string {
    if (this.way() !== 'keys') return '';
    const said = SIDES.flatMap((side) => {
      const { easily, just } = this.valueOf(side, '1-5');
      const words = [easily && `${easily} easily`, just && `${just} just`].filter(Boolean).join(', ');
      return words ? [`${HAND_WORDS[side]} ${words}`] : [];
    });
    return said.join('; ').slice(0, 500);
  }
}
