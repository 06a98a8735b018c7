import { rmSync } from 'node:fs';
import { createClient } from '@libsql/client';
import { ok } from '@kettle-step/core';
import { isBroken } from './trouble';

/** Whether a copy is whole, by SQLite's own check. */
export const isWhole = async (path: string): Promise<boolean> => {
  const client = createClient({ url: `file:${path}` });
  try {
    const { rows } = await client.execute('PRAGMA integrity_check');
    return rows.length === 1 && rows[0]?.[0] === 'ok';
  } catch {
    return false;
  } finally {
    client.close();
  }
};

const copied = async (file: string, path: string): Promise<boolean> => {
  const client = createClient({ url: `file:${file}`, timeout: 5000 });
  try {
    await client.execute({ sql: 'VACUUM INTO ?', args: [path] });
    return true;
  } catch (cause) {
    if (isBroken(cause)) return false;
    throw cause;
  } finally {
    client.close();
  }
};

/**
 * Copies a studio's file as it stands at this moment, and reads the copy back; one that is not whole is not left.
 * @returns whether there is a copy; false where the file is damaged
 */
export const copyWhole = async (file: string, path: string): Promise<boolean> => {
  const whole = (await copied(file, path)) && (await isWhole(path));
  if (!whole) rmSync(path, { force: true });
  return whole;
};

/** Copying in the worker pool: a large studio takes a while. */
export const copyTasks = {
  copy: async (file: string, path: string) => ok(await copyWhole(file, path)),
};
export type CopyTasks = typeof copyTasks;
