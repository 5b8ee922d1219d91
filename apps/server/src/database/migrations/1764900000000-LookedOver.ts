import type { MigrationInterface, QueryRunner } from 'typeorm';

const REFERENCES = (column: string, name: string, table: string) =>
  `CONSTRAINT "${name}" FOREIGN KEY ("${column}") REFERENCES "${table}" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION`;

/** Who last read a movement through, and found it right. */
export class LookedOver1764900000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "movement_looks" ("studioId" text NOT NULL, "movementId" text NOT NULL, "trainerId" text NOT NULL, "at" text NOT NULL,
        ${REFERENCES('studioId', 'FK_0954430c27e8991d9b10649997d', 'studios')},
        ${REFERENCES('trainerId', 'FK_40281bae7607460e92de6aecf2c', 'trainers')}, PRIMARY KEY ("studioId", "movementId"))`,
    );
  }

  down(): Promise<void> {
    return Promise.reject(new Error('Who looked what over would be lost: restore a backup instead.'));
  }
}
