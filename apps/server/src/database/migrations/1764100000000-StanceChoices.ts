import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Positions on contested points that a studio or a trainer holds. */
export class StanceChoices1764100000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "stance_choices" ("studioId" text NOT NULL, "holder" text NOT NULL, "positions" text NOT NULL,
        CONSTRAINT "FK_0710428b002efe593d12f920bf6" FOREIGN KEY ("studioId") REFERENCES "studios" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION, PRIMARY KEY ("studioId", "holder"))`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "stance_choices"`);
  }
}
