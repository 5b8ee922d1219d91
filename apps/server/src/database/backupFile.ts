import {
  chmodSync,
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { basename, join } from 'node:path';
import Database from 'better-sqlite3';

/** Why a backup was made. */
export type BackupReason = 'daily' | 'asked' | 'upgrade';

export interface BackupFile {
  readonly file: string;
  /** UTC, ISO 8601. */
  readonly madeAt: string;
  readonly reason: BackupReason;
  readonly bytes: number;
}

const NAME = /^waxwing-(\d{4}-\d{2}-\d{2})T(\d{2})(\d{2})(\d{2})(\d{3})Z-(daily|asked|upgrade)\.sqlite$/;

/** Makes a copy of a database that may be in use, checks it, and only then gives it its name. Throws when it isn't sound. */
export function makeBackup(databaseFile: string, folder: string, reason: BackupReason, madeAt: string): BackupFile {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = join(folder, `waxwing-${madeAt.replace(/[:.]/g, '')}-${reason}.sqlite`);
  const unfinished = `${file}.unfinished`;
  rmSync(unfinished, { force: true });
  try {
    const source = new Database(databaseFile, { readonly: true, fileMustExist: true });
    try {
      source.prepare('vacuum into ?').run(unfinished);
    } finally {
      source.close();
    }
    chmodSync(unfinished, 0o600);
    const copy = new Database(unfinished, { fileMustExist: true });
    try {
      // A server that starts from a copy, by whatever way it was put there, must be a new one to every device.
      if (hasTable(copy, 'server_state')) copy.exec(`delete from server_state where name = 'epoch'`);
      refuseDamaged(copy);
    } finally {
      copy.close();
    }
    flush(unfinished);
    renameSync(unfinished, file);
    flush(folder);
    return { file, madeAt, reason, bytes: statSync(file).size };
  } finally {
    rmSync(unfinished, { force: true });
  }
}

/** Newest first. */
export function listBackups(folder: string): BackupFile[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name) => {
      const parts = NAME.exec(name);
      if (!parts) return [];
      const [, day, hours, minutes, seconds, thousandths, reason] = parts;
      const file = join(folder, name);
      const madeAt = `${day}T${hours}:${minutes}:${seconds}.${thousandths}Z`;
      return [{ file, madeAt, reason: reason as BackupReason, bytes: statSync(file).size }];
    })
    .sort((a, b) => (a.madeAt < b.madeAt ? 1 : -1));
}

export const DAILY_KEPT_DAYS = 14;
export const WEEKLY_KEPT_DAYS = 70;
export const OTHERS_KEPT_DAYS = 90;

/** Which backups have had their time: daily ones after a fortnight but for one a week, the others after ninety days. Never the newest. */
export function outdatedBackups(backups: readonly BackupFile[], now: Date): BackupFile[] {
  const days = ({ madeAt }: BackupFile) => (now.getTime() - Date.parse(madeAt)) / 86_400_000;
  const weekOf = ({ madeAt }: BackupFile) => Math.floor(Date.parse(madeAt) / (7 * 86_400_000));
  const daily = backups.filter(({ reason }) => reason === 'daily');
  const firstOfWeek = new Map([...daily].map((each) => [weekOf(each), each.file]));
  return backups.slice(1).filter((backup) => {
    if (backup.reason !== 'daily') return days(backup) > OTHERS_KEPT_DAYS;
    const kept = firstOfWeek.get(weekOf(backup)) === backup.file ? WEEKLY_KEPT_DAYS : DAILY_KEPT_DAYS;
    return days(backup) > kept;
  });
}

export function hasTable(database: Database.Database, name: string): boolean {
  return database.prepare(`select 1 from sqlite_master where type = 'table' and name = ?`).get(name) !== undefined;
}

/** Throws when pages, indexes or references of a database don't fit together. */
export function refuseDamaged(database: Database.Database): void {
  const found = database.pragma('quick_check(1)', { simple: true });
  if (found !== 'ok') throw Object.assign(new Error(String(found)), { code: 'SQLITE_CORRUPT' });
}

/** Waits until a file, or what a folder lists, is on the disk. */
export function flush(path: string): void {
  const handle = openSync(path, 'r');
  fsyncSync(handle);
  closeSync(handle);
}

export function nameOf({ file }: BackupFile): string {
  return basename(file);
}
