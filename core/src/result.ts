/** The outcome of something a user's input can make fail: errors are values, never exceptions. */
export type Result<T, E> = { readonly kind: 'ok'; readonly value: T } | { readonly kind: 'error'; readonly error: E };

export const ok = <T>(value: T): Result<T, never> => ({ kind: 'ok', value });
export const fail = <E>(error: E): Result<never, E> => ({ kind: 'error', error });

/** Carries a success on to the next step and an error past it. */
export const andThen = <T, U, E, F>(result: Result<T, E>, next: (value: T) => Result<U, F>): Result<U, E | F> =>
  result.kind === 'ok' ? next(result.value) : result;

/** A broken contract between rooms of this program: always a bug, never the user's doing. */
export class ContractError extends Error {
  override readonly name = 'ContractError';
}
