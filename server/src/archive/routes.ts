import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { restoreReportSchema, RESTORE_LINES_TYPE, type RestoreLine } from '@kettle-step/contract';
import { Router, type Response } from 'express';
import { refusalForTrouble } from '../database/refusals';
import { onlyAs } from '../http/guards';
import { problemOf, sendProblem } from '../http/problems';
import { unreadable } from '../http/refusals';
import type { Arrivals } from './arrival';
import { frugally } from './frugal';
import { packArchive } from './pack';
import type { ArchiveStore } from './store';

/** A long answer: a line for each step, and the outcome as the last one. */
const lines = (response: Response) => {
  const write = (line: RestoreLine): void => void response.write(`${JSON.stringify(line)}\n`);
  return {
    step: (done: number, of: number): void => {
      if (!response.headersSent) response.type(RESTORE_LINES_TYPE);
      write({ done, of });
    },
    end: (line: RestoreLine): void => {
      write(line);
      response.end();
    },
  };
};

/** `/api/archive`: the whole studio as one file, out and in. A client that accepts lines follows how far it is. */
export const archiveRoutes = (store: ArchiveStore, arrivals: Arrivals): Router => {
  const router = Router();

  router.get('/', async (_request, response) => {
    const now = new Date();
    response.attachment(`kettle-step-studio-${now.toISOString().slice(0, 10)}.zip`).type('application/zip');
    const gone = new AbortController();
    response.once('close', () => gone.abort());
    const packed = Readable.from(packArchive(store, now, gone.signal));
    await frugally(() => pipeline(packed, response)).catch((cause: unknown) => {
      // A client that went away needs no answer.
      if (!gone.signal.aborted) throw cause;
    });
  });

  router.post('/', onlyAs('application/zip'), async (request, response) => {
    const answering = lines(response);
    const step =
      request.accepts(['json', RESTORE_LINES_TYPE]) === RESTORE_LINES_TYPE ? answering.step : () => undefined;
    try {
      const taken = await arrivals.take(request, step);
      if (taken.kind === 'error') return sendProblem(response, unreadable(taken.error));
      const report = restoreReportSchema.parse(taken.value);
      if (response.headersSent) answering.end({ report });
      else response.json(report);
    } catch (cause) {
      // A client that went away in the middle needs no answer.
      if (request.destroyed && !request.complete) return;
      if (!response.headersSent) throw cause;
      // Half of the lines are out: the problem is the last of them.
      console.error(cause);
      answering.end({ problem: problemOf(cause, refusalForTrouble) });
    }
  });

  return router;
};
