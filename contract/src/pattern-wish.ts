import { DIRECTIONS, DISTANCES, MOTIONS, PATTERN_KINDS, SIDES, type PatternWish } from '@kettle-step/core';
import { z } from 'zod';

/** A pattern as it is asked for, on its way to the worker or kept in the browser. Whether it can be played is told by the core. */
export const patternWishSchema: z.ZodType<PatternWish> = z.object({
  tonic: z.string().max(3),
  kind: z.enum(PATTERN_KINDS),
  mode: z.enum(['major', 'minor']),
  inversion: z.number().int(),
  octaves: z.number().int(),
  direction: z.enum(DIRECTIONS),
  motion: z.enum(MOTIONS),
  distance: z.enum(DISTANCES),
  figure: z.union([z.literal(3), z.literal(4)]),
  sides: z.array(z.enum(SIDES)).min(1),
});
