import { z } from 'zod';
import { plainText } from './text';

/**
 * Shortest pass phrase, characters: what NIST SP 800-63B-4 (3.1.1.2, from memory) asks of a password that is the only key. Longest:
 * our choice.
 */
export const PASS_PHRASE_LENGTH = { min: 15, max: 200 } as const;

export const newPassPhraseSchema = plainText(PASS_PHRASE_LENGTH.max).refine(
  (phrase) => [...phrase].length >= PASS_PHRASE_LENGTH.min,
  `is shorter than ${PASS_PHRASE_LENGTH.min} characters`,
);

/** Whether the studio has a pass phrase, and whether this window may use it. */
export const accessSchema = z.object({ hasPassPhrase: z.boolean(), isOpen: z.boolean() });
export type Access = z.infer<typeof accessSchema>;

export const unlockSchema = z.object({ passPhrase: plainText(PASS_PHRASE_LENGTH.max).min(1) });

/** The first pass phrase, or another in its place; that takes the one that holds. */
export const changePassPhraseSchema = z.object({
  current: plainText(PASS_PHRASE_LENGTH.max).nullable(),
  passPhrase: newPassPhraseSchema,
});
export type ChangePassPhrase = z.infer<typeof changePassPhraseSchema>;

/** A pass phrase as it is kept: its scrypt hash (RFC 7914) with all that is needed to make it again. */
export const hashedSchema = z.object({
  kind: z.literal('scrypt'),
  /** N, r and p of RFC 7914. */
  cost: z
    .number()
    .int()
    .min(2)
    .max(2 ** 20),
  blockSize: z.number().int().min(1).max(32),
  parallelization: z.number().int().min(1).max(16),
  /** Base64. */
  salt: z.string().min(1).max(200),
  hash: z.string().min(1).max(200),
});
export type Hashed = z.infer<typeof hashedSchema>;
