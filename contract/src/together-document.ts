import {
  barLinksOf,
  handsTogether,
  HAND_MOTIONS,
  MOVE_KINDS,
  SIDES,
  numberOfBar,
  spotsOf,
  type HandsTogether,
  type Link,
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
      /** Which time the bar is played. */
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
  /**
   * Where stretches meet: `bar`, a move that leads over a bar line; `section`, from one section into the next; `seam`, where a repeat
   * or a jump leads elsewhere than is written.
   */
  links: z.array(
    z.object({
      kind: z.enum(['bar', 'section', 'seam']),
      hand: side,
      /** Which time the first of the two bars is played when it leads there. */
      pass: z.number().int().positive(),
      fromBar: bar,
      toBar: bar,
      /** Null where the hand stays as it is. */
      move,
      reason: z.string(),
      /** What joining costs, in effort; null for a move over a bar line, whose price is in its bar. */
      effort: z.number().nonnegative().nullable(),
      /** Fingers that prepare it better, what they save there and what they cost elsewhere. */
      better: z
        .object({
          notes: z.array(z.object({ id: z.string(), finger: fingerSchema })),
          saves: z.number(),
          costs: z.number().nonnegative(),
        })
        .nullable(),
    }),
  ),
  /** Hardest first; bars that are played alike are one. */
  spots: z.array(
    z.object({
      bars: z.array(bar),
      hand: z.enum(['right', 'left', 'both']),
      beat: z.number().int(),
      difficulty,
      why: z.array(z.string()),
    }),
  ),
});
export type TogetherDocument = z.infer<typeof togetherDocumentSchema>;

type DocumentLink = TogetherDocument['links'][number];

const publishedLinks = (
  score: Score,
  plan: PianoPlan,
  together: HandsTogether,
  links: readonly Link[],
): DocumentLink[] => {
  const numberOf = (index: number): number => numberOfBar(score, index);
  const joints = links.map(({ kind, side: hand, pass, fromBar, toBar, move: made, effort, better }): DocumentLink => ({
    kind,
    hand,
    pass,
    fromBar: numberOf(fromBar),
    toBar: numberOf(toBar),
    move: made?.kind ?? null,
    reason: made?.reason ?? 'the hand stays as it is',
    effort,
    better: better && {
      notes: [...better.fingers].map(([id, finger]) => ({ id, finger })),
      saves: better.saves,
      costs: better.costs,
    },
  }));
  const told = new Set(links.map(({ side: hand, fromBar, toBar }) => `${hand} ${fromBar} ${toBar}`));
  const overBars = barLinksOf(plan, together.beats)
    .filter(({ side: hand, fromBar, toBar }) => !told.has(`${hand} ${fromBar} ${toBar}`))
    .map(({ side: hand, fromBar, toBar, kind, reason }): DocumentLink => ({
      kind: 'bar',
      hand,
      pass: 1,
      fromBar: numberOf(fromBar),
      toBar: numberOf(toBar),
      move: kind,
      reason,
      effort: null,
      better: null,
    }));
  return [...joints, ...overBars];
};

/**
 * Puts both hands of a plan, beat by beat, into their published form.
 * @param links - of the same plan
 */
export const togetherDocument = (score: Score, plan: PianoPlan, links: readonly Link[]): TogetherDocument => {
  const numberOf = (index: number): number => numberOfBar(score, index);
  const together = handsTogether(score, plan, links);
  return {
    format: 'kettle-step/together@1',
    title: score.title,
    difficulty: together.difficulty,
    beats: together.beats.map(
      ({ bar: index, pass, beat, fingers: struck, moves, held, parts, ...one }: TogetherBeat) => ({
        pass,
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
      }),
    ),
    links: publishedLinks(score, plan, together, links),
    spots: spotsOf(score, plan, together).map(({ bars, why, ...spot }) => ({
      ...spot,
      bars: bars.map(numberOf),
      why: [...why],
    })),
  };
};
