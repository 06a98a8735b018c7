import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import express, { static as staticFiles, type Express } from 'express';
import { askingListSchema } from '@kettle-step/contract';
import helmet from 'helmet';
import { archiveRoutes } from '../archive/routes';
import type { ArchiveStore } from '../archive/store';
import { backupRoutes } from '../backup/routes';
import type { BackupStore } from '../backup/store';
import { binRoutes } from '../bin/routes';
import type { BinStore } from '../bin/store';
import { houseRoutes } from '../house/routes';
import type { HouseStore } from '../house/store';
import { lessonRoutes } from '../lessons/routes';
import type { LessonStore } from '../lessons/store';
import { dueRoutes, memoryCheckRoutes } from '../memory/routes';
import type { MemoryStore } from '../memory/store';
import type { LinkStore } from '../own-page/links';
import { createOwnPages } from '../own-page/page';
import { linkRoutes, ownPageRoutes } from '../own-page/routes';
import { pieceRoutes } from '../pieces/routes';
import type { OwnPlanStore } from '../pieces/own-plans';
import type { PieceStore } from '../pieces/store';
import type { VersionStore } from '../pieces/versions';
import { studentRoutes } from '../students/routes';
import type { StudentStore } from '../students/store';
import { trainerRoutes } from '../trainer/routes';
import type { TrainerStore } from '../trainer/store';
import { onlyAt, onlyFromOwnPages } from './doors';
import { problemHandler, sendProblem } from './problems';
import { REFUSALS } from './refusals';

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
  'connect-src': ["'self'", 'data:'],
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

const moreHeaders: express.RequestHandler = (request, response, next) => {
  response.setHeader('Permissions-Policy', PERMISSIONS);
  // Nothing of a studio stays in a cache between it and the page.
  if (request.path.startsWith('/api/')) response.setHeader('Cache-Control', 'no-store');
  next();
};

/** Built files carry a hash in their names and never change; the page itself is asked for anew. */
const HASHED = /-[A-Z0-9]{8}\.\w+$/;

const webApplication = (folder: string): express.RequestHandler[] => [
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
  readonly store: PieceStore;
  readonly versions: VersionStore;
  readonly ownPlans: OwnPlanStore;
  readonly students: StudentStore;
  readonly lessons: LessonStore;
  readonly memory: MemoryStore;
  readonly trainer: TrainerStore;
  readonly links: LinkStore;
  readonly house: HouseStore;
  readonly archive: ArchiveStore;
  readonly backups: BackupStore;
  readonly bin: BinStore;
  /** Folder of the built web application; left out when it does not exist (tests of the routes alone). */
  readonly webFolder: string | undefined;
  /** Names it is called by, besides those of this machine itself. */
  readonly names: readonly string[];
  readonly report: (cause: unknown) => void;
}

export const createApp = ({
  store,
  versions,
  ownPlans,
  students,
  lessons,
  memory,
  trainer,
  links,
  house,
  archive,
  backups,
  bin,
  webFolder,
  names,
  report,
}: AppOptions): Express => {
  const app = express();
  app.disable('x-powered-by');
  app.use(headers, moreHeaders, onlyAt(names), onlyFromOwnPages);
  app.use(
    '/api/pieces',
    pieceRoutes(store, versions, ownPlans, (id) => bin.take(id, new Date())),
  );
  app.get('/api/moves', async (_request, response) => {
    response.json(askingListSchema.parse({ pieces: await store.asked() }));
  });
  app.use(
    '/api/students',
    studentRoutes(students),
    memoryCheckRoutes(memory),
    trainerRoutes(trainer),
    linkRoutes(links),
  );
  app.use('/api/mine', ownPageRoutes(links, createOwnPages({ store, students, lessons, memory })));
  app.use('/api/due', dueRoutes(memory));
  app.use('/api/lessons', lessonRoutes(lessons, store));
  app.use('/api/house-rules', houseRoutes(house));
  app.use('/api/bin', binRoutes(bin));
  app.use('/api/backups', backupRoutes(backups));
  app.use('/api/archive', archiveRoutes(archive));
  app.use('/api', (_request, response) => sendProblem(response, REFUSALS.noSuchAddress));
  if (webFolder !== undefined && existsSync(webFolder)) app.use(...webApplication(webFolder));
  app.use((_request, response) => sendProblem(response, REFUSALS.noSuchPage));
  app.use(problemHandler(report));
  return app;
};
