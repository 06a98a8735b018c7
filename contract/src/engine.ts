import { DEFAULT_HAND, type BarAlternative, type PianoPlan, type Score } from '@kettle-step/core';
import { z } from 'zod';
import { fingerSchema } from './plan-document';
import { handSchema, rulesFileSchema } from './rules';

const locksSchema = z.array(z.tuple([z.string(), fingerSchema]));

/** Whose hand plays and by which rules; what is left out of the rules is as usual. */
export const settingsSchema = z.object({ hand: handSchema, rules: rulesFileSchema });
export type Settings = z.infer<typeof settingsSchema>;

/** A medium adult hand and the usual rules. */
export const DEFAULT_SETTINGS: Settings = { hand: DEFAULT_HAND, rules: {} };

/** What goes to the worker that fingers; each message names the request it belongs to. */
export const engineRequestSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('open'), request: z.number(), document: z.string() }),
  z.object({ kind: z.literal('plan'), request: z.number(), locks: locksSchema, settings: settingsSchema }),
  z.object({
    kind: z.literal('alternatives'),
    request: z.number(),
    locks: locksSchema,
    settings: settingsSchema,
    side: z.enum(['right', 'left']),
    /** Indices of the first and last bar. */
    bars: z.tuple([z.number().int(), z.number().int()]),
    count: z.number().int().min(1),
  }),
  /** Nobody waits for this request any more. */
  z.object({ kind: z.literal('cancel'), request: z.number() }),
]);
export type EngineRequest = z.infer<typeof engineRequestSchema>;

/** What comes back. Our own worker made it, so it is not checked again. */
export type EngineAnswer =
  | { readonly kind: 'opened'; readonly request: number; readonly score: Score; readonly engravable: string }
  /** How much of a plan is worked out, 0 to 1; the plan follows. */
  | { readonly kind: 'progress'; readonly request: number; readonly done: number }
  | { readonly kind: 'planned'; readonly request: number; readonly plan: PianoPlan }
  | {
      readonly kind: 'alternatives';
      readonly request: number;
      readonly alternatives: readonly BarAlternative[];
    }
  | { readonly kind: 'failed'; readonly request: number; readonly message: string };
