import { z, type ZodError } from 'zod';

/** As much of a schema as is needed to read with it; the compiler takes long to infer from the schemas' own type. */
export interface Schema<T> {
  readonly safeParse: (
    content: unknown,
  ) => { readonly success: true; readonly data: T } | { readonly success: false; readonly error: ZodError };
}

const MOST_ISSUES = 3;

/** The first places where something does not have the shape it must have, in the schema's own words. */
export const issuesInWords = ({ issues }: ZodError): string =>
  issues
    .slice(0, MOST_ISSUES)
    .map(({ path, message }) => [z.core.toDotPath(path), message].filter(Boolean).join(': '))
    .join('; ');
