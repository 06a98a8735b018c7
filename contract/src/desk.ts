import {
  MOVE_KINDS,
  PEDAL_WAYS,
  SIDES,
  WRITING_LEVELS,
  withEasings,
  withHands,
  withPedal,
  withRoad,
  type Apart,
  type GivenNotes,
  type MoveKind,
  type Score,
  type Side,
} from '@kettle-step/core';
import type { Carried as CarriedWith, Decided as DecidedWith } from '@kettle-step/core';
import { z } from 'zod';
import { handsSchema, rulesFileSchema, settingsSchema, type RulesFile } from './rules';
import { allDiffer, plainText } from './text';
import { trialSchema } from './trial';

/** What a teacher has decided about a piece besides its fingers. */

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

/** Limits of what is said about one piece. */
const MAX_STRETCHES = 200;
const bar = z.number().int().nonnegative();
const stretch = z.tuple([bar, bar]).refine(([first, last]) => first <= last, 'end before it begins');

/** The pedal; a later stretch lies over earlier ones. */
export const pedalSchema = z.array(z.object({ bars: stretch, way: z.enum(PEDAL_WAYS) })).max(MAX_STRETCHES);

/** How the piece is played, where that is settled otherwise than it is written. */
const playingSchema = z.object({
  /** Bars at which a section begins. */
  sections: z
    .array(z.object({ bar, name: plainText(40).min(1) }))
    .max(MAX_STRETCHES)
    .refine((all) => allDiffer(all, (one) => String(one.bar)), 'begin two sections in one bar')
    .default([]),
  /** Hands that sound an octave higher or lower the second time, from a bar to the end of its repeat. */
  octaves: z
    .array(z.object({ ...place, octaves: z.number().int().min(-1).max(1) }))
    .max(MAX_STRETCHES)
    .refine((all) => allDiffer(all, nameOfPlace), 'raise a hand twice from one bar')
    .default([]),
  pedal: pedalSchema.default([]),
});
export type Playing = z.infer<typeof playingSchema>;
const playing = playingSchema.default(() => playingSchema.parse({}));

/** A trouble spot that the teacher adds. */
const addedSpot = z.object({ bar, words: plainText(200) });

/** What the teacher makes of the trouble spots that are found. Bars name spots. */
const spotsSchema = z.object({
  added: z.array(addedSpot).max(MAX_STRETCHES).default([]),
  dropped: z.array(bar).max(MAX_PLACES).default([]),
  /** Bars in the order the teacher put them; the others follow, hardest first. */
  order: z.array(bar).max(MAX_PLACES).default([]),
});

/** Keys of steps hold the id of a note. */
const LONGEST_KEY = 300;

/** The longest step of a sheet. */
const LONGEST_STEP = 1000;

/** A step that the teacher changed, or wrote. */
const sheetStep = z.object({
  /** Which step of the plan's it is, by what it is about; steps of the teacher's own have names that begin with `own`. */
  key: plainText(LONGEST_KEY).min(1),
  isIn: z.boolean(),
  /** Null where the words are the plan's. */
  words: plainText(LONGEST_STEP).nullable(),
  /** The plan's words when the teacher changed them: where they are others now, the music of the step has changed. */
  basis: plainText(LONGEST_STEP).nullable(),
});

/** What the teacher changed about the practice sheet. */
const sheetSchema = z.object({
  /** In the order of the sheet, where that was changed. */
  steps: z.array(sheetStep).max(MAX_STRETCHES).default([]),
  order: z.array(plainText(LONGEST_KEY)).max(MAX_STRETCHES).default([]),
});

/** The way from the tempo that is steady today to the goal. */
const ladderSchema = z.object({
  /** Quarters a minute. */
  today: z.number().positive().max(400),
  goal: z.number().positive().max(400).nullable(),
  weeks: z.number().int().min(1).max(26),
  daysAWeek: z.number().int().min(1).max(7),
});

const practiceSchema = z.object({
  spots: spotsSchema.default(() => spotsSchema.parse({})),
  sheet: sheetSchema.default(() => sheetSchema.parse({})),
  ladder: ladderSchema.nullable().default(null),
  trials: z
    .array(trialSchema)
    .max(MAX_STRETCHES)
    .refine((all) => allDiffer(all, ({ id }) => id), 'name a trial twice')
    .default([]),
});
export type PracticeChoices = z.infer<typeof practiceSchema>;
const practice = practiceSchema.default(() => practiceSchema.parse({}));

export const deskSchema = z.object({
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
  playing,
  practice,
  writing: z.enum(WRITING_LEVELS).default('every'),
});
export type Desk = z.infer<typeof deskSchema>;

/** What is decided about a piece: its fingers, and its desk. */
export type Decided = DecidedWith<Desk>;
/** The same, carried over to other music. */
export type Carried = CarriedWith<Desk>;

/** The desk of a piece about which nothing has been decided yet. */
export const NEW_DESK: Desk = deskSchema.parse({});

/** What of the desk a fingering depends on, with the settings that hold for it. */
export const fingeringDeskSchema = z.object({ settings: settingsSchema, apart, given, eased, playing });
export type FingeringDesk = z.infer<typeof fingeringDeskSchema>;

/** Bars meant to differ, as the planner wants them. */
export const apartOf = ({ apart }: Pick<Desk, 'apart'>): Apart => {
  const barsOf = (side: Side): ReadonlySet<number> =>
    new Set(apart.filter((one) => one.side === side).map(({ bar }) => bar));
  return { right: barsOf('right'), left: barsOf('left') };
};

/** What of the desk says how the music itself is played. */
export type PlayedAs = Pick<Desk, 'given' | 'eased' | 'playing'>;

/** The score as it is played: its order, notes given to the other hand, what is eased, and the pedal. */
export const playedOf = (
  score: Score,
  { given: gifts, eased: easings, playing: { pedal, ...road } }: PlayedAs,
): Score => withEasings(withPedal(withHands(withRoad(score, road), givenNotesOf({ given: gifts })), pedal), easings);

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
