import { ITEM_STATES, LONGEST_ITEM, MOST_ITEMS } from '@kettle-step/core';
import { z } from 'zod';
import { heardSchema } from './heard';
import { pieceIdSchema } from './piece';
import { studentIdSchema } from './student';
import { allDiffer, plainText } from './text';

/** The lesson book: what was set at each lesson, and what was heard of it at the next. */

/** What became of something that was set. */

const tempo = z.number().int().min(10).max(400).nullable().default(null);

export const lessonItemSchema = z.object({
  /** Within its lesson. */
  id: plainText(40).min(1),
  /** The piece it is about; null for anything else. */
  pieceId: pieceIdSchema.nullable().default(null),
  /** Bars as one says them: “1–4”; empty for all. */
  bars: plainText(40).default(''),
  /** What to do: a title, steps of the sheet, a pattern. */
  words: plainText(LONGEST_ITEM).default(''),
  /** The tempo that is wanted, quarters a minute. */
  tempo,
  /** What was heard at the next lesson. */
  state: z.enum(ITEM_STATES).default('open'),
  /** The tempo that was steady. */
  steady: tempo,
  stumbled: plainText(200).default(''),
  remark: plainText(1000).default(''),
});
export type LessonItem = z.infer<typeof lessonItemSchema>;

export const LESSON_STATES = ['planned', 'held', 'missed', 'cancelled'] as const;
export type LessonState = (typeof LESSON_STATES)[number];

/** A day and a time as the clock on the wall has them: lessons keep their time when summer time begins. */
export const wallTimeSchema = z.string().regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'is no day and time');

const MAX_HEARINGS = 20;

const facts = {
  startsAt: wallTimeSchema,
  minutes: z.number().int().min(5).max(300).default(30),
  state: z.enum(LESSON_STATES).default('planned'),
  /** Set at this lesson, for the next. */
  items: z
    .array(lessonItemSchema)
    .max(MOST_ITEMS)
    .refine((items) => allDiffer(items, ({ id }) => id), 'name something twice')
    .default([]),
  heard: plainText(4000).default(''),
  /** What a MIDI keyboard told at the lesson. */
  hearings: z.array(heardSchema).max(MAX_HEARINGS).default([]),
  /** A line for each thing that is promised for the next lesson: its list begins with them. */
  promised: plainText(2000).default(''),
  decisions: plainText(4000).default(''),
};

export const lessonSchema = z.object({
  id: z.string(),
  studentId: studentIdSchema,
  student: z.string(),
  revision: z.number().int().positive(),
  ...facts,
});
export type Lesson = z.infer<typeof lessonSchema>;

/** In the order of their days. */
export const lessonListSchema = z.object({ lessons: z.array(lessonSchema) });

/** So many weeks ahead lessons can be laid down at once. */
export const MOST_WEEKS = 60;

/** A lesson, or one each week at the same time. */
export const newLessonSchema = z.object({
  studentId: studentIdSchema,
  startsAt: wallTimeSchema,
  minutes: facts.minutes,
  weeks: z.number().int().min(1).max(MOST_WEEKS).default(1),
});
export type NewLesson = z.input<typeof newLessonSchema>;
export type LaidLessons = z.output<typeof newLessonSchema>;
export const addedLessonsSchema = z.object({ ids: z.array(z.string()) });

/** A save names the revision it was made from; an older one is refused. */
export const saveLessonSchema = z.object({ ...facts, baseRevision: z.number().int().positive() });
export type SaveLesson = z.input<typeof saveLessonSchema>;

/** Which lessons are wanted: of some days, of a student, with some words in them. */
export const lessonQuerySchema = z.object({
  from: z.iso.date().optional(),
  to: z.iso.date().optional(),
  student: studentIdSchema.optional(),
  words: plainText(200).default(''),
  /** The latest so many; all where it is left out. */
  latest: z.coerce.number().int().min(1).max(10_000).optional(),
});
export type LessonQuery = z.infer<typeof lessonQuerySchema>;

/** In an archive. */
export const archivedLessonSchema = z.object({ id: z.uuid(), ...facts });
export type ArchivedLesson = z.infer<typeof archivedLessonSchema>;
