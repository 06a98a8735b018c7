import { askingListSchema } from '@kettle-step/contract';
import { Router } from 'express';
import type { Arrivals } from '../archive/arrival';
import { archiveRoutes } from '../archive/routes';
import type { ArchiveStore } from '../archive/store';
import { backupRoutes } from '../backup/routes';
import type { BackupStore } from '../backup/store';
import { binRoutes } from '../bin/routes';
import type { BinStore } from '../bin/store';
import { houseRoutes } from '../house/routes';
import type { HouseStore } from '../house/store';
import { accessRoutes } from '../keyhole/routes';
import type { Keyhole } from '../keyhole/store';
import { lessonRoutes } from '../lessons/routes';
import type { LessonStore } from '../lessons/store';
import { dueRoutes, memoryCheckRoutes } from '../memory/routes';
import type { MemoryStore } from '../memory/store';
import type { LinkStore } from '../own-page/links';
import { createOwnPages } from '../own-page/page';
import { linkRoutes, ownPageRoutes } from '../own-page/routes';
import type { OwnPlanStore } from '../pieces/own-plans';
import { pieceRoutes } from '../pieces/routes';
import type { PieceStore } from '../pieces/store';
import type { VersionStore } from '../pieces/versions';
import { studentRoutes } from '../students/routes';
import type { StudentStore } from '../students/store';
import { trainerRoutes } from '../trainer/routes';
import type { TrainerStore } from '../trainer/store';
import type { Workshop } from '../workshop/workshop';

/** What the API reads and writes. */
export interface Stores {
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
  readonly arrivals: Arrivals;
  readonly backups: BackupStore;
  readonly bin: BinStore;
  readonly keyhole: Keyhole;
  readonly workshop: Workshop;
}

/** Routes under one address. */
export interface ApiRoom {
  readonly at: string;
  readonly routes: readonly Router[];
  /** Answers also while the studio is locked; all others do not. */
  readonly whileLocked: boolean;
}

const movesRoutes = (store: PieceStore): Router =>
  Router().get('/', async (_request, response) => {
    response.json(askingListSchema.parse({ pieces: await store.asked() }));
  });

/** `/api/health`: that it runs, and nothing about what it holds. */
const healthRoutes = (): Router => Router().get('/', (_request, response) => void response.json({ ready: true }));

/** Every route of the API: it is mounted from this list, and audited by it. */
export const apiRooms = (stores: Stores): readonly ApiRoom[] => {
  const { store, versions, ownPlans, students, lessons, memory, trainer, links, house, archive, backups, bin } = stores;
  const locked = (at: string, ...routes: readonly Router[]): ApiRoom => ({ at, routes, whileLocked: false });
  const open = (at: string, ...routes: readonly Router[]): ApiRoom => ({ at, routes, whileLocked: true });
  return [
    open('/api/health', healthRoutes()),
    open('/api/access', accessRoutes(stores.keyhole)),
    // The token of the link is its own key.
    open('/api/mine', ownPageRoutes(links, createOwnPages({ store, students, lessons, memory }))),
    locked(
      '/api/pieces',
      pieceRoutes(store, versions, ownPlans, stores.workshop, (id) => bin.take(id, new Date())),
    ),
    locked('/api/moves', movesRoutes(store)),
    locked(
      '/api/students',
      studentRoutes(students),
      memoryCheckRoutes(memory),
      trainerRoutes(trainer),
      linkRoutes(links),
    ),
    locked('/api/due', dueRoutes(memory)),
    locked('/api/lessons', lessonRoutes(lessons, store)),
    locked('/api/house-rules', houseRoutes(house)),
    locked('/api/bin', binRoutes(bin)),
    locked('/api/backups', backupRoutes(backups)),
    locked('/api/archive', archiveRoutes(archive, stores.arrivals)),
  ];
};
