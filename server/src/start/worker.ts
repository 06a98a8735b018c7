import { threadOf } from '../worker-pool/pool';
import { TASKS } from './tasks';

/** The program of each thread of the worker pool. */
export default threadOf(TASKS);
