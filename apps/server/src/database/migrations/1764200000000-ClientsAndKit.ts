import type { MigrationInterface, QueryRunner } from 'typeorm';

const REFERENCES = (column: string, name: string, table: string, rest = 'ON DELETE NO ACTION') =>
  `CONSTRAINT "${name}" FOREIGN KEY ("${column}") REFERENCES "${table}" ("id") ${rest} ON UPDATE NO ACTION`;

/** Rooms with what they have, decisions in numbers, set-ups, measurements, records that are edited, trainers who leave. */
export class ClientsAndKit1764200000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "clients" ADD COLUMN "version" integer NOT NULL DEFAULT (1)`);
    await runner.query(`ALTER TABLE "trainers" ADD COLUMN "leftAt" text`);
    await runner.query(`ALTER TABLE "log_decisions" ADD COLUMN "load" text`);
    await runner.query(`ALTER TABLE "log_decisions" ADD COLUMN "target" integer`);
    await runner.query(`DROP INDEX "log_decisions_client"`);
    await runner.query(`CREATE INDEX "log_decisions_client_movement" ON "log_decisions" ("clientId", "movementId", "localDate")`);
    await runner.query(`ALTER TABLE "places" RENAME COLUMN "kit" TO "inventory"`);
    // A list of ids becomes things, one of each: which weights there are nobody had said.
    const places = (await runner.query(`SELECT "id", "inventory" FROM "places"`)) as { id: string; inventory: string }[];
    for (const { id, inventory } of places) {
      const things = (JSON.parse(inventory) as string[]).map((kit) => ({ kit, count: 1 }));
      await runner.query(`UPDATE "places" SET "inventory" = ? WHERE "id" = ?`, [JSON.stringify({ things, sources: [] }), id]);
    }
    await runner.query(
      `CREATE TABLE "client_measurements" ("id" text PRIMARY KEY NOT NULL, "studioId" text NOT NULL, "clientId" text NOT NULL, "measureId" text NOT NULL,
        "side" text, "value" real NOT NULL, "localDate" text NOT NULL, "note" text, "createdAt" text NOT NULL,
        ${REFERENCES('studioId', 'FK_06d03b0f809401c373b26daeb59', 'studios')}, ${REFERENCES('clientId', 'FK_5e9aa853dc88a495436aa40c365', 'clients')})`,
    );
    await runner.query(`CREATE INDEX "client_measurements_client" ON "client_measurements" ("clientId", "localDate")`);
    await runner.query(
      `CREATE TABLE "log_set_ups" ("sessionId" text NOT NULL, "clientId" text NOT NULL, "movementId" text NOT NULL, "studioId" text NOT NULL,
        "setUp" text NOT NULL, "at" text NOT NULL,
        ${REFERENCES('sessionId', 'FK_71eb73137818812d20c2b943230', 'sessions', 'ON DELETE CASCADE')}, ${REFERENCES('clientId', 'FK_6ad8239852a536364d3ad058b2f', 'clients')},
        ${REFERENCES('studioId', 'FK_43bb2fe625855edb4df58f9096e', 'studios')}, PRIMARY KEY ("sessionId", "clientId", "movementId"))`,
    );
    await runner.query(`CREATE INDEX "sessions_studio_day" ON "sessions" ("studioId", "localDate")`);
    await runner.query(`CREATE INDEX "log_set_ups_client" ON "log_set_ups" ("clientId", "movementId", "at")`);
  }

  down(): Promise<void> {
    return Promise.reject(new Error('What was written down about clients would be lost: restore a backup instead.'));
  }
}
