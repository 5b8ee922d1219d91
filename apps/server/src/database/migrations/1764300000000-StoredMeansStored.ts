import type { MigrationInterface, QueryRunner } from 'typeorm';

const OWNER = (columns: readonly (readonly [string, string, string])[]) =>
  columns
    .map(([column, name, table]) => {
      const rest = table === 'sessions' ? 'ON DELETE CASCADE' : 'ON DELETE NO ACTION';
      return `CONSTRAINT "${name}" FOREIGN KEY ("${column}") REFERENCES "${table}" ("id") ${rest} ON UPDATE NO ACTION`;
    })
    .join(', ');

interface Rebuilt {
  readonly table: string;
  /** Columns with their types, in the order of the entity. */
  readonly columns: string;
  readonly owner: string;
  readonly key: string;
  readonly indexes: readonly string[];
}

/** The tables of the log whose key was an id that a device made: two sessions may use the same one. */
const REBUILT: readonly Rebuilt[] = [
  {
    table: 'log_items',
    columns: `"itemId" text NOT NULL, "studioId" text NOT NULL, "sessionId" text NOT NULL, "clientId" text NOT NULL, "movementId" text NOT NULL,
      "localDate" text NOT NULL, "startedAt" text NOT NULL, "place" integer NOT NULL, "load" text NOT NULL, "outcome" text NOT NULL`,
    owner: OWNER([
      ['studioId', 'FK_d348a43f13605e3dfbfba11aba9', 'studios'],
      ['sessionId', 'FK_b78c0f3ea674276a4b35b78fc4e', 'sessions'],
      ['clientId', 'FK_baaac93736fe5db51115657edbe', 'clients'],
    ]),
    key: '"itemId", "sessionId"',
    indexes: [
      '"log_items_session" ON "log_items" ("sessionId")',
      '"log_items_client_movement" ON "log_items" ("clientId", "movementId", "localDate")',
    ],
  },
  {
    table: 'log_sets',
    columns: `"setId" text NOT NULL, "studioId" text NOT NULL, "sessionId" text NOT NULL, "clientId" text NOT NULL, "movementId" text NOT NULL,
      "localDate" text NOT NULL, "startedAt" text NOT NULL, "amount" integer NOT NULL, "looked" boolean NOT NULL, "clean" boolean, "effort" text, "load" text NOT NULL`,
    owner: OWNER([
      ['studioId', 'FK_122cecdf9efcd3b24378685b46e', 'studios'],
      ['sessionId', 'FK_74de3d1024e0f1caf4cca73d9ec', 'sessions'],
      ['clientId', 'FK_f5b2dc3a9f48e1cc550c16719d0', 'clients'],
    ]),
    key: '"setId", "sessionId"',
    indexes: [
      '"log_sets_session" ON "log_sets" ("sessionId")',
      '"log_sets_client_movement" ON "log_sets" ("clientId", "movementId", "startedAt")',
    ],
  },
  {
    table: 'log_faults',
    columns: `"setId" text NOT NULL, "faultId" text NOT NULL, "studioId" text NOT NULL, "sessionId" text NOT NULL, "clientId" text NOT NULL,
      "movementId" text NOT NULL, "faultTypeId" text NOT NULL, "localDate" text NOT NULL, "times" integer NOT NULL`,
    owner: OWNER([
      ['studioId', 'FK_26328cf54485861919e84b4e769', 'studios'],
      ['sessionId', 'FK_343d0b02f989736dc48f5ed858d', 'sessions'],
      ['clientId', 'FK_ffa7092e4ae434abfd929fd46da', 'clients'],
    ]),
    key: '"setId", "faultId", "sessionId"',
    indexes: [
      '"log_faults_session" ON "log_faults" ("sessionId")',
      '"log_faults_client_movement" ON "log_faults" ("clientId", "movementId")',
    ],
  },
];

/** What a server needs so that nothing acknowledged is lost: its epoch, keys that can't collide, what is remembered of who was forgotten. */
export class StoredMeansStored1764300000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "server_state" ("name" text PRIMARY KEY NOT NULL, "value" text NOT NULL)`);

    await runner.query(`ALTER TABLE "sign_ins" ADD COLUMN "id" text NOT NULL DEFAULT ('')`);
    await runner.query(`ALTER TABLE "sign_ins" ADD COLUMN "device" text NOT NULL DEFAULT ('')`);
    await runner.query(`ALTER TABLE "sign_ins" ADD COLUMN "lastSeenAt" text`);
    await runner.query(
      `UPDATE "sign_ins" SET "id" = lower(hex(randomblob(4)) || '-' || hex(randomblob(2)) || '-4' || substr(hex(randomblob(2)), 2) || '-8' || substr(hex(randomblob(2)), 2) || '-' || hex(randomblob(6)))`,
    );

    await runner.query(
      `CREATE TABLE "client_tombstone_lanes" ("sessionId" text NOT NULL, "laneId" text NOT NULL, "clientId" text NOT NULL, "studioId" text NOT NULL, "isSessionGone" boolean NOT NULL,
        CONSTRAINT "FK_e2c3cfc263a72b2b1b0dce3ed5d" FOREIGN KEY ("studioId") REFERENCES "studios" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION, PRIMARY KEY ("sessionId", "laneId"))`,
    );

    for (const { table, columns, owner, key, indexes } of REBUILT) {
      await runner.query(`ALTER TABLE "${table}" RENAME TO "${table}_before"`);
      await runner.query(`CREATE TABLE "${table}" (${columns}, ${owner}, PRIMARY KEY (${key}))`);
      const names = [...columns.matchAll(/"(\w+)" /g)].map(([, name]) => `"${name}"`).join(', ');
      await runner.query(`INSERT INTO "${table}" (${names}) SELECT ${names} FROM "${table}_before"`);
      await runner.query(`DROP TABLE "${table}_before"`);
      for (const index of indexes) await runner.query(`CREATE INDEX ${index}`);
    }

    // On which movement somebody looked: a set may change its movement half-way, and a fault stays with the one that it was seen on.
    await runner.query(
      `CREATE TABLE "log_looks" ("sessionId" text NOT NULL, "setId" text NOT NULL, "movementId" text NOT NULL, "studioId" text NOT NULL, "clientId" text NOT NULL,
        CONSTRAINT "FK_d5f5c6f0115061ac2c6c2b28c08" FOREIGN KEY ("sessionId") REFERENCES "sessions" ("id") ON DELETE CASCADE ON UPDATE NO ACTION,
        CONSTRAINT "FK_d586f0674bd23ed2d4532e16a86" FOREIGN KEY ("studioId") REFERENCES "studios" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION,
        CONSTRAINT "FK_b699788cc10b7ffacc2336095ab" FOREIGN KEY ("clientId") REFERENCES "clients" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION,
        PRIMARY KEY ("sessionId", "setId", "movementId"))`,
    );
    await runner.query(`CREATE INDEX "log_looks_client_movement" ON "log_looks" ("clientId", "movementId")`);
    await runner.query(
      `INSERT INTO "log_looks" ("sessionId", "setId", "movementId", "studioId", "clientId")
       SELECT "sessionId", "setId", "movementId", "studioId", "clientId" FROM "log_sets" WHERE looked = 1
       UNION SELECT "sessionId", "setId", "movementId", "studioId", "clientId" FROM "log_faults"`,
    );
  }

  down(): Promise<void> {
    return Promise.reject(new Error('What is remembered of deleted clients would be lost: restore a backup instead.'));
  }
}
