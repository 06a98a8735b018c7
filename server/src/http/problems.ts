import { PROBLEM_MEDIA_TYPE, type Problem, type ProblemCode } from '@kettle-step/contract';
import type { ErrorRequestHandler, Response } from 'express';
import { REFUSALS, Refused, type Refusal } from './refusals';

const STATUS: Readonly<Record<ProblemCode, { readonly status: number; readonly title: string }>> = {
  'bad-request': { status: 400, title: 'The request could not be read' },
  locked: { status: 401, title: 'Kettle Step is locked' },
  forbidden: { status: 403, title: 'Not from here' },
  'not-found': { status: 404, title: 'There is nothing here' },
  'unreadable-file': { status: 422, title: 'The file could not be read' },
  'too-large': { status: 413, title: 'The file is too large' },
  'wrong-type': { status: 415, title: 'Sent as something else' },
  conflict: { status: 409, title: 'Saved elsewhere in the meantime' },
  'too-many': { status: 429, title: 'Too many at once' },
  unavailable: { status: 503, title: 'Not at the moment' },
  'storage-full': { status: 507, title: 'There is no room' },
  internal: { status: 500, title: 'Something went wrong in the program' },
};

const detailsOf = ({ code, detail }: Refusal): Problem => {
  const { status, title } = STATUS[code];
  return { type: `urn:kettle-step:problem:${code}`, title, status, detail, code };
};

/** Answers with problem details (RFC 9457). */
export const sendProblem = (
  response: Response,
  refusal: Refusal,
  more: Pick<Problem, 'currentRevision'> = {},
): void => {
  const problem = { ...detailsOf(refusal), ...more };
  response.status(problem.status).type(PROBLEM_MEDIA_TYPE).send(JSON.stringify(problem));
};

const isTooLarge = (cause: unknown): boolean => (cause as { type?: string } | null)?.type === 'entity.too.large';

/** A body that the framework itself could not take apart; its status says so. */
const isBadBody = (cause: unknown): boolean => {
  const status = (cause as { status?: number } | null)?.status;
  return status !== undefined && status >= 400 && status < 500;
};

/** Names the refusal for an error that is not ours; undefined for a bug. */
export type RefusalFor = (cause: unknown) => Refusal | undefined;

/** What a request answers when an error ended it. */
export const problemOf = (cause: unknown, refusalFor: RefusalFor): Problem =>
  detailsOf(refusalFor(cause) ?? REFUSALS.bug);

/** The last stop: nothing leaves as a stack trace, and bugs are loud on the server's own output. */
export const problemHandler =
  (refusalFor: RefusalFor, report: (cause: unknown) => void): ErrorRequestHandler =>
  (cause, _request, response, next) => {
    if (response.headersSent) return next(cause);
    if (cause instanceof Refused) {
      const { refusal, currentRevision } = cause;
      return sendProblem(response, refusal, currentRevision === undefined ? {} : { currentRevision });
    }
    if (isTooLarge(cause)) return sendProblem(response, REFUSALS.tooLarge);
    if (isBadBody(cause)) return sendProblem(response, REFUSALS.badBody);
    report(cause);
    return sendProblem(response, refusalFor(cause) ?? REFUSALS.bug);
  };
