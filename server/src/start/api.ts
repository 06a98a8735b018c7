import { askingListSchema } from '@kettle-step/contract';
import { Router } from 'express';
import { archiveRoutes } from '../archive/routes';
import { accessRoutes } from '../auth/routes';
import { backupRoutes } from '../backup/routes';
import { houseRoutes } from '../house/routes';
import { route } from '../http/route';
import { lessonRoutes } from '../lessons/routes';
import { dueRoutes, memoryCheckRoutes } from '../memory/routes';
import { createOwnPages } from '../own-page/page';
import { linkRoutes, ownPageRoutes } from '../own-page/routes';
import { pieceRoutes } from '../pieces/routes';
import { studentRoutes } from '../students/routes';
import { trainerRoutes } from '../trainer/routes';
import { trashRoutes } from '../trash/routes';
import type { Rooms } from './rooms';

/** Routes under one address. */
export interface ApiRoom {
  readonly at: string;
  readonly routes: readonly Router[];
  /** Answers also while the studio is locked; all others do not. */
  readonly whileLocked: boolean;
}

/** `/api/moves`: the moves that each piece asks for. */
const movesRoutes = ({ pieces }: Rooms): Router =>
  Router().get(
    '/',
    route({ answer: askingListSchema }, async () => ({ pieces: await pieces.asked() })),
  );

/** `/api/health`: that it runs, and nothing about what it holds. */
const healthRoutes = (): Router => Router().get('/', (_request, response) => void response.json({ ready: true }));

const locked = (at: string, ...routes: readonly Router[]): ApiRoom => ({ at, routes, whileLocked: false });
const open = (at: string, ...routes: readonly Router[]): ApiRoom => ({ at, routes, whileLocked: true });

/** Every route of the API: it is mounted from this list, and audited by it. */
export const apiRooms = (rooms: Rooms): readonly ApiRoom[] => {
  const { trash, links } = rooms;
  return [
    open('/api/health', healthRoutes()),
    open('/api/access', accessRoutes(rooms.auth)),
    // The token of the link is its own key.
    open('/api/mine', ownPageRoutes(links, createOwnPages(rooms))),
    locked('/api/pieces', pieceRoutes({ ...rooms, toTrash: (id) => trash.add(id, new Date()) })),
    locked('/api/moves', movesRoutes(rooms)),
    locked(
      '/api/students',
      studentRoutes(rooms.students),
      memoryCheckRoutes(rooms.memory),
      trainerRoutes(rooms.trainer),
      linkRoutes(links),
    ),
    locked('/api/due', dueRoutes(rooms.memory)),
    locked('/api/lessons', lessonRoutes(rooms.lessons, rooms.pieces)),
    locked('/api/house-rules', houseRoutes(rooms.house)),
    locked('/api/trash', trashRoutes(trash)),
    locked('/api/backups', backupRoutes(rooms.backups)),
    locked('/api/archive', archiveRoutes(rooms.archive, rooms.arrivals)),
  ];
};
