import {
  SIDES,
  type BarAlternative,
  type Caution,
  type ChordWay,
  type Comparison,
  type HandPlan,
  type Hearing,
  type Link,
  type Margin,
  type PatternMusic,
  type PatternReading,
  type PianoPlan,
  type PlannedDrill,
  type RuleActed,
  type Score,
  type Side,
  type Strain,
} from '@kettle-step/core';
import { z } from 'zod';
import { correctionSchema } from './correction';
import { fingerSchema } from './plan-document';
import { deskSchema, fingeringDeskSchema, pedalSchema, type Carried } from './desk';
import { patternWishSchema } from './pattern-wish';
import { handSchema, settingsSchema } from './rules';

/** Strokes of a playing: some hours of it. */
const MOST_STROKES = 100_000;

const locksSchema = z.array(z.tuple([z.string(), fingerSchema]));

/** What a fingering depends on besides the document. */
const given = {
  request: z.number(),
  locks: locksSchema,
  desk: fingeringDeskSchema,
};

/** All that is decided about a document. */
const decided = { locks: locksSchema, desk: deskSchema };

/** What goes to the worker that fingers; each message names the request it belongs to. */
export const engineRequestSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('open'), request: z.number(), document: z.string(), pedal: pedalSchema }),
  z.object({ kind: z.literal('plan'), ...given }),
  /** Other ways to play some bars, as if nothing were settled inside them. */
  z.object({
    kind: z.literal('alternatives'),
    ...given,
    side: z.enum(['right', 'left']),
    /** Indices of the first and last bar. */
    bars: z.tuple([z.number().int(), z.number().int()]),
    count: z.number().int().min(1),
  }),
  /** By how much the best other way is dearer, for every bar of both hands. */
  z.object({ kind: z.literal('margins'), ...given }),
  /** Printed, suggested and ours side by side. */
  z.object({ kind: z.literal('compare'), ...given }),
  /** Where the piece asks these hands too much, what can be done, and what asks for care. */
  z.object({ kind: z.literal('strains'), ...given }),
  /** Where sections meet, and where repeats and jumps lead. */
  z.object({ kind: z.literal('links'), ...given }),
  /** What was played of the open piece, held against its music. */
  z.object({
    kind: z.literal('listen'),
    ...given,
    /** Indices of the first and last bar as they are written; or the whole piece as it is played. */
    extent: z.union([z.literal('whole'), z.tuple([z.number().int(), z.number().int()])]),
    sides: z.array(z.enum(SIDES)).min(1),
    performance: z.array(z.object({ midi: z.number().int(), onMs: z.number(), offMs: z.number() })).max(MOST_STROKES),
  }),
  /** In which bars a rule that is settled otherwise than usual decided. */
  z.object({ kind: z.literal('rules-acted'), ...given }),
  /** Fingers for music that is only shown; the open piece stays as it is. */
  z.object({ kind: z.literal('sample'), request: z.number(), document: z.string(), settings: settingsSchema }),
  /** Mends the music; the decisions go along as far as they have a place in what comes out. */
  z.object({
    kind: z.literal('correct'),
    request: z.number(),
    document: z.string(),
    correction: correctionSchema,
    ...decided,
  }),
  /** Carries decisions from one document to another of the same music. */
  z.object({ kind: z.literal('carry'), request: z.number(), from: z.string(), to: z.string(), ...decided }),
  /** A scale, an arpeggio or another pattern: its music; the open piece stays as it is. */
  z.object({
    kind: z.literal('pattern'),
    request: z.number(),
    wish: patternWishSchema,
    settings: settingsSchema,
  }),
  /** What is read beside it. */
  z.object({
    kind: z.literal('pattern-reading'),
    request: z.number(),
    wish: patternWishSchema,
    settings: settingsSchema,
  }),
  /** One of the drills of a pattern. */
  z.object({
    kind: z.literal('drill'),
    request: z.number(),
    wish: patternWishSchema,
    settings: settingsSchema,
    drill: z.string(),
  }),
  /** Every way to take a chord, keys from the lowest up. */
  z.object({
    kind: z.literal('chord'),
    request: z.number(),
    hand: handSchema,
    side: z.enum(['right', 'left']),
    midis: z.array(z.number().int()).min(1).max(5),
  }),
  /** Nobody waits for this request any more. */
  z.object({ kind: z.literal('cancel'), request: z.number() }),
]);
export type EngineRequest = z.infer<typeof engineRequestSchema>;

/** A plan on its way: a hand that is as it was in the plan sent before is not sent again. */
export interface SentPlan extends Omit<PianoPlan, 'hands'> {
  readonly hands: Readonly<Record<Side, HandPlan | 'as-before'>>;
}

/** What comes back. Our own worker made it, so it is not checked again. */
export type EngineAnswer =
  | { readonly kind: 'opened'; readonly request: number; readonly score: Score; readonly engravable: string }
  /** How much of a plan or of the margins is worked out, 0 to 1; they follow. */
  | { readonly kind: 'progress'; readonly request: number; readonly done: number }
  | { readonly kind: 'planned'; readonly request: number; readonly plan: SentPlan }
  | {
      readonly kind: 'alternatives';
      readonly request: number;
      readonly alternatives: readonly BarAlternative[];
    }
  | { readonly kind: 'margins'; readonly request: number; readonly margins: readonly Margin[] }
  | {
      readonly kind: 'strains';
      readonly request: number;
      readonly strains: readonly Strain[];
      readonly cautions: readonly Caution[];
    }
  | { readonly kind: 'links'; readonly request: number; readonly links: readonly Link[] }
  | { readonly kind: 'heard'; readonly request: number; readonly hearing: Hearing }
  | { readonly kind: 'rules-acted'; readonly request: number; readonly acted: readonly RuleActed[] }
  | {
      readonly kind: 'sample';
      readonly request: number;
      readonly score: Score;
      readonly plan: PianoPlan;
      /** The music with a place for a finger on every note. */
      readonly engravable: string;
    }
  | { readonly kind: 'compared'; readonly request: number; readonly comparison: Comparison }
  /** The decisions with the document they now belong to. */
  | { readonly kind: 'carried'; readonly request: number; readonly document: string; readonly carried: Carried }
  | {
      readonly kind: 'pattern';
      readonly request: number;
      readonly music: PatternMusic;
      /** The music with the usual fingers printed in it. */
      readonly document: string;
      readonly engravable: string;
    }
  | { readonly kind: 'chord'; readonly request: number; readonly ways: readonly ChordWay[] }
  | { readonly kind: 'pattern-reading'; readonly request: number; readonly reading: PatternReading }
  | { readonly kind: 'drill'; readonly request: number; readonly planned: PlannedDrill; readonly engravable: string }
  /** The music stays as it is, for a reason the teacher can mend. */
  | { readonly kind: 'refused'; readonly request: number; readonly message: string }
  | { readonly kind: 'failed'; readonly request: number; readonly message: string };
