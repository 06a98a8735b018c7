import { BAR_STATES, DECIDED_BY, LEAVING_PIECES, LESSON_STATES, VERSION_KINDS } from '@kettle-step/contract';
import { SIDES, type MoveKind, MEMORY_OUTCOMES } from '@kettle-step/core';
import { sql } from 'drizzle-orm';
import {
  blob,
  index,
  integer,
  primaryKey,
  real,
  sqliteTable,
  text,
  type AnySQLiteColumn,
} from 'drizzle-orm/sqlite-core';

/** What the teacher has settled for the whole studio: one row, or none yet. */
export const houseRules = sqliteTable('house_rules', {
  id: integer('id').primaryKey(),
  rules: text('rules', { mode: 'json' }).$type<unknown>().notNull(),
  revision: integer('revision').notNull().default(1),
});

/** Whom pieces are for. One who has left stays, so that it can be undone. */
export const students = sqliteTable('students', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  remarks: text('remarks').notNull().default(''),
  since: text('since'),
  rules: text('rules', { mode: 'json' }).$type<unknown>().notNull().default({}),
  revision: integer('revision').notNull().default(1),
  leftAt: text('left_at'),
  /** What became of the pieces when the student left. */
  leftPieces: text('left_pieces', { enum: LEAVING_PIECES }),
});

const studentId = () =>
  text('student_id')
    .notNull()
    .references(() => students.id, { onDelete: 'cascade' });

/** The hands of a student as they were measured on a day. */
export const handMeasures = sqliteTable('hand_measures', {
  id: text('id').primaryKey(),
  studentId: studentId(),
  measuredOn: text('measured_on').notNull(),
  right: text('right', { mode: 'json' }).$type<unknown>().notNull(),
  left: text('left', { mode: 'json' }).$type<unknown>().notNull(),
  remark: text('remark').notNull().default(''),
});

/** What a student played from memory, and whether it was passed. */
export const memoryChecks = sqliteTable(
  'memory_checks',
  {
    id: text('id').primaryKey(),
    studentId: studentId(),
    /** As JSON: the same for the same subject. */
    subject: text('subject').notNull(),
    checkedOn: text('checked_on').notNull(),
    outcome: text('outcome', { enum: MEMORY_OUTCOMES }).notNull(),
    /** The day the teacher wants it again, where that is not what is worked out. */
    dueOn: text('due_on'),
  },
  (table) => [index('memory_checks_by_student').on(table.studentId, table.checkedOn)],
);

/** Links by which a student sees the own page. Only a hash of each is kept: the link itself is shown once. */
export const studentLinks = sqliteTable('student_links', {
  id: text('id').primaryKey(),
  studentId: studentId(),
  tokenHash: text('token_hash').notNull().unique(),
  createdAt: text('created_at').notNull(),
  /** The last day it is good for; null where it is until it is taken back. */
  expiresOn: text('expires_on'),
});

/** Answers in the finger trainer. */
export const trainerAnswers = sqliteTable(
  'trainer_answers',
  {
    id: text('id').primaryKey(),
    studentId: studentId(),
    /** What was asked, as JSON: the same for the same question. */
    question: text('question').notNull(),
    /** In universal time. */
    answeredAt: text('answered_at').notNull(),
    isRight: integer('is_right', { mode: 'boolean' }).notNull(),
    ms: integer('ms').notNull(),
  },
  (table) => [index('trainer_answers_by_student').on(table.studentId, table.answeredAt)],
);

/** A piece as the shelf shows it: one small row. */
export const pieces = sqliteTable('pieces', {
  id: text('id').primaryKey(),
  title: text('title').notNull(),
  composer: text('composer').notNull(),
  studentId: text('student_id').references(() => students.id, { onDelete: 'set null' }),
  /** The piece with the general plan, where this is a student's own plan of it. */
  generalId: text('general_id').references((): AnySQLiteColumn => pieces.id, { onDelete: 'set null' }),
  metre: text('metre').notNull(),
  key: text('key').notNull(),
  bars: integer('bars').notNull(),
  notes: integer('notes').notNull(),
  createdAt: text('created_at').notNull(),
  updatedAt: text('updated_at').notNull(),
  /** What of the plan the shelf shows, kept by each save: rules for this piece alone, and the ribbon of each hand in small. */
  ownRules: text('own_rules', { mode: 'json' }).$type<unknown>().notNull().default({}),
  rightLane: text('right_lane').notNull().default(''),
  leftLane: text('left_lane').notNull().default(''),
});

/** The music of a piece, apart from what the shelf shows: it is large. */
export const pieceMusic = sqliteTable('piece_music', {
  pieceId: text('piece_id')
    .primaryKey()
    .references(() => pieces.id, { onDelete: 'cascade' }),
  /** MusicXML with an id on every note. */
  document: text('document').notNull(),
  /** The file as it was brought in, to the byte; pieces from before it was kept have none. */
  source: blob('source', { mode: 'buffer' }),
  sourceName: text('source_name').notNull().default(''),
});

/** The fingering of a piece. Each save makes a new revision; a save based on an older one is refused. */
export const plans = sqliteTable('plans', {
  id: integer('id').primaryKey({ autoIncrement: true }),
  pieceId: text('piece_id')
    .notNull()
    .unique()
    .references(() => pieces.id, { onDelete: 'cascade' }),
  revision: integer('revision').notNull(),
  /** What is decided besides the fingers. */
  desk: text('desk', { mode: 'json' }).$type<unknown>().notNull().default({}),
  /** Of a student's own plan: the general fingers as they were looked at last, bar by bar. */
  generalSeen: text('general_seen', { mode: 'json' }).$type<unknown>().notNull().default([]),
});

/** Plans as they once were. */
export const planVersions = sqliteTable('plan_versions', {
  id: text('id').primaryKey(),
  pieceId: text('piece_id')
    .notNull()
    .references(() => pieces.id, { onDelete: 'cascade' }),
  name: text('name').notNull(),
  kind: text('kind', { enum: VERSION_KINDS }).notNull(),
  createdAt: text('created_at').notNull(),
  /** Fingers and desk. */
  content: text('content', { mode: 'json' }).$type<unknown>().notNull(),
  /** The music they belong to, once the piece's own has been corrected; until then it is the piece's. */
  document: text('document'),
});

const planId = () =>
  integer('plan_id')
    .notNull()
    .references(() => plans.id, { onDelete: 'cascade' });

export const planFingers = sqliteTable(
  'plan_fingers',
  {
    planId: planId(),
    noteId: text('note_id').notNull(),
    finger: integer('finger').notNull(),
    substitute: integer('substitute'),
    decidedBy: text('decided_by', { enum: DECIDED_BY }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.planId, table.noteId] })],
);

/** State of each bar of each hand, with what its ribbon cell shows. */
export const planBars = sqliteTable(
  'plan_bars',
  {
    planId: planId(),
    side: text('side', { enum: SIDES }).notNull(),
    bar: integer('bar').notNull(),
    number: integer('number').notNull(),
    state: text('state', { enum: BAR_STATES }).notNull(),
    effort: real('effort').notNull(),
    moves: text('moves', { mode: 'json' }).$type<MoveKind[]>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.planId, table.side, table.bar] })],
);

/** Lessons of a student; the day and time are those of the clock on the wall. */
export const lessons = sqliteTable(
  'lessons',
  {
    id: text('id').primaryKey(),
    studentId: text('student_id')
      .notNull()
      .references(() => students.id, { onDelete: 'cascade' }),
    startsAt: text('starts_at').notNull(),
    minutes: integer('minutes').notNull(),
    state: text('state', { enum: LESSON_STATES }).notNull().default('planned'),
    /** What was set, heard and decided. */
    content: text('content', { mode: 'json' }).$type<unknown>().notNull().default({}),
    /** What the teacher wrote, folded for search; null where it has not been folded yet. */
    searchText: text('search_text'),
    revision: integer('revision').notNull().default(1),
  },
  (table) => [
    index('lessons_by_day').on(table.startsAt),
    index('lessons_by_student').on(table.studentId, table.startsAt),
    index('lessons_to_fold')
      .on(table.id)
      .where(sql`search_text IS NULL`),
  ],
);

/** Pieces that were removed from the shelf, each as an archive: no other table refers to them. */
export const trash = sqliteTable('trash', {
  id: text('id').primaryKey(),
  title: text('title').notNull(),
  student: text('student').notNull(),
  trashedAt: text('trashed_at').notNull(),
  archive: blob('archive', { mode: 'buffer' }).notNull(),
});

/** The secret and the pass phrase of the studio: one row, which no backup replaces. */
export const auth = sqliteTable('auth', {
  id: integer('id').primaryKey(),
  /** Signs the cookies of sessions. */
  secret: text('secret').notNull(),
  /** The hash of the pass phrase with how it was made; null where there is none. */
  passPhrase: text('pass_phrase', { mode: 'json' }).$type<unknown>(),
});

/** Windows that were unlocked. */
export const sessions = sqliteTable('sessions', {
  /** The hash of what the cookie holds: whoever reads the file or a backup has no key by it. */
  id: text('id').primaryKey(),
  data: text('data', { mode: 'json' }).$type<unknown>().notNull(),
  /** Milliseconds since 1970. */
  expiresAt: integer('expires_at').notNull(),
});
