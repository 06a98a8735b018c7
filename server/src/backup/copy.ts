import { rmSync } from 'node:fs';
import { createClient } from '@libsql/client';

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

/** Copies a studio's file as it stands at this moment, and reads the copy back; one that is not whole is not left. */
export const copyWhole = async (file: string, path: string): Promise<boolean> => {
  const client = createClient({ url: `file:${file}`, timeout: 5000 });
  try {
    await client.execute({ sql: 'VACUUM INTO ?', args: [path] });
  } finally {
    client.close();
  }
  const whole = await isWhole(path);
  if (!whole) rmSync(path, { force: true });
  return whole;
};
