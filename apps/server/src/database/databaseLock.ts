import { chmodSync } from 'node:fs';
import Database from 'better-sqlite3';

/**
 * Held by the one process that serves a database. It is a lock of the operating system on a file beside it, so that a killed
 * process leaves none behind.
 */
export class DatabaseLock {
  private constructor(private readonly held: Database.Database) {}

  /** `null` when another process has it. */
  static take(databaseFile: string): DatabaseLock | null {
    const held = new Database(`${databaseFile}-lock`, { timeout: 0 });
    chmodSync(`${databaseFile}-lock`, 0o600);
    try {
      held.pragma('locking_mode = exclusive');
      held.exec('begin exclusive');
      return new DatabaseLock(held);
    } catch (error) {
      held.close();
      if (/^SQLITE_BUSY/.test((error as { code?: string }).code ?? '')) return null;
      throw error;
    }
  }

  release(): void {
    this.held.close();
  }
}
