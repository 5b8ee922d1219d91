import type { MigrationInterface, QueryRunner } from 'typeorm';

const REFERENCES = (column: string, name: string, table: string, onDelete = 'NO ACTION') =>
  `CONSTRAINT "${name}" FOREIGN KEY ("${column}") REFERENCES "${table}" ("id") ON DELETE ${onDelete} ON UPDATE NO ACTION`;

/** The board of a session on other devices, found by a code. */
export class Boards1765300000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "boards" ("id" text PRIMARY KEY NOT NULL, "studioId" text NOT NULL, "sessionId" text NOT NULL, "trainerId" text NOT NULL,
        "code" text NOT NULL, "hasNames" boolean NOT NULL, "createdAt" text NOT NULL, "until" text NOT NULL,
        ${REFERENCES('studioId', 'FK_abe0687fbca1e6ac7f4e36d43f0', 'studios')},
        ${REFERENCES('sessionId', 'FK_0c208a815da6846d8a4ed2ceac8', 'sessions', 'CASCADE')},
        ${REFERENCES('trainerId', 'FK_7a8db133a60030fc5dfb22e9cb5', 'trainers')})`,
    );
    await runner.query('CREATE UNIQUE INDEX "boards_code" ON "boards" ("code")');
    await runner.query('CREATE UNIQUE INDEX "boards_session" ON "boards" ("sessionId")');
    await runner.query(
      `CREATE TABLE "board_devices" ("tokenHash" text PRIMARY KEY NOT NULL, "boardId" text NOT NULL, "createdAt" text NOT NULL,
        ${REFERENCES('boardId', 'FK_7c1dc8247d3df7ed536e8c8e47b', 'boards', 'CASCADE')})`,
    );
    await runner.query('CREATE INDEX "board_devices_board" ON "board_devices" ("boardId")');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "board_devices"');
    await runner.query('DROP TABLE "boards"');
  }
}
