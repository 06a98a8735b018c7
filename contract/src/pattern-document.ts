import {
  familiesOf,
  modeOf,
  SIDES,
  togetherOf,
  type FingeredPattern,
  type Finger,
  type PatternSource,
  type Rules,
  type Side,
} from '@kettle-step/core';
import { z } from 'zod';
import { planDocument, planDocumentSchema } from './plan-document';

/** The published form of a pattern: a plan, with where its fingers come from, its families, and how the hands meet. */

const fingerSchema = z.number().int().min(1).max(5);
/** One finger, or several from the lowest note up where notes are struck together. */
const fingersSchema = z.union([fingerSchema, z.array(fingerSchema)]);
const keysSchema = z.array(z.string());
const handSourceSchema = z.object({
  kind: z.enum(['handbook', 'engine']),
  /** The handbook's source in words; null where the engine worked the fingers out. */
  name: z.string().nullable(),
  /** Written down from memory, not yet compared with the page. */
  fromMemory: z.boolean(),
  /** `medium` where the handbook gives usual practice rather than the rule. */
  sure: z.enum(['high', 'medium']).nullable(),
});

export const patternDocumentSchema = planDocumentSchema.extend({
  pattern: z.object({
    tonic: z.string(),
    kind: z.string(),
    mode: z.enum(['major', 'minor']),
    octaves: z.number().int(),
    inversion: z.number().int(),
    direction: z.string(),
    motion: z.string(),
    distance: z.string(),
  }),
  /** `handbook` where every hand's fingers are from a table. */
  source: z.enum(['handbook', 'engine']),
  sources: z.object({ right: handSourceSchema.optional(), left: handSourceSchema.optional() }),
  families: z.object({ right: keysSchema, left: keysSchema, both: keysSchema, shape: keysSchema }),
  /** Stroke by stroke; empty for one hand alone. */
  together: z.array(
    z.object({
      beat: z.number().int(),
      right: fingersSchema,
      left: fingersSchema,
      same: z.boolean(),
      thumbs: z.enum(['right', 'left', 'both', 'none']),
    }),
  ),
});
export type PatternDocument = z.infer<typeof patternDocumentSchema>;

const sourceDocument = (source: PatternSource): z.infer<typeof handSourceSchema> =>
  source.kind === 'handbook'
    ? { kind: 'handbook', name: source.source.words, fromMemory: source.source.fromMemory, sure: source.sure }
    : { kind: 'engine', name: null, fromMemory: false, sure: null };

const shownFingers = (fingers: readonly Finger[]): Finger | Finger[] => {
  const [only] = fingers;
  return only !== undefined && fingers.length === 1 ? only : [...fingers];
};

const listed = (keys: readonly string[]): string[] => [...keys];

/** Puts a fingered pattern into its published form. */
export const patternDocument = (fingered: FingeredPattern, rules: Rules): PatternDocument => {
  const { pattern, plan, sources } = fingered;
  const { tonic, kind, octaves, inversion, direction, motion, distance, sides } = pattern.wish;
  const families = familiesOf(pattern.wish, rules);
  const ofHands = SIDES.filter((side) => sides.includes(side)).map((side): [Side, PatternSource] => [
    side,
    sources[side],
  ]);
  return {
    ...planDocument(pattern.score, plan, { sides: ofHands.map(([side]) => side), alternatives: false }),
    pattern: { tonic, kind, mode: modeOf(pattern.wish), octaves, inversion, direction, motion, distance },
    source: ofHands.every(([, source]) => source.kind === 'handbook') ? 'handbook' : 'engine',
    sources: Object.fromEntries(ofHands.map(([side, source]) => [side, sourceDocument(source)])),
    families: {
      right: listed(families.right),
      left: listed(families.left),
      both: listed(families.both),
      shape: listed(families.shape),
    },
    together: togetherOf(fingered).map(({ beat, right, left, same, thumbs }) => ({
      beat,
      right: shownFingers(right),
      left: shownFingers(left),
      same,
      thumbs,
    })),
  };
};
