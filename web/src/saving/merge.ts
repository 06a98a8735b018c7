import { isEqual } from 'es-toolkit';

/** Some fields of a record with new values; undefined takes an optional field away. */
export type Changes<T> = { readonly [K in keyof T]?: T[K] | undefined };

/** The changes of those fields that satisfy a condition. */
export const changesWhere = <T extends object>(changes: Changes<T>, holds: (field: keyof T) => boolean): Changes<T> =>
  Object.fromEntries(Object.entries(changes).filter(([field]) => holds(field as keyof T))) as Changes<T>;

/** A record with changes made to it. */
export const changed = <T extends object>(record: T, changes: Changes<T>): T =>
  Object.fromEntries(Object.entries({ ...record, ...changes }).filter(([, value]) => value !== undefined)) as T;

/**
 * Changes that were made here, brought onto what another window saved meanwhile, field by field: what the other window did not touch is
 * kept, the rest is lost.
 */
export const mergedOnto = <T extends object>(
  base: T,
  changes: Changes<T>,
  theirs: T,
): { readonly kept: Changes<T>; readonly lost: Changes<T> } => {
  const isTheirs = (field: keyof T): boolean =>
    !isEqual(base[field], theirs[field]) && !isEqual(changes[field], theirs[field]);
  return { kept: changesWhere(changes, (field) => !isTheirs(field)), lost: changesWhere(changes, isTheirs) };
};
