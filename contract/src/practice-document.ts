import {
  barName,
  numberOfBar,
  pitchName,
  practiceSheet,
  STEP_KINDS_OF_PRACTICE,
  type PianoPlan,
  type PracticeStep,
  type Score,
  type SheetWish,
} from '@kettle-step/core';
import { z } from 'zod';
import { fingerSchema } from './plan-document';

/** The published form of a practice sheet: what `kettle-step practice` prints. See docs/plan-format.md. */

/** As it is printed; a pickup is 0. */
const bar = z.number().int();

const namedNoteSchema = z.object({ id: z.string(), bar, beat: z.number(), pitch: z.string(), finger: fingerSchema });

const stepSchema = z.object({
  kind: z.enum(STEP_KINDS_OF_PRACTICE),
  /** The same as long as the music is: by it a teacher's changes are kept. */
  key: z.string(),
  hand: z.enum(['right', 'left', 'both']),
  bars: z.tuple([bar, bar]),
  words: z.string(),
  /** How one knows that it is done; empty where nothing is said. */
  check: z.string(),
  /** Every note that the words name, in that order. */
  notes: z.array(namedNoteSchema),
  /** Where the step is engraved: ids of what is struck together, one after another. */
  strokes: z.array(z.array(z.string())),
});

export const practiceDocumentSchema = z.object({
  format: z.literal('kettle-step/practice@1'),
  file: z.string().optional(),
  title: z.string(),
  /** In the order they are practised. */
  steps: z.array(stepSchema),
  /** Other steps that fit the piece. */
  more: z.array(stepSchema),
  /** Tempi from the first to the goal, quarters a minute. */
  ladder: z.array(z.number().int().positive()),
  /** The same day by day: weeks, and days practised on in each, counted from 1. */
  days: z.array(
    z.object({
      week: z.number().int().positive(),
      day: z.number().int().positive(),
      tempo: z.number().int().positive(),
    }),
  ),
  /** The ladder of each trouble spot by itself, the hardest first. */
  spots: z.array(z.object({ bar, tempi: z.array(z.number().int().positive()) })),
  /** Bars that allow no faster tempo in comfort, and why: of the piece, then of its trouble spots. */
  limits: z.array(z.object({ bar, tempo: z.number().int().nonnegative(), reason: z.string() })),
});
export type PracticeDocument = z.infer<typeof practiceDocumentSchema>;
export type PracticeDocumentStep = PracticeDocument['steps'][number];

const publishedStep = (score: Score, step: PracticeStep): PracticeDocumentStep => {
  const numberOf = (index: number): number => numberOfBar(score, index);
  const { kind, key, hand, words, check, strokes } = step;
  return {
    kind,
    key,
    hand,
    bars: [numberOf(step.bars[0]), numberOf(step.bars[1])],
    words,
    check,
    notes: step.notes.map(({ id, bar: index, beat, pitch, finger }) => ({
      id,
      bar: numberOf(index),
      beat: Math.round(beat * 10_000) / 10_000,
      pitch: pitchName(pitch),
      finger,
    })),
    strokes: strokes.map((stroke) => stroke.map(({ id }) => id)),
  };
};

/** Puts the practice sheet of a plan into its published form. */
export const practiceDocument = (score: Score, plan: PianoPlan, wish: SheetWish = {}): PracticeDocument => {
  const { title, steps, more, ladder, spots } = practiceSheet(score, plan, wish);
  const limits = [ladder, ...spots.map((spot) => spot.ladder)].flatMap(({ limit }) => limit ?? []);
  const told = limits.filter(({ bar: at }, index) => limits.findIndex((one) => one.bar === at) === index);
  return {
    format: 'kettle-step/practice@1',
    title,
    steps: steps.map((step) => publishedStep(score, step)),
    more: more.map((step) => publishedStep(score, step)),
    ladder: [...ladder.tempi],
    days: ladder.rungs.map((rung) => ({ ...rung })),
    spots: spots.map((spot) => ({ bar: numberOfBar(score, spot.bar), tempi: [...spot.ladder.tempi] })),
    limits: told.map(({ bar: index, tempo, reason }) => ({ bar: numberOfBar(score, index), tempo, reason })),
  };
};

const HANDS = { right: 'right hand', left: 'left hand', both: 'both hands' } as const;

/** What every sheet ends with. */
export const SHEET_FOOT =
  'Steady = three times running, evenly counted, no stop, no wrong finger. A slip? Slower, and begin the three again. Tired? Rest. ' +
  'If it hurts, tingles or stays tired: stop, tell your teacher, and let a health professional look at it.';

const barsOf = ([first, last]: readonly [number, number]): string =>
  first === last ? barName(first) : first === 0 ? `Upbeat to bar ${last}` : `Bars ${first}–${last}`;

/** Where a step is, as its heading. @example 'Bars 2–3, left hand' */
export const stepPlace = ({ bars, hand }: Pick<PracticeDocument['steps'][number], 'bars' | 'hand'>): string =>
  `${barsOf(bars)}, ${HANDS[hand]}`;

/** What a step says, and how one knows that it is done. */
export const stepText = ({ words, check }: Pick<PracticeDocumentStep, 'words' | 'check'>): string =>
  check === '' ? words : `${words} Check: ${check}`;

/** The sheet as plain text. */
export const practiceText = ({ title, steps }: PracticeDocument): string =>
  [title, ...steps.map((step, at) => `${at + 1}. ${stepPlace(step)}. ${stepText(step)}`), SHEET_FOOT].join('\n\n');
