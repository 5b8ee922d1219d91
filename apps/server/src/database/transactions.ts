import { statSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import type { EntityManager, QueryRunner } from 'typeorm';
import { OpenDatabase } from './openDatabase.ts';
import { StorageError, sqliteCode, storageTrouble, type StorageTrouble } from './storageTrouble.ts';

/** How long a write waits for another program's lock before it is refused. */
const LOCK_PATIENCE_MS = 3000;
/** The same for those behind one that has waited in vain: else they would wait for each other's patience. */
const LOCK_PATIENCE_BEHIND_MS = 200;
/** More than this many in line can't be served before their devices give up. */
const MOST_WAITING = 500;
const LOCK_LOOK_MS = 25;

/** The part of the driver's connection that is needed here. */
interface Connection {
  /** What SQLite itself says, whatever anybody counted. */
  readonly inTransaction: boolean;
  exec(sql: string): unknown;
}

/**
 * The only way to write. One write after the other, since there is one connection for them; reads have another and see nothing of a
 * write before it is committed. When `run` has answered, what was written is on the disk; when it threw, nothing of it is.
 */
@Injectable()
export class Transactions implements OnApplicationShutdown {
  private last: Promise<unknown> = Promise.resolve();
  private readonly file: { readonly path: string; readonly inode: number };
  private trouble: StorageTrouble | null = null;
  private inLine = 0;

  constructor(private readonly database: OpenDatabase) {
    this.file = { path: database.file, inode: statSync(database.file).ino };
  }

  /** How many writes wait for their turn. */
  get waiting(): number {
    return this.inLine;
  }

  /** What kept the last write from being stored; `null` when it was stored. */
  get lastTrouble(): StorageTrouble | null {
    return this.trouble;
  }

  /** Throws what `work` throws, or an error of the storage (see `storageTrouble`). */
  run<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.inTurn(() => this.transaction(work));
  }

  /** Makes the file anew, so that pages of what was deleted are left nowhere, in its write-ahead log neither. Throws when some may be. */
  rewriteFile(): Promise<void> {
    return this.inTurn(async () => {
      const { writer } = this.database;
      await writer.query('vacuum');
      // While somebody reads an older state, a backup for one, the log can't be emptied.
      const [emptied] = await writer.query<{ busy: number }[]>('pragma wal_checkpoint(truncate)');
      if (emptied?.busy !== 0) throw new StorageError('WAXWING_READ');
    });
  }

  /** What was begun is finished before the file is closed. */
  async onApplicationShutdown(): Promise<void> {
    await this.last;
    await this.database.close();
  }

  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    if (this.inLine >= MOST_WAITING) return Promise.reject(new StorageError('WAXWING_CROWDED'));
    this.inLine += 1;
    const next = this.last.then(work).finally(() => {
      this.inLine -= 1;
    });
    this.last = next.catch(() => undefined);
    return next;
  }

  private get connection(): Connection {
    return (this.database.writer.driver as unknown as { databaseConnection: Connection }).databaseConnection;
  }

  private async transaction<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const runner = this.database.writer.createQueryRunner();
    try {
      this.refuseMovedFile();
      await this.begin(runner);
      const value = await work(runner.manager);
      // SQLite rolls back by itself when it can't go on; who overlooked that has not stored anything.
      if (!this.connection.inTransaction) throw new StorageError('WAXWING_CUT_OFF');
      this.connection.exec('commit');
      if (this.connection.inTransaction) throw new StorageError('WAXWING_STUCK');
      this.trouble = null;
      return value;
    } catch (error) {
      const trouble = storageTrouble(error);
      // A row that was there already says nothing about the disk.
      if (trouble && trouble.status !== 409) this.trouble = trouble;
      throw error;
    } finally {
      this.end(runner);
    }
  }

  /** A file that was unlinked can be written to until the process ends; nothing of it is ever found again. */
  private refuseMovedFile(): void {
    const { path, inode } = this.file;
    if (statSync(path, { throwIfNoEntry: false })?.ino !== inode) throw new StorageError('WAXWING_MOVED');
  }

  /** With the write lock, so that no statement of it fails half-way for want of one. Waits without holding up who reads. */
  private async begin(runner: QueryRunner): Promise<void> {
    this.rollBack();
    if (this.connection.inTransaction) throw new StorageError('WAXWING_STUCK');
    const isBehind = /^SQLITE_BUSY/.test(this.trouble?.code ?? '');
    const until = performance.now() + (isBehind ? LOCK_PATIENCE_BEHIND_MS : LOCK_PATIENCE_MS);
    for (;;) {
      try {
        this.connection.exec('begin immediate');
        break;
      } catch (error) {
        if (!/^SQLITE_BUSY/.test(sqliteCode(error) ?? '') || performance.now() > until) throw error;
        await wait(LOCK_LOOK_MS);
      }
    }
    // TypeORM begins no transaction of its own inside this one, and counts none.
    Object.assign(runner, { isTransactionActive: true });
  }

  /** Whatever happened, the connection is outside a transaction afterwards: SQLite is asked, not a counter. */
  private end(runner: QueryRunner): void {
    Object.assign(runner, { isTransactionActive: false, transactionDepth: 0 });
    this.rollBack();
    if (this.connection.inTransaction) this.trouble = storageTrouble(new StorageError('WAXWING_STUCK'));
  }

  private rollBack(): void {
    if (!this.connection.inTransaction) return;
    try {
      this.connection.exec('rollback');
    } catch {
      // Who asked looks at the connection, not at this.
    }
  }
}
