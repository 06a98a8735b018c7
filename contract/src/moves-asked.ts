import { MOVE_KINDS } from '@kettle-step/core';
import { z } from 'zod';

/** Which moves the pieces of the shelf ask for. */
export const askedMoveSchema = z.object({
  kind: z.enum(MOVE_KINDS),
  /** Printed numbers of bars, in order, each once. */
  bars: z.array(z.number().int()),
});

export const askingPieceSchema = z.object({
  id: z.string(),
  title: z.string(),
  studentId: z.string().nullable(),
  moves: z.array(askedMoveSchema),
});

export const askingListSchema = z.object({ pieces: z.array(askingPieceSchema) });
