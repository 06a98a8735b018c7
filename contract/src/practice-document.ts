import {
  numberOfBar,
  pitchName,
  practiceSheet,
  STEP_KINDS_OF_PRACTICE,
  type PianoPlan,
  type Score,
} from '@kettle-step/core';
import { z } from 'zod';
import { fingerSchema } from './plan-document';

/** The published form of a practice sheet: what `kettle-step practice` prints. See docs/plan-format.md. */

/** As it is printed; a pickup is 0. */
const bar = z.number().int();

export const practiceDocumentSchema = z.object({
  format: z.literal('kettle-step/practice@1'),
  file: z.string().optional(),
  title: z.string(),
  /** In the order they are practised. */
  steps: z.array(
    z.object({
      kind: z.enum(STEP_KINDS_OF_PRACTICE),
      hand: z.enum(['right', 'left', 'both']),
      bars: z.tuple([bar, bar]),
      words: z.string(),
      /** Every note that the words name, in that order. */
      notes: z.array(z.object({ id: z.string(), bar, beat: z.number(), pitch: z.string(), finger: fingerSchema })),
    }),
  ),
  /** Tempi from the first to the goal, quarters a minute. */
  ladder: z.array(z.number().int().positive()),
});
export type PracticeDocument = z.infer<typeof practiceDocumentSchema>;

/** Puts the practice sheet of a plan into its published form. `bars` are indices, first and last. */
export const practiceDocument = (score: Score, plan: PianoPlan, bars?: readonly [number, number]): PracticeDocument => {
  const numberOf = (index: number): number => numberOfBar(score, index);
  const { title, steps, ladder } = practiceSheet(score, plan, bars);
  return {
    format: 'kettle-step/practice@1',
    title,
    steps: steps.map(({ kind, hand, bars: [first, last], words, notes }) => ({
      kind,
      hand,
      bars: [numberOf(first), numberOf(last)],
      words,
      notes: notes.map(({ id, bar: index, beat, pitch, finger }) => ({
        id,
        bar: numberOf(index),
        beat: Math.round(beat * 10_000) / 10_000,
        pitch: pitchName(pitch),
        finger,
      })),
    })),
    ladder: [...ladder],
  };
};

const HANDS = { right: 'right hand', left: 'left hand', both: 'both hands' } as const;

/** What every sheet ends with. */
export const SHEET_FOOT =
  'Steady = three times running, evenly counted, no stop, no wrong finger. A slip? Slower, and begin the three again. Tired? Rest. ' +
  'If it hurts, tingles or stays tired: stop, tell your teacher, and let a health professional look at it.';

const barsOf = ([first, last]: readonly [number, number]): string =>
  first === last ? (first === 0 ? 'Upbeat' : `Bar ${first}`) : `Bars ${first}–${last}`;

/** Where a step is, as its heading. @example 'Bars 2–3, left hand' */
export const stepPlace = ({ bars, hand }: Pick<PracticeDocument['steps'][number], 'bars' | 'hand'>): string =>
  `${barsOf(bars)}, ${HANDS[hand]}`;

/** The sheet as plain text. */
export const practiceText = ({ title, steps }: PracticeDocument): string =>
  [title, ...steps.map((step, at) => `${at + 1}. ${stepPlace(step)}. ${step.words}`), SHEET_FOOT].join('\n\n');
