import { z } from 'zod';
import type { Desk } from './desk';
import { DEFAULT_SETTINGS, handsSchema, rulesFileSchema, rulesOver, type RulesFile, type Settings } from './rules';

/**
 * What stands under the decisions about a piece: the house rules of the studio, and its student's hands and rules as they are now.
 */
export const standingSchema = z.object({
  house: rulesFileSchema,
  /** Null where the piece is for nobody yet; the hands are null until they are measured. */
  student: z
    .object({ id: z.string(), name: z.string(), hands: handsSchema.nullable(), rules: rulesFileSchema })
    .nullable(),
});
export type Standing = z.infer<typeof standingSchema>;

/** What of it a fingering depends on. */
export interface Layers {
  readonly house: RulesFile;
  readonly student: Pick<NonNullable<Standing['student']>, 'hands' | 'rules'> | null;
}

export const NOTHING_STANDS: Standing = { house: {}, student: null };

/** Where an answer to a question comes from, the nearest first. */
export type Layer = 'piece' | 'student' | 'house' | 'usual';

/**
 * The one answer to what a piece is worked out with: what was settled for the piece, over what was for its student, over the house
 * rules, over what is usual. Hands nobody has measured are medium adult ones.
 */
export const settingsFor = (
  { house, student }: Layers,
  own: Pick<Desk, 'hands' | 'rules'> = { hands: null, rules: {} },
): Settings => ({
  hands: own.hands ?? student?.hands ?? DEFAULT_SETTINGS.hands,
  rules: rulesOver(rulesOver(house, student?.rules ?? {}), own.rules),
});

/** The layer that answers a question. */
export const layerOf = (question: keyof RulesFile, { house, student }: Layers, own: RulesFile): Layer => {
  if (own[question] !== undefined) return 'piece';
  if (student?.rules[question] !== undefined) return 'student';
  return house[question] === undefined ? 'usual' : 'house';
};
