import { z } from 'zod';

/** Control characters but tab and line break, and halves of characters: XML and archives cannot carry them (XML 1.0, 2.2). */

const NO_TEXT = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffe\uffff\p{Surrogate}]/u;

/** Text that may be written, stored and sent in any of our forms. */
export const plainText = (most: number) =>
  z
    .string()
    .max(most)
    .refine((text) => !NO_TEXT.test(text), 'has characters that are not text');

/** Whether no two of them go by the same name. */
export const allDiffer = <T>(all: readonly T[], nameOf: (one: T) => string): boolean =>
  new Set(all.map(nameOf)).size === all.length;
