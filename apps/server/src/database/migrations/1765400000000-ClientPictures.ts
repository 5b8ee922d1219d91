import type { MigrationInterface, QueryRunner } from 'typeorm';

const REFERENCES = (column: string, name: string, table: string) =>
  `CONSTRAINT "${name}" FOREIGN KEY ("${column}") REFERENCES "${table}" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION`;

/** Pictures of how a place is set up for somebody. */
export class ClientPictures1765400000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "client_pictures" ("id" text PRIMARY KEY NOT NULL, "studioId" text NOT NULL, "clientId" text NOT NULL,
        "jpeg" text NOT NULL, "createdAt" text NOT NULL,
        ${REFERENCES('studioId', 'FK_1a20fb91b062b2229d1b7ca039d', 'studios')},
        ${REFERENCES('clientId', 'FK_384f17dfc0b66df18dbc1108df9', 'clients')})`,
    );
    await runner.query('CREATE INDEX "client_pictures_client" ON "client_pictures" ("clientId")');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "client_pictures"');
  }
}
