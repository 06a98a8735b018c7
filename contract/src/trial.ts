import { MOVE_KINDS, PASSAGE_KINDS, SIDES, WAY_NAMES } from '@kettle-step/core';
import { z } from 'zod';
import { fingerSchema } from './plan-document';
import { plainText } from './text';

/** Two or three fingerings of a passage that a student tries at home; one of them is chosen at the next lesson. */

const MAX_NOTES = 2000;
const bar = z.number().int().nonnegative();

const waySchema = z.object({
  name: z.enum(WAY_NAMES),
  /** Note ids with their fingers, in the order of the notes. */
  fingers: z.array(z.tuple([plainText(200).min(1), fingerSchema])).max(MAX_NOTES),
  /** The moves of the hand in the passage, each once. */
  moves: z.array(z.enum(MOVE_KINDS)).max(MOVE_KINDS.length),
});

export type TrialWay = z.infer<typeof waySchema>;

export const LONGEST_REASON = 300;

export const trialSchema = z.object({
  /** Within its piece. */
  id: plainText(40).min(1),
  side: z.enum(SIDES),
  /** Indices of the first and last bar. */
  bars: z.tuple([bar, bar]),
  /** Their printed numbers. */
  numbers: z.tuple([z.number().int(), z.number().int()]),
  passage: z.enum(PASSAGE_KINDS),
  setOn: z.iso.date(),
  ways: z.array(waySchema).min(2).max(WAY_NAMES.length),
  /** What was decided, and when; null while it is tried. */
  choice: z
    .object({ name: z.enum(WAY_NAMES), reason: plainText(LONGEST_REASON), on: z.iso.date() })
    .nullable()
    .default(null),
});
export type Trial = z.infer<typeof trialSchema>;

/** A trial with the piece it is in. */
export const studentTrialSchema = z.object({ pieceId: z.string(), title: z.string(), trial: trialSchema });
export type StudentTrial = z.infer<typeof studentTrialSchema>;
export const trialListSchema = z.object({ trials: z.array(studentTrialSchema) });
