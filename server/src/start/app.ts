import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import express, { static as staticFiles, type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import { gently, onlyUnlocked } from '../auth/routes';
import { refusalForTrouble } from '../database/refusals';
import { onlyAt, onlyFromOwnPages } from '../http/guards';
import { problemHandler, sendProblem } from '../http/problems';
import { REFUSALS } from '../http/refusals';
import { apiRooms } from './api';
import type { Rooms } from './rooms';

/**
 * Only our own files run. Engraving is WebAssembly in a worker, which needs its own word; component styles are written into
 * the page by the framework.
 */
const CONTENT_SECURITY_POLICY = {
  'default-src': ["'self'"],
  'script-src': ["'self'", "'wasm-unsafe-eval'"],
  'style-src': ["'self'", "'unsafe-inline'"],
  'img-src': ["'self'", 'data:'],
  // The engraver puts the few music signs of its texts (tempo, dynamics) into the drawing as a font.
  'font-src': ["'self'", 'data:'],
  'connect-src': ["'self'"],
  // The clock that looks ahead for the sound is a worker which its library writes itself.
  'worker-src': ["'self'", 'blob:'],
  'frame-ancestors': ["'none'"],
  'base-uri': ["'self'"],
  'form-action': ["'self'"],
  'object-src': ["'none'"],
};

const headers = helmet({
  contentSecurityPolicy: { useDefaults: false, directives: CONTENT_SECURITY_POLICY },
  referrerPolicy: { policy: 'same-origin' },
  // Served without TLS on this machine; whoever puts TLS in front says so there.
  strictTransportSecurity: false,
});

/** What a page of ours may use of the machine: MIDI keyboards, and nothing else. */
const PERMISSIONS = [
  'midi=(self)',
  ...['camera', 'microphone', 'geolocation', 'payment', 'usb', 'serial', 'bluetooth'].map((name) => `${name}=()`),
].join(', ');

const moreHeaders: RequestHandler = (request, response, next) => {
  response.setHeader('Permissions-Policy', PERMISSIONS);
  // Nothing of a studio stays in a cache between it and the page.
  if (request.path.startsWith('/api/')) response.setHeader('Cache-Control', 'no-store');
  next();
};

/** Built files carry a hash in their names and never change; the page itself is asked for anew. */
const HASHED = /-[A-Z0-9]{8}\.\w+$/;

const webApplication = (folder: string): RequestHandler[] => [
  staticFiles(folder, {
    index: false,
    setHeaders: (response, path) => {
      response.setHeader('Cache-Control', HASHED.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache');
    },
  }),
  (request, response, next) => {
    // The page has an address for each place; what looks like a file is none of them.
    const isPlace = request.method === 'GET' && !/\.\w+$/.test(request.path);
    if (!isPlace) return next();
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(resolve(folder, 'index.html'));
  },
];

export interface AppOptions {
  readonly rooms: Rooms;
  /** Tells windows apart. */
  readonly sessions: RequestHandler;
  /** Folder of the built web application; left out when it does not exist (tests of the routes alone). */
  readonly webFolder: string | undefined;
  /** Names it is called by, besides those of this machine itself. */
  readonly names: readonly string[];
  readonly report: (cause: unknown) => void;
}

export const createApp = ({ sessions, webFolder, names, report, rooms }: AppOptions): Express => {
  const app = express();
  app.disable('x-powered-by');
  // Answers of the API are not kept anywhere, so nobody asks whether they have changed.
  app.disable('etag');
  // A server in front, on this machine, says for whom it asks and whether that came over TLS.
  app.set('trust proxy', 'loopback');
  app.use(headers, moreHeaders, onlyAt(names), onlyFromOwnPages);
  app.use('/api', gently());
  for (const { at, routes, whileLocked } of apiRooms(rooms))
    app.use(at, sessions, ...(whileLocked ? [] : [onlyUnlocked(rooms.auth)]), ...routes);
  app.use('/api', (_request, response) => sendProblem(response, REFUSALS.noSuchAddress));
  if (webFolder !== undefined && existsSync(webFolder)) app.use(...webApplication(webFolder));
  app.use((_request, response) => sendProblem(response, REFUSALS.noSuchPage));
  app.use(problemHandler(refusalForTrouble, report));
  return app;
};
