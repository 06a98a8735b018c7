import { createArrivals } from '../archive/arrival';
import { createArchiveStore } from '../archive/store';
import { openAuth } from '../auth/store';
import type { HashCost } from '../auth/hash';
import { createBackupStore } from '../backup/store';
import type { OpenDatabase } from '../database/open';
import { createHouseStore } from '../house/store';
import { createLessonStore } from '../lessons/store';
import { createMemoryStore } from '../memory/store';
import { createLinkStore } from '../own-page/links';
import { createOwnPlanStore } from '../pieces/own-plans';
import { createPieceStore } from '../pieces/store';
import { createVersionStore } from '../pieces/versions';
import { createStudentStore } from '../students/store';
import { createTrainerStore } from '../trainer/store';
import { createTrashStore } from '../trash/store';
import type { Pooled } from '../worker-pool/pool';
import type { StudioTasks } from './tasks';

interface Given {
  readonly database: OpenDatabase;
  readonly migrations: string;
  readonly tasks: Pooled<StudioTasks>;
  readonly hashCost: HashCost | undefined;
}

/** Everything a studio keeps, over one database: here the rooms of the server meet. */
export const openRooms = async ({ database, migrations, tasks, hashCost }: Given) => {
  const { db, file } = database;
  const pieces = createPieceStore(db);
  const memory = createMemoryStore(db);
  const kept = {
    pieces,
    memory,
    students: createStudentStore(db, { pieces: (id) => pieces.list(id), checks: (id) => memory.of(id) }),
    lessons: createLessonStore(db),
    house: createHouseStore(db),
    ownPlans: createOwnPlanStore(db, pieces),
    versions: createVersionStore(db),
    trainer: createTrainerStore(db),
    links: createLinkStore(db),
  };
  const archive = createArchiveStore(db, kept);
  return {
    ...kept,
    archive,
    arrivals: createArrivals(file, archive, tasks),
    trash: createTrashStore(db, archive, pieces, tasks),
    backups: createBackupStore(database, migrations, tasks),
    auth: await openAuth(db, hashCost),
    tasks,
  };
};

/** The rooms of an open studio. */
export type Rooms = Awaited<ReturnType<typeof openRooms>>;
