import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The heaviest set of a movement is looked up; what somebody has done in years isn't gone through for it. */
export class BestSets1765600000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE INDEX "log_segments_best" ON "log_segments" ("clientId", "movementId", "isLast", "pain", "unit", "kilograms", "setAmount")`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP INDEX "log_segments_best"`);
  }
}
