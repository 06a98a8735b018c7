import { z } from 'zod';
import { lessonItemSchema, wallTimeSchema } from './lesson';
import { memorySubjectSchema } from './memory';

/** A student's own page: what is set this week, by a link that needs no account. */

export const newLinkSchema = z.object({
  /** The last day it is good for; null where it is until it is taken back. */
  expiresOn: z.iso.date().nullable().default(null),
});
export type NewLink = z.input<typeof newLinkSchema>;

export const linkSchema = z.object({ id: z.string(), createdAt: z.iso.datetime(), expiresOn: z.iso.date().nullable() });
export type StudentLink = z.infer<typeof linkSchema>;
export const linkListSchema = z.object({ links: z.array(linkSchema) });

/** The token is told once, when the link is made: only a hash of it is kept. */
export const madeLinkSchema = z.object({ id: z.string(), token: z.string() });

/** A name of 16 signs by which the link is found, then a secret of 256 bits. */
export const tokenSchema = z.string().regex(/^[a-f0-9]{16}[A-Za-z0-9_-]{43}$/);

/** What is set at a lesson, without what the teacher thinks of it. */
export const ownItemSchema = lessonItemSchema
  .pick({ id: true, pieceId: true, bars: true, words: true, tempo: true })
  .extend({ title: z.string() });

export const ownPageSchema = z.object({
  /** The first name. */
  name: z.string(),
  /** The day of the lesson it was set at; null where nothing is set. */
  setOn: z.iso.date().nullable(),
  items: z.array(ownItemSchema),
  /** What is asked for from memory at the next lesson. */
  memory: z.array(z.object({ subject: memorySubjectSchema, dueOn: z.iso.date() })),
  nextLesson: wallTimeSchema.nullable(),
});
export type OwnPage = z.infer<typeof ownPageSchema>;
