import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { BACKUP_REASONS, type Backup, type BackupReason } from '@kettle-step/contract';
import { copyWhole } from './copy';
import { DatabaseTrouble, wordTrouble } from './trouble';

/** Dated copies of the studio's file, in a folder beside it. */

const NAME = /^(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})-([a-z]+)\.sqlite$/;

/** The folder of a file's backups. */
export const backupFolder = (file: string): string => `${resolve(file)}-backups`;

/** A moment as it stands in file names: to the second, and without the colons that some systems do not take. */
export const momentInName = (now: Date): string => now.toISOString().slice(0, 19).replaceAll(':', '-');

const nameOf = (now: Date, why: BackupReason): string => `${momentInName(now)}-${why}.sqlite`;

/** The backups of a file, the newest first. What else is in the folder is left alone. */
export const listBackups = (file: string): readonly Backup[] => {
  const folder = backupFolder(file);
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name): readonly Backup[] => {
      const found = NAME.exec(name);
      const why = BACKUP_REASONS.find((reason) => reason === found?.[5]);
      if (!found || !why) return [];
      const [, day, hour, minute, second] = found;
      const madeAt = `${day}T${hour}:${minute}:${second}.000Z`;
      return [{ name, madeAt, why, bytes: statSync(join(folder, name)).size }];
    })
    .sort((a, b) => (a.name < b.name ? 1 : -1));
};

/** The path of the newest backup; undefined where there is none. */
export const newestBackup = (file: string): string | undefined => {
  const [newest] = listBackups(file);
  return newest && join(backupFolder(file), newest.name);
};

/** Days and months of which a backup is kept: the last one of each. */
const DAYS = 14;
const MONTHS = 12;

/** Of backups, the newest first, those that are kept: the newest, and the last of each of so many days and months. */
export const keptBackups = (backups: readonly Backup[]): ReadonlySet<string> => {
  const lastOf = (length: number, most: number): readonly string[] => {
    const periods = new Map<string, string>();
    for (const { name, madeAt } of backups) {
      const period = madeAt.slice(0, length);
      if (!periods.has(period) && periods.size < most) periods.set(period, name);
    }
    return [...periods.values()];
  };
  const ofDay = 'yyyy-mm-dd'.length;
  const ofMonth = 'yyyy-mm'.length;
  return new Set([...backups.slice(0, 1).map(({ name }) => name), ...lastOf(ofDay, DAYS), ...lastOf(ofMonth, MONTHS)]);
};

/** Makes room: what is older than what is kept goes. Copies made before something was replaced stay for their day. */
const prune = (file: string, today: string): void => {
  const backups = listBackups(file);
  const kept = keptBackups(backups);
  for (const { name, madeAt } of backups)
    if (!kept.has(name) && !madeAt.startsWith(today)) rmSync(join(backupFolder(file), name), { force: true });
};

/**
 * Makes a backup, checks it, and lets old ones go. Fails where it cannot be made, and where the file is damaged.
 * @param copy - copies the file and says whether the copy is whole
 */
export const makeBackup = async (
  file: string,
  why: BackupReason,
  now: Date,
  copy: (file: string, path: string) => Promise<boolean> = copyWhole,
): Promise<Backup> => {
  const folder = backupFolder(file);
  mkdirSync(folder, { recursive: true });
  const name = nameOf(now, why);
  const path = join(folder, name);
  if (!existsSync(path) && !(await copy(file, path)))
    throw new DatabaseTrouble('damaged', wordTrouble('damaged', file, newestBackup(file)));
  prune(file, now.toISOString().slice(0, 'yyyy-mm-dd'.length));
  return { name, madeAt: `${now.toISOString().slice(0, 19)}.000Z`, why, bytes: statSync(path).size };
};
