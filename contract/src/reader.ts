import { z } from 'zod';

/** What crosses the boundary to the worker that reads files before they are sent. */

const choiceSchema = z.object({
  parts: z.array(z.string()),
  /** Counted from 0. */
  tune: z.number().int().nonnegative(),
});
export type ReadChoice = z.infer<typeof choiceSchema>;

export const readRequestSchema = z.object({
  request: z.number().int(),
  bytes: z.instanceof(Uint8Array),
  name: z.string(),
  choice: choiceSchema,
  /** Whether the document is wanted along with what is in it. */
  whole: z.boolean(),
});
export type ReadRequest = z.infer<typeof readRequestSchema>;

export const fileSummarySchema = z.object({
  format: z.enum(['musicxml', 'abc', 'midi']),
  title: z.string(),
  bars: z.number().int(),
  notes: z.number().int(),
  /** What was read around, derived or guessed, in sentences. */
  notices: z.array(z.string()),
  parts: z.array(z.object({ id: z.string(), name: z.string(), staves: z.number(), chosen: z.boolean() })),
  /** Titles of the tunes to choose from. */
  tunes: z.array(z.string()),
});
export type FileSummary = z.infer<typeof fileSummarySchema>;

export type ReadAnswer =
  | {
      readonly kind: 'read';
      readonly request: number;
      readonly summary: FileSummary;
      /** MusicXML with ids on its notes; null where it was not wanted. */
      readonly document: string | null;
    }
  | { readonly kind: 'refused'; readonly request: number; readonly message: string };
