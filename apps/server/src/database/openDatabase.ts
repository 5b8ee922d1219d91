import { randomUUID } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, renameSync, copyFileSync, rmSync, statSync } from 'node:fs';
import { dirname, join, parse, resolve } from 'node:path';
import Database from 'better-sqlite3';
import { DataSource, type DataSourceOptions } from 'typeorm';
import { flush, hasTable, listBackups, makeBackup, refuseDamaged } from './backupFile.ts';
import { DatabaseLock } from './databaseLock.ts';
import { MIGRATIONS } from './migrations/index.ts';
import { sqliteCode } from './storageTrouble.ts';

/** Why a database isn't opened: one sentence for whoever starts the server. */
export class DatabaseRefused extends Error {}

/** Classes that TypeORM reads the tables from. */
export type Entities = readonly (new () => object)[];

export interface DatabasePlace {
  readonly file: string;
  /** Where backups go; `backupFolderOf` the file unless somebody says otherwise. */
  readonly backupFolder?: string;
}

/** Where backups of a database go unless somebody says otherwise: beside it, under its name. */
export function backupFolderOf(file: string): string {
  const { dir, name } = parse(file);
  return join(dir, `${name}-backups`);
}

/** How long something else may hold the write lock before the server doesn't start. */
const START_PATIENCE_MS = 1000;

/**
 * A studio's database, open. Writes have a connection of their own, which only `Transactions` has; reads have another, which can't
 * write and sees only what was committed.
 */
export class OpenDatabase {
  private constructor(
    readonly file: string,
    readonly backupFolder: string,
    readonly writer: DataSource,
    readonly reader: DataSource,
    /** Names this run of the data: a new one, after a restore, tells devices that the server may lack what they sent. */
    readonly epoch: string,
    private readonly lock: DatabaseLock,
  ) {}

  /** Throws `DatabaseRefused`, and then has changed nothing but, at most, made a backup. */
  static async open(place: DatabasePlace, entities: Entities): Promise<OpenDatabase> {
    const file = resolve(place.file);
    const backupFolder = resolve(place.backupFolder ?? backupFolderOf(file));
    const lock = refusing(file, () => lockOf(file, backupFolder));
    const connections: DataSource[] = [];
    try {
      if (existsSync(file) && statSync(file).size > 0) checkBeforeOpening(file, backupFolder);
      const writer = await new DataSource(options(file, entities, 'writer')).initialize();
      connections.push(writer);
      chmodSync(file, 0o600);
      await writer.runMigrations();
      const epoch = await epochOf(writer);
      const reader = await new DataSource(options(file, entities, 'reader')).initialize();
      connections.push(reader);
      return new OpenDatabase(file, backupFolder, writer, reader, epoch, lock);
    } catch (error) {
      for (const connection of connections) await connection.destroy();
      lock.release();
      throw error instanceof DatabaseRefused ? error : refusal(file, error);
    }
  }

  async close(): Promise<void> {
    if (this.writer.isInitialized) await this.writer.destroy();
    if (this.reader.isInitialized) await this.reader.destroy();
    this.lock.release();
  }
}

/**
 * Puts a backup in the place of a database that nobody serves. What was there is kept beside it. Answers where.
 * Throws `DatabaseRefused`, and then has changed nothing.
 */
export function restoreBackup(backup: string, place: DatabasePlace): string | null {
  const file = resolve(place.file);
  const source = resolve(backup);
  if (!existsSync(source)) throw new DatabaseRefused(`There is no file ${source}.`);
  const folder = dirname(file);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const lock = takeLock(file);
  try {
    checkBeforeOpening(source, null);
    const arriving = `${file}.restoring`;
    copyFileSync(source, arriving);
    chmodSync(arriving, 0o600);
    const copy = new Database(arriving);
    // Also of a file that was copied by hand and still has its epoch.
    if (hasTable(copy, 'server_state')) copy.exec(`delete from server_state where name = 'epoch'`);
    copy.close();
    flush(arriving);
    let aside: string | null = null;
    if (existsSync(file)) {
      aside = `${file}-replaced-${new Date().toISOString().replace(/[:.]/g, '')}`;
      // Its write-ahead log belongs to it: both move, so that it can be opened again.
      for (const suffix of ['-wal', '-shm', '']) if (existsSync(file + suffix)) renameSync(file + suffix, aside + suffix);
    }
    renameSync(arriving, file);
    flush(folder);
    return aside;
  } catch (error) {
    throw error instanceof DatabaseRefused ? error : refusal(source, error);
  } finally {
    rmSync(`${file}.restoring`, { force: true });
    lock.release();
  }
}

function lockOf(file: string, backupFolder: string): DatabaseLock {
  const folder = dirname(file);
  if (!existsSync(folder)) mkdirSync(folder, { recursive: true, mode: 0o700 });
  if (existsSync(file) && !statSync(file).isFile()) throw new DatabaseRefused(`${file} is not a file.`);
  const [newest] = listBackups(backupFolder);
  if (!existsSync(file) && newest) {
    throw new DatabaseRefused(
      `There is no database at ${file}, but there are backups of one: restore the newest (npm run setup -- restore ${newest.file}) or name the right file in WAXWING_DATA.`,
    );
  }
  return takeLock(file);
}

function takeLock(file: string): DatabaseLock {
  const lock = refusing(file, () => DatabaseLock.take(file));
  if (!lock) throw new DatabaseRefused(`Another Waxwing is running on ${file}: stop it first.`);
  return lock;
}

/** Whatever goes wrong in `work` is said in a sentence. */
function refusing<T>(file: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    throw error instanceof DatabaseRefused ? error : refusal(file, error);
  }
}

/** Looks at a database as it is; `backupFolder` is where it is copied to before it is migrated, `null` when it won't be. */
function checkBeforeOpening(file: string, backupFolder: string | null): void {
  const database = new Database(file, { fileMustExist: true, timeout: START_PATIENCE_MS, readonly: backupFolder === null });
  let pending: number;
  try {
    refuseDamaged(database);
    if (!hasTable(database, 'migrations')) throw new DatabaseRefused(`${file} is not a database of Waxwing’s.`);
    const known = new Set(MIGRATIONS.map(({ name }) => name));
    const done = database.prepare('select name from migrations').pluck().all() as string[];
    const newer = done.filter((name) => !known.has(name));
    if (newer.length > 0) {
      throw new DatabaseRefused(
        `${file} was written by a newer Waxwing (${newer.join(', ')}): start that one, or restore a backup from before it.`,
      );
    }
    pending = known.size - done.length;
    if (backupFolder !== null) {
      // Who can't begin to write has no use for the server.
      database.exec('begin immediate');
      database.exec('rollback');
    }
  } finally {
    database.close();
  }
  if (pending > 0 && backupFolder) makeBackup(file, backupFolder, 'upgrade', new Date().toISOString());
}

function refusal(file: string, error: unknown): DatabaseRefused {
  const code = sqliteCode(error) ?? (error as { code?: string }).code ?? '';
  const restore = 'restore a backup (npm run setup -- restore FILE)';
  if (/^SQLITE_(CORRUPT|NOTADB)/.test(code)) return new DatabaseRefused(`${file} is damaged or no database: ${restore}.`);
  if (/^SQLITE_(BUSY|LOCKED)/.test(code)) return new DatabaseRefused(`Another program is writing to ${file}: close it first.`);
  if (/^SQLITE_READONLY|^EACCES|^EPERM|^EROFS/.test(code))
    return new DatabaseRefused(`${file} can’t be written to: check whose it is, and its folder.`);
  if (/^SQLITE_FULL|^ENOSPC/.test(code)) return new DatabaseRefused(`The disk of ${file} is full.`);
  if (/^SQLITE_CANTOPEN|^ENOTDIR|^ENOENT/.test(code))
    return new DatabaseRefused(`${file} can’t be opened, or its folder not be written to: check the path, and whose they are.`);
  const what = code || (error instanceof Error ? error.message.split('\n')[0] : 'unknown');
  return new DatabaseRefused(`${file} could not be opened (${what}); nothing was changed in it.`);
}

interface Pragmas {
  pragma(source: string): unknown;
}

/** A file database in WAL mode with foreign keys; migrations are run at start, the schema is never synchronised. */
function options(file: string, entities: Entities, role: 'writer' | 'reader'): DataSourceOptions {
  return {
    type: 'better-sqlite3',
    database: file,
    entities: [...entities],
    migrations: role === 'writer' ? MIGRATIONS : [],
    synchronize: false,
    enableWAL: role === 'writer',
    // The driver waits with the whole process: `Transactions` waits better.
    timeout: role === 'writer' ? 50 : 2000,
    prepareDatabase: (database: Pragmas) => {
      database.pragma('foreign_keys = ON');
      database.pragma('synchronous = FULL');
      // What is deleted is overwritten, so that nothing of a deleted client stays in free pages.
      database.pragma('secure_delete = ON');
      if (role === 'reader') database.pragma('query_only = ON');
    },
  };
}

async function epochOf(writer: DataSource): Promise<string> {
  await writer.query(`insert or ignore into server_state (name, value) values ('epoch', ?)`, [randomUUID()]);
  const [row] = await writer.query<{ value: string }[]>(`select value from server_state where name = 'epoch'`);
  return row!.value;
}
