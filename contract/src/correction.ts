import { NOTE_TYPES, SIDES, STEPS, type Correction } from '@kettle-step/core';
import { z } from 'zod';

/** Corrections of a piece on their way to the worker that makes them. */

const noteId = z.string().min(1).max(200);
const bar = z.number().int().nonnegative();
const side = z.enum(SIDES);

const pitch = z.object({
  step: z.enum(STEPS),
  alter: z.number().int().min(-2).max(2),
  octave: z.number().int().min(-1).max(10),
});

const value = z.object({
  type: z.enum(NOTE_TYPES),
  dots: z.number().int().min(0).max(2),
  ratio: z.object({ actual: z.number().int().positive(), normal: z.number().int().positive() }).nullable(),
});

export const correctionSchema: z.ZodType<Correction> = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('pitch'), noteId, pitch }),
  z.object({ kind: z.literal('length'), noteId, value }),
  z.object({ kind: z.literal('tie'), noteId, tied: z.boolean() }),
  z.object({ kind: z.literal('hand'), noteId, side }),
  z.object({ kind: z.literal('voice'), noteId, voice: z.string().min(1).max(20) }),
  z.object({ kind: z.literal('delete'), noteId }),
  z.object({ kind: z.literal('add'), bar, side, atQuarters: z.number().nonnegative(), pitch, value }),
  z.object({ kind: z.literal('insert-bar'), before: bar }),
  z.object({ kind: z.literal('delete-bar'), bar }),
]);
