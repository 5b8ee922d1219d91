import type { MigrationInterface, QueryRunner } from 'typeorm';

const REFERENCES = (column: string, name: string, table: string) =>
  `CONSTRAINT "${name}" FOREIGN KEY ("${column}") REFERENCES "${table}" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION`;

/** Who may change the library beside the owner, and what those suggest who may not. */
export class LibraryKeepers1764800000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "trainers" ADD COLUMN "keepsLibrary" boolean NOT NULL DEFAULT (0)');
    await runner.query(
      `CREATE TABLE "suggestions" ("id" text PRIMARY KEY NOT NULL, "studioId" text NOT NULL, "trainerId" text NOT NULL, "createdAt" text NOT NULL,
        "change" text NOT NULL, "note" text, "status" text NOT NULL, "answer" text, "answeredBy" text, "answeredAt" text,
        ${REFERENCES('studioId', 'FK_415a2c2fc9677c6bf9fb620ee43', 'studios')},
        ${REFERENCES('trainerId', 'FK_055c2cf7078745fc4d9b2e41b5d', 'trainers')})`,
    );
    await runner.query('CREATE INDEX "suggestions_studio" ON "suggestions" ("studioId", "status", "createdAt")');
  }

  down(): Promise<void> {
    return Promise.reject(new Error('Suggestions would be lost: restore a backup instead.'));
  }
}
