import {
  MOVE_KINDS,
  MOVES_AS_USUAL,
  SIDES,
  WRITING_LEVELS,
  withEasings,
  withHands,
  type Apart,
  type GivenNotes,
  type MoveKind,
  type Score,
  type Side,
} from '@kettle-step/core';
import { z } from 'zod';
import { handsSchema, rulesFileSchema, settingsSchema, type RulesFile } from './rules';
import { allDiffer, plainText } from './text';

/** What a teacher has decided about a piece besides its fingers. */

/** Plans from before the two hands could differ hold one for both. */
const bothFromOne = (settings: unknown): unknown => {
  if (typeof settings !== 'object' || settings === null || !('hand' in settings)) return settings;
  const { hand, ...rest } = settings;
  return { hands: { right: hand, left: hand }, ...rest };
};

/**
 * Plans from before hands and rules were settled in layers hold all settings of the piece, or follow its student. What was settled
 * for the piece stays so, moves by name, whatever the student has been taught since.
 */
const ownFromSettings = (desk: unknown): unknown => {
  if (typeof desk !== 'object' || desk === null || !('settings' in desk || 'follows' in desk)) return desk;
  const { settings, follows, ...rest } = desk as Readonly<Record<string, unknown>>;
  if (follows === 'student' || settings === undefined) return rest;
  const old = settingsSchema.safeParse(bothFromOne(settings));
  if (!old.success) return { ...rest, hands: settings };
  const { hands, rules } = old.data;
  return { ...rest, hands, rules: { ...rules, moves: { ...MOVES_AS_USUAL, ...rules.moves } } };
};

const sideSchema = z.enum(SIDES);
const place = { side: sideSchema, bar: z.number().int().nonnegative() };

const nameOfPlace = ({ side, bar }: { readonly side: Side; readonly bar: number }): string => `${side} ${bar}`;

/** Limits in step with what a document may hold. */
const MAX_PLACES = 10_000;
const MAX_NOTES = 100_000;
export const LONGEST_REMARK = 2000;

/** Bars that are meant to differ from others with the same music. */
const apart = z
  .array(z.object(place))
  .max(MAX_PLACES)
  .refine((places) => allDiffer(places, nameOfPlace), 'name a bar of a hand twice');

/** Notes that are played by another hand than the one on whose staff they stand. */
const given = z
  .array(z.object({ noteId: plainText(200).min(1), side: sideSchema }))
  .max(MAX_NOTES)
  .refine((all) => allDiffer(all, ({ noteId }) => noteId), 'name a note twice');

const noteId = plainText(200).min(1);

/** What is played otherwise than written, where the hand does not reach it. */
const eased = z
  .array(
    z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('let-go'), noteId, beforeId: noteId }),
      z.object({ kind: z.literal('roll'), noteId }),
      z.object({ kind: z.literal('leave-out'), noteId }),
      z.object({ kind: z.literal('pedal'), noteId }),
    ]),
  )
  .max(MAX_NOTES)
  .refine((all) => allDiffer(all, ({ kind, noteId: id }) => `${kind} ${id}`), 'ease a note twice in the same way');

const decidedSchema = z.object({
  /** Hands for this piece alone; null where they are its student's. */
  hands: handsSchema.nullable().default(null),
  /** What is settled otherwise for this piece alone. */
  rules: rulesFileSchema.default({}),
  /** The teacher's words about a bar of one hand. */
  remarks: z
    .array(z.object({ ...place, text: plainText(LONGEST_REMARK).min(1) }))
    .max(MAX_PLACES)
    .refine((remarks) => allDiffer(remarks, nameOfPlace), 'speak of a bar of a hand twice')
    .default([]),
  apart: apart.default([]),
  given: given.default([]),
  eased: eased.default([]),
  writing: z.enum(WRITING_LEVELS).default('every'),
});
export const deskSchema = z.preprocess(ownFromSettings, decidedSchema);
export type Desk = z.infer<typeof deskSchema>;

/** The desk of a piece about which nothing has been decided yet. */
export const NEW_DESK: Desk = deskSchema.parse({});

/** What of the desk a fingering depends on, with the settings that hold for it. */
export const fingeringDeskSchema = z.object({ settings: settingsSchema, apart, given, eased });
export type FingeringDesk = z.infer<typeof fingeringDeskSchema>;

/** Bars meant to differ, as the planner wants them. */
export const apartOf = ({ apart }: Pick<Desk, 'apart'>): Apart => {
  const barsOf = (side: Side): ReadonlySet<number> =>
    new Set(apart.filter((one) => one.side === side).map(({ bar }) => bar));
  return { right: barsOf('right'), left: barsOf('left') };
};

/** The score as it is played: notes given to the other hand, and what is eased. */
export const playedOf = (score: Score, { given: gifts, eased: easings }: Pick<Desk, 'given' | 'eased'>): Score =>
  withEasings(withHands(score, givenNotesOf({ given: gifts })), easings);

export const givenNotesOf = ({ given }: Pick<Desk, 'given'>): GivenNotes =>
  new Map(given.map(({ noteId, side }) => [noteId, side]));

/** A ready-made step of a student's way: which moves have been taught. */
export interface Level {
  readonly id: string;
  readonly label: string;
  readonly untaught: readonly MoveKind[];
}

/** From the first months to intermediate; each step adds moves to the one before. Common practice, no source. */
export const LEVELS: readonly Level[] = [
  {
    id: 'first-months',
    label: 'First months: five-finger positions',
    untaught: [
      'extension',
      'contraction',
      'repeated-note-change',
      'thumb-under',
      'finger-over-thumb',
      'silent-substitution',
      'slide',
      'finger-over-finger',
    ],
  },
  {
    id: 'reaching',
    label: 'First reaches: extension, contraction, repeated notes',
    untaught: ['thumb-under', 'finger-over-thumb', 'silent-substitution', 'slide', 'finger-over-finger'],
  },
  {
    id: 'crossing',
    label: 'Crossings: thumb under, finger over thumb',
    untaught: ['silent-substitution', 'slide', 'finger-over-finger'],
  },
  { id: 'intermediate', label: 'Intermediate: every move', untaught: [] },
];

/** Rules in which the moves of a level have been taught, each by name; the other questions stay as they were settled. */
export const rulesAtLevel = (rules: RulesFile, level: Level): RulesFile => ({
  ...rules,
  moves: Object.fromEntries(
    MOVE_KINDS.map((kind) => [kind, level.untaught.includes(kind) ? ('untaught' as const) : 1]),
  ),
});

/** The level whose moves these rules allow; undefined where they are a choice of their own. */
export const levelOf = ({ moves = {} }: RulesFile): Level | undefined =>
  LEVELS.find(({ untaught }) =>
    MOVE_KINDS.every((kind) => (moves[kind] ?? 1) === (untaught.includes(kind) ? 'untaught' : 1)),
  );
