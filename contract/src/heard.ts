import { SIDES, SLIP_KINDS, type SlipKind } from '@kettle-step/core';
import { z } from 'zod';
import { pieceIdSchema } from './piece';
import { plainText } from './text';

/** What a MIDI keyboard told of a playing, in the few figures that a lesson book keeps. */

const count = z.number().int().nonnegative();

export const heardSchema = z.object({
  /** Within its lesson. */
  id: plainText(40).min(1),
  pieceId: pieceIdSchema,
  /** Of the piece, as it was called then. */
  title: plainText(500),
  /** Printed numbers of the first and last bar; null for the whole piece. */
  bars: z.tuple([z.number().int(), z.number().int()]).nullable().default(null),
  /** Which hands played. */
  hands: z.enum(['both', ...SIDES]).default('both'),
  /** Quarters a minute in the middle of it; null where too little was played. */
  tempo: z.number().positive().max(1000).nullable(),
  /** Notes of what was played, and how many came with the right key. */
  expected: count,
  right: count,
  slips: z.object(
    Object.fromEntries(SLIP_KINDS.map((kind) => [kind, count.default(0)])) as Record<
      SlipKind,
      z.ZodDefault<typeof count>
    >,
  ),
  /** Printed numbers of bars in which it stumbled, in order. */
  stumbled: z.array(z.number().int()).max(2000).default([]),
});
export type Heard = z.infer<typeof heardSchema>;
