import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Which starter library a studio took, and what a later one says of movements that the studio changed. */
export class StarterNews1765000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "studios" ADD COLUMN "starterRelease" text');
    await runner.query(
      'CREATE TABLE "starter_releases" ("id" text PRIMARY KEY NOT NULL, "content" text NOT NULL, "takenAt" text NOT NULL)',
    );
    await runner.query(
      `CREATE TABLE "starter_news" ("studioId" text NOT NULL, "movementId" text NOT NULL, "base" text NOT NULL, "document" text NOT NULL,
        CONSTRAINT "FK_1ad92f98a98031bf49cdc7f51b2" FOREIGN KEY ("studioId") REFERENCES "studios" ("id")
        ON DELETE NO ACTION ON UPDATE NO ACTION, PRIMARY KEY ("studioId", "movementId"))`,
    );
    // Whether two documents say the same is asked of them, not of how they are written down.
    await runner.query('ALTER TABLE "movement_revisions" DROP COLUMN "hash"');
  }

  down(): Promise<void> {
    return Promise.reject(new Error('An older Waxwing doesn’t know these tables: restore a backup instead.'));
  }
}
