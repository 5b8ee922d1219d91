import type { MigrationInterface, QueryRunner } from 'typeorm';

const REFERENCES = (column: string, name: string, table: string, onDelete = 'NO ACTION') =>
  `CONSTRAINT "${name}" FOREIGN KEY ("${column}") REFERENCES "${table}" ("id") ON DELETE ${onDelete} ON UPDATE NO ACTION`;

/** Visits in series, in a room, of a class; what is planned for them; and where a calendar elsewhere reads them. */
export class DiaryAndPlans1765100000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "bookings" ADD COLUMN "seriesId" text');
    await runner.query('ALTER TABLE "bookings" ADD COLUMN "placeId" text');
    await runner.query('ALTER TABLE "bookings" ADD COLUMN "atHome" boolean NOT NULL DEFAULT (0)');
    await runner.query('ALTER TABLE "bookings" ADD COLUMN "title" text');
    await runner.query('ALTER TABLE "bookings" ADD COLUMN "heads" integer');
    await runner.query('CREATE INDEX "bookings_studio_day" ON "bookings" ("studioId", "localDate")');
    await runner.query('CREATE INDEX "bookings_series" ON "bookings" ("seriesId", "localDate")');
    await runner.query('ALTER TABLE "sessions" ADD COLUMN "bookingId" text');
    await runner.query('CREATE INDEX "sessions_booking" ON "sessions" ("bookingId")');
    await runner.query(
      `CREATE TABLE "plans" ("id" text PRIMARY KEY NOT NULL, "studioId" text NOT NULL, "trainerId" text NOT NULL, "bookingId" text,
        "isTemplate" boolean NOT NULL, "version" integer NOT NULL, "movements" integer NOT NULL, "document" text NOT NULL, "changedAt" text NOT NULL,
        ${REFERENCES('studioId', 'FK_06f3b57bdb92386f9d1bf32d1cb', 'studios')},
        ${REFERENCES('trainerId', 'FK_df4f13bd4f8e4d7c07e3dbdbc3f', 'trainers')})`,
    );
    await runner.query('CREATE INDEX "plans_trainer" ON "plans" ("trainerId", "isTemplate", "changedAt")');
    await runner.query('CREATE INDEX "plans_booking" ON "plans" ("bookingId")');
    await runner.query(
      `CREATE TABLE "plan_clients" ("planId" text NOT NULL, "clientId" text NOT NULL, "studioId" text NOT NULL,
        ${REFERENCES('planId', 'FK_3b5f26b4381214d6c49a4c71cff', 'plans', 'CASCADE')},
        ${REFERENCES('clientId', 'FK_14412bd9aab4367ce3ae37ea036', 'clients')},
        ${REFERENCES('studioId', 'FK_e16e8b8ec5c0762650a6abdf496', 'studios')}, PRIMARY KEY ("planId", "clientId"))`,
    );
    await runner.query('CREATE INDEX "plan_clients_client" ON "plan_clients" ("clientId")');
    await runner.query(
      `CREATE TABLE "calendar_feeds" ("trainerId" text PRIMARY KEY NOT NULL, "studioId" text NOT NULL, "tokenHash" text NOT NULL, "createdAt" text NOT NULL,
        ${REFERENCES('trainerId', 'FK_d1743ec484d5b367a1bd29be75f', 'trainers')},
        ${REFERENCES('studioId', 'FK_0c5eec0525c807d888d1864c7eb', 'studios')})`,
    );
    await runner.query('CREATE UNIQUE INDEX "calendar_feeds_token" ON "calendar_feeds" ("tokenHash")');
  }

  down(): Promise<void> {
    return Promise.reject(new Error('Visits and plans would be lost: restore a backup instead.'));
  }
}
