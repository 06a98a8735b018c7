import { z } from 'zod';

/** RFC 9457 problem details; `code` is ours and stable. */
export const PROBLEM_CODES = [
  'bad-request',
  'locked',
  'forbidden',
  'not-found',
  'unreadable-file',
  'too-large',
  'wrong-type',
  'conflict',
  'too-many',
  'unavailable',
  'storage-full',
  'internal',
] as const;
export type ProblemCode = (typeof PROBLEM_CODES)[number];

export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  code: z.enum(PROBLEM_CODES),
  /** With a conflict: the revision that stands now. */
  currentRevision: z.number().int().optional(),
});
export type Problem = z.infer<typeof problemSchema>;

export const PROBLEM_MEDIA_TYPE = 'application/problem+json';
