import {
  DEFAULT_HANDS,
  MOVES_AS_USUAL,
  SIDES,
  WRITING_LEVELS,
  type Apart,
  type GivenNotes,
  type MoveKind,
  type Side,
} from '@kettle-step/core';
import { z } from 'zod';
import { handSchema, rulesFileSchema, type RulesFile } from './rules';
import { allDiffer, plainText } from './text';

/** What a teacher has decided about a piece besides its fingers. */

/** Plans from before the two hands could differ hold one for both. */
const bothFromOne = (settings: unknown): unknown => {
  if (typeof settings !== 'object' || settings === null || !('hand' in settings)) return settings;
  const { hand, ...rest } = settings;
  return { hands: { right: hand, left: hand }, ...rest };
};

/** Whose hands play and by which rules; what is left out of the rules is as usual. */
export const settingsSchema = z.preprocess(
  bothFromOne,
  z.object({ hands: z.object({ right: handSchema, left: handSchema }), rules: rulesFileSchema }),
);
export type Settings = z.infer<typeof settingsSchema>;

/** Medium adult hands and the usual rules. */
export const DEFAULT_SETTINGS: Settings = { hands: DEFAULT_HANDS, rules: {} };

const sideSchema = z.enum(SIDES);
const place = { side: sideSchema, bar: z.number().int().nonnegative() };

const nameOfPlace = ({ side, bar }: { readonly side: Side; readonly bar: number }): string => `${side} ${bar}`;

/** Limits in step with what a document may hold. */
const MAX_PLACES = 10_000;
const MAX_NOTES = 100_000;
export const LONGEST_REMARK = 2000;

/** Whose hands and rules a piece is worked out with: its student's as they are at the time, or its own. */
export const FOLLOWS = ['student', 'piece'] as const;

export const deskSchema = z.object({
  settings: settingsSchema.default(DEFAULT_SETTINGS),
  follows: z.enum(FOLLOWS).default('piece'),
  /** The teacher's words about a bar of one hand. */
  remarks: z
    .array(z.object({ ...place, text: plainText(LONGEST_REMARK).min(1) }))
    .max(MAX_PLACES)
    .refine((remarks) => allDiffer(remarks, nameOfPlace), 'speak of a bar of a hand twice')
    .default([]),
  /** Bars that are meant to differ from others with the same music. */
  apart: z
    .array(z.object(place))
    .max(MAX_PLACES)
    .refine((places) => allDiffer(places, nameOfPlace), 'name a bar of a hand twice')
    .default([]),
  /** Notes that are played by another hand than the one on whose staff they stand. */
  given: z
    .array(z.object({ noteId: plainText(200).min(1), side: sideSchema }))
    .max(MAX_NOTES)
    .refine((given) => allDiffer(given, ({ noteId }) => noteId), 'name a note twice')
    .default([]),
  writing: z.enum(WRITING_LEVELS).default('every'),
});
export type Desk = z.infer<typeof deskSchema>;

/** The desk of a piece about which nothing has been decided yet: it follows its student as soon as it has one. */
export const NEW_DESK: Desk = deskSchema.parse({ follows: 'student' });

/** Bars meant to differ, as the planner wants them. */
export const apartOf = ({ apart }: Pick<Desk, 'apart'>): Apart => {
  const barsOf = (side: Side): ReadonlySet<number> =>
    new Set(apart.filter((one) => one.side === side).map(({ bar }) => bar));
  return { right: barsOf('right'), left: barsOf('left') };
};

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

/** Rules in which the moves of a level have been taught; the other questions stay as they were settled. */
export const rulesAtLevel = (rules: RulesFile, level: Level): RulesFile => ({
  ...rules,
  moves: Object.fromEntries(level.untaught.map((kind) => [kind, 'untaught' as const])),
});

/** The level whose moves these rules allow; undefined where they are a choice of their own. */
export const levelOf = ({ moves = {} }: RulesFile): Level | undefined =>
  LEVELS.find(({ untaught }) =>
    (Object.keys(MOVES_AS_USUAL) as MoveKind[]).every(
      (kind) => (moves[kind] === 'untaught') === untaught.includes(kind) && typeof moves[kind] !== 'number',
    ),
  );
