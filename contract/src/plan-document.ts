import {
  beatOf,
  MOVE_KINDS,
  numberOfBar,
  pitchName,
  REACH_VERDICTS,
  SIDES,
  wordWarning,
  type Difference,
  type HandPlan,
  type Note,
  type PianoPlan,
  type PlannedNote,
  type PrintedScore,
  type Score,
  type Side,
} from '@kettle-step/core';
import { z } from 'zod';

/** The published form of a plan: what the command line prints and other programs may read. See docs/plan-format.md. */

export const fingerSchema = z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal(5)]);

const effort = z.number().nonnegative();

/** Bar as it is printed (a pickup is 0) and beat from 1 in beats of the metre. */
const place = { bar: z.number().int(), beat: z.number() };

/** Below 0 only where the note's own lock costs more than another finger would. */
const more = z.number().nullable();
const room = z.object({ 1: more, 2: more, 3: more, 4: more, 5: more });

export const handDocumentSchema = z.object({
  notes: z.array(
    z.object({
      id: z.string(),
      ...place,
      pitch: z.string(),
      midi: z.number().int(),
      grace: z.boolean(),
      finger: fingerSchema.nullable(),
      substitute: fingerSchema.nullable(),
      /** Fingers of each stroke of the note's ornament. */
      ornament: z.array(fingerSchema).optional(),
      room,
    }),
  ),
  positions: z.array(z.object({ name: z.string(), ...place, lowest: z.string(), highest: z.string() })),
  moves: z.array(
    z.object({ kind: z.enum(MOVE_KINDS), ...place, fromId: z.string(), toId: z.string(), reason: z.string() }),
  ),
  reaches: z.array(
    z.object({
      ...place,
      fingers: z.tuple([fingerSchema, fingerSchema]),
      mm: z.number(),
      limitMm: z.number(),
      verdict: z.enum(REACH_VERDICTS),
    }),
  ),
  alternatives: z
    .array(
      z.object({
        bar: z.number().int(),
        rank: z.number().int(),
        /** What is done differently; empty where only numbers or one end note are. */
        differs: z.array(z.enum(['move', 'position', 'reach'])),
        effortMore: effort,
        fingers: z.record(z.string(), fingerSchema),
        /** What it spares and what it asks for against the plan; empty where nothing. */
        gain: z.string(),
        loss: z.string(),
      }),
    )
    .optional(),
  /** With `--score`: what stands in the file, bar by bar, against the best. */
  printed: z
    .object({
      effort: z.number(),
      bestEffort: z.number(),
      bars: z.array(
        z.object({
          bar: z.number().int(),
          effort: z.number(),
          bestEffort: z.number(),
          /** Below 0 where the printed fingering pays elsewhere for what it saves here. */
          effortMore: z.number(),
          gain: z.string(),
          loss: z.string(),
        }),
      ),
    })
    .optional(),
  effort: z.number(),
});

export const planDocumentSchema = z.object({
  format: z.literal('kettle-step/plan@1'),
  /** From the command line: the file it was made from, as it was named there. */
  file: z.string().optional(),
  title: z.string(),
  bars: z.number().int(),
  hands: z.object({ right: handDocumentSchema.optional(), left: handDocumentSchema.optional() }),
  warnings: z.array(
    z.object({
      kind: z.string(),
      /** Null where it is about both hands, or about the document. */
      hand: z.enum(SIDES).nullable(),
      ...place,
      notes: z.array(z.string()),
      message: z.string(),
    }),
  ),
});

export type HandDocument = z.infer<typeof handDocumentSchema>;
export type PlanDocument = z.infer<typeof planDocumentSchema>;

/** Beats are exact fractions; printed figures keep four places. */
const shownBeat = (beat: number): number => Math.round(beat * 10_000) / 10_000;

/** Sentences told of one alternative: the two that matter most. */
const MOST_TOLD = 2;

const told = (differences: readonly Difference[]): string =>
  differences
    .slice(0, MOST_TOLD)
    .map(({ sentence }) => sentence)
    .join('; ');

const gainAndLoss = (differences: readonly Difference[]): { readonly gain: string; readonly loss: string } => ({
  gain: told(differences.filter(({ effort }) => effort < 0)),
  loss: told(differences.filter(({ effort }) => effort > 0)),
});

const printedDocument = (score: Score, printed: PrintedScore): NonNullable<HandDocument['printed']> => ({
  effort: printed.effort,
  bestEffort: printed.bestEffort,
  bars: printed.bars.map(({ bar, effort, bestEffort, differences }) => ({
    bar: numberOfBar(score, bar),
    effort,
    bestEffort,
    effortMore: Math.round((effort - bestEffort) * 1000) / 1000,
    ...gainAndLoss(differences),
  })),
});

const placeOf = (
  score: Score,
  at: { readonly bar: number; readonly onsetTicks: number },
): { readonly bar: number; readonly beat: number } => ({
  bar: numberOfBar(score, at.bar),
  beat: shownBeat(beatOf(score, at)),
});

const noteDocument = (score: Score, note: Note, planned: PlannedNote): HandDocument['notes'][number] => {
  const [one = null, two = null, three = null, four = null, five = null] = planned.room;
  return {
    id: note.id,
    ...placeOf(score, note),
    pitch: pitchName(note.pitch),
    midi: note.midi,
    grace: note.graceIndex !== null,
    finger: planned.finger,
    substitute: planned.substitute,
    ...(planned.ornament.length > 0 ? { ornament: [...planned.ornament] } : {}),
    room: { 1: one, 2: two, 3: three, 4: four, 5: five },
  };
};

const alternativeDocument = (
  score: Score,
  alternative: HandPlan['alternatives'][number],
): NonNullable<HandDocument['alternatives']>[number] => ({
  bar: numberOfBar(score, alternative.bar),
  rank: alternative.rank,
  differs: [...alternative.differs],
  effortMore: Math.round(alternative.effortMore * 1000) / 1000,
  fingers: Object.fromEntries(alternative.fingers),
  ...gainAndLoss(alternative.differences),
});

const handDocument = (
  score: Score,
  plan: HandPlan,
  withAlternatives: boolean,
  printed: PrintedScore | undefined,
): HandDocument => {
  const plannedById = new Map(plan.notes.map((note) => [note.id, note]));
  return {
    notes: score.notes.flatMap((note) => {
      const planned = plannedById.get(note.id);
      return planned ? [noteDocument(score, note, planned)] : [];
    }),
    positions: plan.positions.map((position) => ({
      name: position.name,
      ...placeOf(score, position),
      lowest: pitchName(position.lowest),
      highest: pitchName(position.highest),
    })),
    moves: plan.moves.map(({ kind, fromId, toId, reason, ...move }) => ({
      kind,
      ...placeOf(score, move),
      fromId,
      toId,
      reason,
    })),
    reaches: plan.reaches.map(({ fingers, mm, limitMm, verdict, ...reach }) => ({
      ...placeOf(score, reach),
      fingers: [...fingers],
      mm,
      limitMm,
      verdict,
    })),
    ...(withAlternatives ? { alternatives: plan.alternatives.map((one) => alternativeDocument(score, one)) } : {}),
    ...(printed ? { printed: printedDocument(score, printed) } : {}),
    effort: plan.effort,
  };
};

/** Puts a plan into its published form, for the hands asked for. */
export const planDocument = (
  score: Score,
  plan: PianoPlan,
  options: {
    readonly sides: readonly Side[];
    readonly alternatives: boolean;
    readonly printed?: Readonly<Record<Side, PrintedScore>>;
  },
): PlanDocument => ({
  format: 'kettle-step/plan@1',
  title: score.title,
  bars: score.bars.length,
  hands: Object.fromEntries(
    options.sides.map((side) => [
      side,
      handDocument(score, plan.hands[side], options.alternatives, options.printed?.[side]),
    ]),
  ),
  warnings: plan.warnings.map((warning) => ({
    kind: warning.kind,
    hand: warning.side,
    ...placeOf(score, warning),
    notes: [...warning.noteIds],
    message: wordWarning(warning),
  })),
});
