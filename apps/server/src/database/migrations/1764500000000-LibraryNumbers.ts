import type { MigrationInterface, QueryRunner } from 'typeorm';

/** How far a studio's library has come, and since when each part of it says what it says. */
export class LibraryNumbers1764500000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "studios" ADD COLUMN "libraryNumber" integer NOT NULL DEFAULT (1)');
    await runner.query('ALTER TABLE "movements" ADD COLUMN "changedIn" integer NOT NULL DEFAULT (1)');
    await runner.query('ALTER TABLE "vocabulary_revisions" ADD COLUMN "changedIn" integer NOT NULL DEFAULT (1)');
    await runner.query('CREATE INDEX "movements_changed" ON "movements" ("studioId", "changedIn")');
  }

  down(): Promise<void> {
    return Promise.reject(new Error('An older Waxwing doesn’t know these columns: restore a backup instead.'));
  }
}
