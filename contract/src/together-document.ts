import {
  barLinksOf,
  handsTogether,
  HAND_MOTIONS,
  MOVE_KINDS,
  SIDES,
  numberOfBar,
  spotsOf,
  type PianoPlan,
  type Score,
  type TogetherBeat,
} from '@kettle-step/core';
import { z } from 'zod';
import { fingerSchema } from './plan-document';

/** The published form of both hands together: what `kettle-step together` prints. See docs/plan-format.md. */

const side = z.enum(SIDES);
/** As it is printed; a pickup is 0. */
const bar = z.number().int();
const move = z.enum(MOVE_KINDS).nullable();
/** From the lowest note up; null where the hand has no finger left. */
const fingers = z.array(fingerSchema.nullable());
const difficulty = z.number().nonnegative();

export const togetherDocumentSchema = z.object({
  format: z.literal('kettle-step/together@1'),
  file: z.string().optional(),
  title: z.string(),
  /** Of a mean beat. */
  difficulty,
  beats: z.array(
    z.object({
      /** Which time the bar is played; repeats are not unfolded yet, so always the first. */
      pass: z.number().int().positive(),
      bar,
      beat: z.number().int(),
      right: fingers,
      left: fingers,
      same: z.boolean(),
      thumbs: z.enum(['right', 'left', 'both', 'none']),
      motion: z.enum(HAND_MOTIONS),
      moves: z.object({ right: move, left: move }),
      /** Ids of notes that stay down while another is struck. */
      held: z.array(z.string()),
      difficulty,
      /** Hardest first. */
      why: z.array(z.string()),
    }),
  ),
  /** Moves that lead over a bar line. */
  links: z.array(z.object({ hand: side, fromBar: bar, toBar: bar, reason: z.string() })),
  /** Hardest first; bars that are played alike are one. */
  spots: z.array(z.object({ bars: z.array(bar), beat: z.number().int(), difficulty, why: z.array(z.string()) })),
});
export type TogetherDocument = z.infer<typeof togetherDocumentSchema>;

/** Puts both hands of a plan, beat by beat, into their published form. */
export const togetherDocument = (score: Score, plan: PianoPlan): TogetherDocument => {
  const numberOf = (index: number): number => numberOfBar(score, index);
  const together = handsTogether(score, plan);
  return {
    format: 'kettle-step/together@1',
    title: score.title,
    difficulty: together.difficulty,
    beats: together.beats.map(({ bar: index, beat, fingers: struck, moves, held, parts, ...one }: TogetherBeat) => ({
      pass: 1,
      bar: numberOf(index),
      beat,
      right: [...struck.right],
      left: [...struck.left],
      same: one.same,
      thumbs: one.thumbs,
      motion: one.motion,
      moves: { ...moves },
      held: [...held],
      difficulty: one.difficulty,
      why: parts.map(({ why }) => why),
    })),
    links: barLinksOf(plan, together.beats).map(({ side: hand, fromBar, toBar, reason }) => ({
      hand,
      fromBar: numberOf(fromBar),
      toBar: numberOf(toBar),
      reason,
    })),
    spots: spotsOf(score, plan, together).map(({ bars, why, ...spot }) => ({
      ...spot,
      bars: bars.map(numberOf),
      why: [...why],
    })),
  };
};
