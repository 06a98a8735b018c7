// Types only: the parsers behind that door are for the worker alone.
import type { AbcPlace, AbcRemark, Untypable } from '@kettle-step/core/formats';
import { z } from 'zod';

/** What crosses the boundary to the worker that reads files before they are sent. */

const choiceSchema = z.object({
  parts: z.array(z.string()),
  /** Counted from 0. */
  tune: z.number().int().nonnegative(),
});
export type ReadChoice = z.infer<typeof choiceSchema>;

const fileRequestSchema = z.object({
  kind: z.literal('file'),
  request: z.number().int(),
  bytes: z.instanceof(Uint8Array),
  name: z.string(),
  choice: choiceSchema,
  /** Whether the document is wanted along with what is in it. */
  whole: z.boolean(),
});
export type FileRequest = z.infer<typeof fileRequestSchema>;

/** ABC that is just being typed. */
const textRequestSchema = z.object({ kind: z.literal('text'), request: z.number().int(), text: z.string() });
export type TextRequest = z.infer<typeof textRequestSchema>;

export const readRequestSchema = z.discriminatedUnion('kind', [fileRequestSchema, textRequestSchema]);
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

export type TextPlace = AbcPlace;

/** What typed text sounds like so far. */
export interface Typed {
  /** MusicXML whose notes are called as in `places`. */
  readonly engravable: string;
  readonly places: ReadonlyMap<string, readonly TextPlace[]>;
  readonly remarks: readonly AbcRemark[];
  readonly title: string;
  readonly bars: number;
  readonly notes: number;
}

export type { Untypable };

export type ReadAnswer =
  | {
      readonly kind: 'read';
      readonly request: number;
      readonly summary: FileSummary;
      /** MusicXML with ids on its notes; null where it was not wanted. */
      readonly document: string | null;
    }
  | { readonly kind: 'refused'; readonly request: number; readonly message: string }
  | ({ readonly kind: 'typed'; readonly request: number } & Typed)
  | ({ readonly kind: 'untypable'; readonly request: number } & Untypable);
