import type { IncomingHttpHeaders } from 'node:http';
import { json, type RequestHandler } from 'express';
import { sendProblem } from './problems';
import { calledWrongly, REFUSALS, sentAs } from './refusals';

/** Names under which this machine calls itself. */
const LOOPBACK = /^(localhost|127(\.\d{1,3}){3}|\[?::1\]?)$/;

export const isLoopback = (host: string): boolean => LOOPBACK.test(host);

/** A name without its port, as in a Host header. */
const nameOf = (host: string): string => host.replace(/:\d+$/, '').toLowerCase();

/**
 * Answers only where it is called by a name of its own: a page elsewhere can have its own name lead to this machine, and
 * would then count as our page.
 */
export const onlyAt =
  (names: readonly string[]): RequestHandler =>
  (request, response, next) => {
    const name = nameOf(request.headers.host ?? '');
    if (isLoopback(name) || names.includes(name)) return next();
    return sendProblem(response, calledWrongly(name));
  };

const READING: ReadonlySet<string> = new Set(['GET', 'HEAD']);

/** Whether a request comes from our own page, by what browsers say of it (Fetch Metadata; Origin, RFC 6454). */
const isOwn = ({ host, origin, ...others }: IncomingHttpHeaders): boolean => {
  const site = others['sec-fetch-site'];
  if (site !== undefined) return site === 'same-origin' || site === 'none';
  return origin !== undefined && URL.canParse(origin) && new URL(origin).host === host;
};

/** Lets nothing be changed by a page of somebody else. */
export const onlyFromOwnPages: RequestHandler = (request, response, next) => {
  if (READING.has(request.method) || isOwn(request.headers)) return next();
  return sendProblem(response, REFUSALS.foreignPage);
};

/** Takes bodies of one type: forms of other pages can send only types of their own. */
export const onlyAs =
  (type: string): RequestHandler =>
  (request, response, next) => {
    if (request.is(type)) return next();
    return sendProblem(response, sentAs(type));
  };

/** Bodies of JSON up to a size such as '200kb'. */
export const jsonUpTo = (limit: string): RequestHandler[] => [onlyAs('application/json'), json({ limit })];
