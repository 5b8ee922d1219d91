import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What the guests of a session are called stands in its pins, which a list doesn't read. */
export class GuestsNamed1765700000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "sessions" ADD COLUMN "guests" text`);
    await runner.query(
      `UPDATE "sessions" SET "guests" = (
         SELECT json_group_array(json_extract(each.value, '$.name')) FROM json_each("pins", '$.clients') each
         WHERE json_extract(each.value, '$.guest') = 1
       ) WHERE EXISTS (SELECT 1 FROM json_each("pins", '$.clients') each WHERE json_extract(each.value, '$.guest') = 1)`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "sessions" DROP COLUMN "guests"`);
  }
}
