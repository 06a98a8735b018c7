import { HttpErrorResponse } from '@angular/common/http';
import { problemSchema, type Problem, type ProblemCode } from '@kettle-step/contract';
import { catchError, type MonoTypeOperatorFunction, throwError } from 'rxjs';

/** What went wrong on the way to the server, in words for the teacher. */
export class ServerProblem extends Error {
  override readonly name = 'ServerProblem';

  constructor(
    readonly problem: Problem | undefined,
    message: string,
  ) {
    super(message);
  }
}

/** The kind of problem the server told of; undefined where it did not answer. */
export const problemCode = (cause: unknown): ProblemCode | undefined =>
  cause instanceof ServerProblem ? cause.problem?.code : undefined;

const parseBody = (body: unknown): unknown => {
  if (typeof body !== 'string') return body;
  try {
    return JSON.parse(body);
  } catch {
    return undefined;
  }
};

const toProblem = (cause: unknown): ServerProblem => {
  if (cause instanceof ServerProblem) return cause;
  if (!(cause instanceof HttpErrorResponse)) return new ServerProblem(undefined, 'The answer could not be understood.');
  const { data } = problemSchema.safeParse(parseBody(cause.error));
  if (data) return new ServerProblem(data, data.detail);
  return new ServerProblem(undefined, 'Kettle Step cannot be reached; is it still running?');
};

/** Has what goes wrong told in words. */
export const worded = <T>(): MonoTypeOperatorFunction<T> =>
  catchError((cause: unknown) => throwError(() => toProblem(cause)));
