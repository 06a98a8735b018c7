import { perform } from './tasks';

/** The thread of the workshop: `createThreads` runs it. */
export default perform;
