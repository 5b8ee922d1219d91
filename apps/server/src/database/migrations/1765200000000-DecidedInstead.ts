import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The movement that was decided to take another's place; decisions of before say it in words only. */
export class DecidedInstead1765200000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "log_decisions" ADD COLUMN "instead" text`);
  }

  down(): Promise<void> {
    return Promise.reject(new Error('What takes whose place would be lost: restore a backup instead.'));
  }
}
