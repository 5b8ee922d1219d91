import type { MigrationInterface, QueryRunner } from 'typeorm';

const REFERENCES = (column: string, name: string, table: string) =>
  `CONSTRAINT "${name}" FOREIGN KEY ("${column}") REFERENCES "${table}" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION`;

/** Who last read a movement through, and found it right. */
export class LookedOver1764900000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "movement_looks" ("studioId" text NOT NULL, "movementId" text NOT NULL, "trainerId" text NOT NULL, "at" text NOT NULL,
        ${REFERENCES('studioId', 'FK_8a5d5f3b2e3f7d8fab7c5e3a1c3', 'studios')},
        ${REFERENCES('trainerId', 'FK_9b6e6a4c3f4a8e9abc8d6f4b2d4', 'trainers')}, PRIMARY KEY ("studioId", "movementId"))`,
    );
  }

  down(): Promise<void> {
    return Promise.reject(new Error('Who looked what over would be lost: restore a backup instead.'));
  }
}
