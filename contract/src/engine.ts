import type { PianoPlan, Score } from '@kettle-step/core';
import { z } from 'zod';
import { fingerSchema } from './plan-document';

/** What goes to the worker that fingers; each message names the request it belongs to. */
export const engineRequestSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('open'), request: z.number(), document: z.string() }),
  z.object({ kind: z.literal('plan'), request: z.number(), locks: z.array(z.tuple([z.string(), fingerSchema])) }),
]);
export type EngineRequest = z.infer<typeof engineRequestSchema>;

/** What comes back. Our own worker made it, so it is not checked again. */
export type EngineAnswer =
  | { readonly kind: 'opened'; readonly request: number; readonly score: Score; readonly engravable: string }
  | { readonly kind: 'planned'; readonly request: number; readonly plan: PianoPlan }
  | { readonly kind: 'failed'; readonly request: number; readonly message: string };
