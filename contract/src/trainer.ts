import type { TrainerAnswer } from '@kettle-step/core';
import { z } from 'zod';
import { plainText } from './text';

/** Answers in the finger trainer, on the wire and in an archive. */

/** Longer than a round lasts. */
const LONGEST_MS = 600_000;

export const trainerAnswerSchema: z.ZodType<TrainerAnswer> = z.object({
  key: plainText(700).min(1),
  answeredAt: z.iso.datetime(),
  isRight: z.boolean(),
  ms: z.number().int().min(0).max(LONGEST_MS),
});

/** Answers of a round, or of a part of it: what is sent twice is kept once. */
export const newAnswersSchema = z.object({ answers: z.array(trainerAnswerSchema).max(500) });

/** Oldest first. */
export const trainerLogSchema = z.object({ answers: z.array(trainerAnswerSchema) });
