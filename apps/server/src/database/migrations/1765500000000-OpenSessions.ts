import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Today asks which sessions haven't ended: a handful of all that a studio ever had. */
export class OpenSessions1765500000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE INDEX "sessions_open" ON "sessions" ("studioId", "localDate") WHERE "status" <> 'ended'`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP INDEX "sessions_open"`);
  }
}
