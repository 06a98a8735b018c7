import { accessSchema, changePassPhraseSchema, unlockSchema, type Access } from '@kettle-step/contract';
import { rateLimit } from 'express-rate-limit';
import { Router, type Request, type RequestHandler } from 'express';
import { isLoopback } from '../http/guards';
import { sendProblem } from '../http/problems';
import { REFUSALS } from '../http/refusals';
import { found, refuse, route, type Call } from '../http/route';
import type { Auth } from './store';

/** Tries of a pass phrase from one address in so many milliseconds; our choice. */
const TRIES = { limit: 10, windowMs: 15 * 60_000 } as const;
/** Requests from one address in a minute, many times what a teacher's window asks; our choice. */
const REQUESTS = { limit: 1200, windowMs: 60_000 } as const;

const HEADERS = { standardHeaders: 'draft-8', legacyHeaders: false } as const;

/** Tries that fail are counted; the right phrase is let in however often. */
const fewTries = (): RequestHandler =>
  rateLimit({
    ...TRIES,
    ...HEADERS,
    skipSuccessfulRequests: true,
    handler: (_request, response) => sendProblem(response, REFUSALS.tooManyTries),
  });

/** Slows down whoever asks far too much from elsewhere; this machine itself may. */
export const gently = (): RequestHandler =>
  rateLimit({
    ...REQUESTS,
    ...HEADERS,
    skip: ({ ip = '' }) => isLoopback(ip.replace(/^::ffff:/, '')),
    handler: (_request, response) => sendProblem(response, REFUSALS.tooManyRequests),
  });

const accessOf = (auth: Auth, request: Request): Access => {
  const hasPassPhrase = auth.hasPassPhrase();
  return { hasPassPhrase, isOpen: !hasPassPhrase || request.session.isOpen === true };
};

/** What proxies add: without them a request comes from this machine itself. */
const PASSED_ON = ['x-forwarded-for', 'forwarded', 'via', 'x-real-ip'] as const;

const isPassedOn = ({ headers }: Request): boolean => PASSED_ON.some((name) => headers[name] !== undefined);

/** Lets a request by where the studio is open to this window. Without a pass phrase it is open on this machine alone. */
export const onlyUnlocked =
  (auth: Auth): RequestHandler =>
  (request, response, next) => {
    const { hasPassPhrase, isOpen } = accessOf(auth, request);
    if (!isOpen) return sendProblem(response, REFUSALS.locked);
    if (!hasPassPhrase && isPassedOn(request)) return sendProblem(response, REFUSALS.needsPassPhrase);
    next();
  };

/** Waits for what a session answers by calling back. */
const called = (work: (done: (problem: unknown) => void) => void): Promise<void> =>
  new Promise((resolve, reject) => {
    work((problem) => {
      if (problem) reject(problem instanceof Error ? problem : new Error(String(problem)));
      else resolve();
    });
  });

/** A new session, so that whoever knew the old one has nothing by it. */
const open = async (request: Request): Promise<void> => {
  await called((done) => request.session.regenerate(done));
  request.session.isOpen = true;
};

/** `/api/access`: whether this window may use the studio, unlocking and locking it, and the pass phrase itself. */
export const accessRoutes = (auth: Auth): Router => {
  const router = Router();
  const tries = fewTries();
  const access = ({ request }: Pick<Call<unknown, unknown>, 'request'>): Access => accessOf(auth, request);
  router.get('/', route({ answer: accessSchema }, access));
  router.post(
    '/',
    tries,
    route({ body: unlockSchema, answer: accessSchema }, async (call) => {
      found(await auth.fits(call.body.passPhrase), REFUSALS.wrongPassPhrase);
      await open(call.request);
      return access(call);
    }),
  );
  router.delete(
    '/',
    route({}, ({ request }) => called((done) => request.session.destroy(done))),
  );
  router.put(
    '/pass-phrase',
    tries,
    route({ body: changePassPhraseSchema, answer: accessSchema }, async (call) => {
      const { current, passPhrase } = call.body;
      if (!auth.hasPassPhrase() && isPassedOn(call.request)) refuse(REFUSALS.needsPassPhrase);
      if (auth.hasPassPhrase()) found(await auth.fits(current ?? ''), REFUSALS.wrongPassPhrase);
      await auth.setPassPhrase(passPhrase);
      await open(call.request);
      return access(call);
    }),
  );
  return router;
};
