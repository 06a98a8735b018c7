import { copyTasks } from '../database/copy';
import { pieceTasks } from '../pieces/tasks';

/** Everything that runs in the worker pool. */
export const TASKS = { ...pieceTasks, ...copyTasks };
export type StudioTasks = typeof TASKS;

/** A copy takes as long as the studio is large. */
export const UNTIMED = ['copy'] as const;
