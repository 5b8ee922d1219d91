import type { MigrationInterface, QueryRunner } from 'typeorm';

const REFERENCES = (column: string, name: string, table: string, rest = 'ON DELETE NO ACTION') =>
  `CONSTRAINT "${name}" FOREIGN KEY ("${column}") REFERENCES "${table}" ("id") ${rest} ON UPDATE NO ACTION`;

/** What was typed on Floor and the library lacks, and what of it nobody wants. */
export class TypedOnFloor1764600000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "log_typed" ("sessionId" text NOT NULL, "id" text NOT NULL, "studioId" text NOT NULL, "clientId" text, "kind" text NOT NULL,
        "movementId" text NOT NULL, "text" text NOT NULL, "faultId" text, "localDate" text NOT NULL, "at" text NOT NULL,
        ${REFERENCES('sessionId', 'FK_2d8919b1e92b7fc30a5999d2715', 'sessions', 'ON DELETE CASCADE')},
        ${REFERENCES('studioId', 'FK_fec32c5926f90d75278184281f1', 'studios')},
        ${REFERENCES('clientId', 'FK_5db92aec49c849efcd3a239397b', 'clients')}, PRIMARY KEY ("sessionId", "id"))`,
    );
    await runner.query(`CREATE INDEX "log_typed_studio" ON "log_typed" ("studioId", "at")`);
    await runner.query(
      `CREATE TABLE "inbox_drops" ("studioId" text NOT NULL, "id" text NOT NULL, "trainerId" text NOT NULL, "at" text NOT NULL,
        ${REFERENCES('studioId', 'FK_3031ecaf5f0b88685f4d643e27e', 'studios')}, PRIMARY KEY ("studioId", "id"))`,
    );
  }

  down(): Promise<void> {
    return Promise.reject(new Error('What was typed on the floor would be lost: restore a backup instead.'));
  }
}
