import { createWriteStream, existsSync, mkdirSync, mkdtempSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { RestoreReport } from '@kettle-step/contract';
import { fail, ok, type Result } from '@kettle-step/core';
import { REFUSALS } from '../http/refusals';
import { refuse } from '../http/route';
import type { PieceTasks } from '../pieces/tasks';
import type { Pooled } from '../worker-pool/pool';
import { frugally } from './frugal';
import { explainArchiveError, MAX_ARCHIVE_BYTES, openArchive, type OpenedArchive } from './open';
import { restoreArchive } from './restore';
import type { ArchiveStore } from './store';

/** Archives on their way into the studio. */
export interface Arrivals {
  /**
   * Brings one in. From the moment it is known to be an archive it comes in whole: what a stop of the program breaks off goes on at
   * the next start.
   * @returns a sentence where it is no archive; nothing was changed then
   */
  readonly take: (
    bytes: Readable,
    progress: (done: number, of: number) => void,
  ) => Promise<Result<RestoreReport, string>>;
  /** Goes on with one that was broken off, if any. */
  readonly resume: () => Promise<RestoreReport | undefined>;
  /** Breaks off what is under way, for the next start. */
  readonly close: () => Promise<void>;
}

const tooLarge = new Error('too large');

/** Ends what is larger than any archive, before it fills the disk. */
const limited = (): Transform => {
  let bytes = 0;
  return new Transform({
    transform: (chunk: Buffer, _encoding, done) => {
      bytes += chunk.length;
      if (bytes > MAX_ARCHIVE_BYTES) done(tooLarge);
      else done(null, chunk);
    },
  });
};

/** Puts bytes into a file as they come, and opens it; a sentence where it is no archive. */
const received = async (bytes: Readable, file: string): Promise<Result<OpenedArchive, string>> => {
  try {
    await pipeline(bytes, limited(), createWriteStream(file, { mode: 0o600 }));
  } catch (cause) {
    rmSync(file, { force: true });
    if (cause === tooLarge) return fail(explainArchiveError({ code: 'too-large' }));
    throw cause;
  }
  const archive = await openArchive(file);
  return archive.kind === 'ok' ? archive : fail(explainArchiveError(archive.error));
};

/** Does one thing at a time, and refuses requests for another meanwhile. */
const oneAtATime = () => {
  let underWay: Promise<unknown> | undefined;
  return {
    alone: async <T>(work: () => Promise<T>): Promise<T> => {
      if (underWay) return refuse(REFUSALS.arrivalUnderWay);
      const working = work();
      underWay = working;
      try {
        return await working;
      } finally {
        underWay = undefined;
      }
    },
    /** When what is under way has come to its end, whichever. */
    ended: async (): Promise<void> => void (await underWay?.catch(() => undefined)),
  };
};

/** @param database - the studio's file; undefined where it is on a server of its own, and nothing outlives the program */
export const createArrivals = (
  database: string | undefined,
  store: ArchiveStore,
  tasks: Pooled<PieceTasks>,
): Arrivals => {
  const folder = database === undefined ? mkdtempSync(join(tmpdir(), 'kettle-step-')) : `${database}-arrival`;
  const [coming, accepted] = [join(folder, 'coming.zip'), join(folder, 'accepted.zip')];
  const ending = new AbortController();
  const { alone, ended } = oneAtATime();

  const finish = async (
    archive: OpenedArchive,
    progress?: (done: number, of: number) => void,
  ): Promise<RestoreReport> => {
    try {
      const report = await restoreArchive(store, tasks, archive, progress, ending.signal);
      rmSync(folder, { recursive: true, force: true });
      return report;
    } finally {
      archive.close();
    }
  };

  const resume = async (): Promise<RestoreReport | undefined> => {
    rmSync(coming, { force: true });
    if (!existsSync(accepted)) return undefined;
    const archive = await openArchive(accepted);
    if (archive.kind === 'ok') return finish(archive.value);
    // It was whole when it was accepted: the disk has lost it.
    rmSync(folder, { recursive: true, force: true });
    return undefined;
  };

  const take: Arrivals['take'] = async (bytes, progress) => {
    // One that trouble broke off comes first.
    await resume();
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const archive = await received(bytes, coming);
    if (archive.kind === 'error') {
      rmSync(coming, { force: true });
      return archive;
    }
    renameSync(coming, accepted);
    return ok(await finish(archive.value, progress));
  };

  return {
    take: (bytes, progress) => alone(() => frugally(() => take(bytes, progress))),
    resume: () => alone(() => frugally(resume)),
    close: async () => {
      ending.abort();
      await ended();
    },
  };
};
