import {
  DEFAULT_RULES,
  MOVE_KINDS,
  MOVES_AS_USUAL,
  SPAN15_RANGE_MM,
  type MoveKind,
  type Rules,
} from '@kettle-step/core';
import { z } from 'zod';

/** What a teacher may write into a rules file: any part of the rules; the rest is as usual. See docs/engine.md. */

/** A share of a move's usual price; above this it would be a prohibition by another name. */
const DEAREST = 10;

const movePrice = z.union([z.number().min(0).max(DEAREST), z.literal('untaught')]);

/** A measured hand, mm. The second finger's span is always less than the thumb's. */
export const handSchema = z
  .object({
    span15Mm: z.number().min(SPAN15_RANGE_MM[0]).max(SPAN15_RANGE_MM[1]),
    span25Mm: z
      .number()
      .min(SPAN15_RANGE_MM[0] / 2)
      .max(SPAN15_RANGE_MM[1]),
  })
  .refine(({ span15Mm, span25Mm }) => span25Mm < span15Mm, 'The span from 2 to 5 is less than that from 1 to 5.');

const connectedVoice = z.enum(['upper', 'lower', 'none']);

export const rulesFileSchema = z
  .object({
    moves: z.object(Object.fromEntries(MOVE_KINDS.map((kind) => [kind, movePrice.optional()]))).strict(),
    repeats: z.enum(['by-speed', 'always-change', 'never-change']),
    fastRepeatsPerSecond: z.number().min(1).max(20),
    blackThumb: z.enum(['avoid', 'allow']),
    crossing: z.enum(['thumb-only', 'outer-voices']),
    connected: z.object({ right: connectedVoice.optional(), left: connectedVoice.optional() }).strict(),
    pairs: z.enum(['change-at-lifts', 'slide']),
    wideLeaps: z.enum(['stretch', 'jump']),
    arpeggioInner: z.union([z.literal('by-keys'), z.literal(3), z.literal(4)]),
    chromatic: z.enum(['thumb-and-3', 'groups']),
    scaleEnds: z.enum(['five', 'pattern']),
    positionChanges: z.enum(['fewest', 'smallest']),
    printed: z.enum(['suggestion', 'keep']),
    ties: z.union([z.number().min(0).max(1), z.literal('hard')]),
  })
  .partial()
  .strict();
export type RulesFile = z.infer<typeof rulesFileSchema>;

type Given<T> = { readonly [K in keyof T]?: Exclude<T[K], undefined> };

const given = <T extends object>(record: T): Given<T> =>
  Object.fromEntries(Object.entries(record).filter(([, value]) => value !== undefined)) as Given<T>;

/** The rules of a file, completed with what is usual. */
export const completeRules = ({ moves = {}, connected = {}, ...more }: RulesFile): Rules => ({
  ...DEFAULT_RULES,
  ...given(more),
  connected: { ...DEFAULT_RULES.connected, ...given(connected) },
  moves: { ...MOVES_AS_USUAL, ...(given(moves) as Partial<Record<MoveKind, number | 'untaught'>>) },
});
