import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import type { DataSourceOptions } from 'typeorm';
import { ENTITIES } from './entities.ts';
import { MIGRATIONS } from './migrations/index.ts';

interface Pragmas {
  pragma(source: string): unknown;
}

/** A file database in WAL mode with foreign keys; migrations run at start, the schema is never synchronised. */
export function dataSourceOptions(file: string): DataSourceOptions {
  mkdirSync(dirname(file), { recursive: true });
  return {
    type: 'better-sqlite3',
    database: file,
    entities: ENTITIES,
    migrations: MIGRATIONS,
    migrationsRun: true,
    synchronize: false,
    enableWAL: true,
    prepareDatabase: (database: Pragmas) => {
      database.pragma('busy_timeout = 5000');
      database.pragma('foreign_keys = ON');
      database.pragma('synchronous = FULL');
      // What is deleted is overwritten, so that nothing of a deleted client stays in free pages.
      database.pragma('secure_delete = ON');
    },
  };
}
