import {
  DEFAULT_HANDS,
  DEFAULT_RULES,
  FINGER_PAIRS,
  handProblem,
  MOVE_KINDS,
  MOVES_AS_USUAL,
  type Hand,
  type MoveKind,
  type Rules,
} from '@kettle-step/core';
import { z } from 'zod';

/** What a teacher may write into a rules file: any part of the rules; the rest is as usual. See docs/engine.md. */

/** A share of a move's usual price; above this it would be a prohibition by another name. */
const DEAREST = 10;

const movePrice = z.union([z.number().min(0).max(DEAREST), z.literal('untaught')]);

type Given<T> = { readonly [K in keyof T]?: Exclude<T[K], undefined> };

const given = <T extends object>(record: T): Given<T> =>
  Object.fromEntries(Object.entries(record).filter(([, value]) => value !== undefined)) as Given<T>;

/** A measured hand, mm; what cannot be one is refused in the words of the core. */
export const handSchema = z
  .object({
    span15Mm: z.number(),
    span25Mm: z.number(),
    pairsMm: z.partialRecord(z.enum(FINGER_PAIRS), z.number()).optional(),
  })
  .transform(({ pairsMm, ...spans }): Hand => (pairsMm ? { ...spans, pairsMm: given(pairsMm) } : spans))
  .superRefine((hand, context) => {
    const message = handProblem(hand);
    if (message) context.addIssue({ code: 'custom', message });
  });

export const handsSchema = z.object({ right: handSchema, left: handSchema });

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

/** Rules with what is settled otherwise on top of them, question by question and move by move. */
export const rulesOver = (under: RulesFile, over: RulesFile): RulesFile => ({
  ...under,
  ...given(over),
  ...(under.moves || over.moves ? { moves: { ...under.moves, ...given(over.moves ?? {}) } } : {}),
  ...(under.connected || over.connected ? { connected: { ...under.connected, ...given(over.connected ?? {}) } } : {}),
});

/** Whose hands play and by which rules; what is left out of the rules is as usual. */
export const settingsSchema = z.object({ hands: handsSchema, rules: rulesFileSchema });
export type Settings = z.infer<typeof settingsSchema>;

/** Medium adult hands and the usual rules. */
export const DEFAULT_SETTINGS: Settings = { hands: DEFAULT_HANDS, rules: {} };

/** The rules of a file, completed with what is usual. */
export const completeRules = ({ moves = {}, connected = {}, ...more }: RulesFile): Rules => ({
  ...DEFAULT_RULES,
  ...given(more),
  connected: { ...DEFAULT_RULES.connected, ...given(connected) },
  moves: { ...MOVES_AS_USUAL, ...(given(moves) as Partial<Record<MoveKind, number | 'untaught'>>) },
});
