import type { MigrationInterface, QueryRunner } from 'typeorm';

const TO_SESSION = (name: string) =>
  `CONSTRAINT "${name}" FOREIGN KEY ("sessionId") REFERENCES "sessions" ("id") ON DELETE CASCADE ON UPDATE NO ACTION`;
const TO_STUDIO = (name: string) =>
  `CONSTRAINT "${name}" FOREIGN KEY ("studioId") REFERENCES "studios" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION`;
const TO_CLIENT = (name: string) =>
  `CONSTRAINT "${name}" FOREIGN KEY ("clientId") REFERENCES "clients" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION`;

const STATEMENTS: readonly string[] = [
  'DROP TABLE "log_sets"',
  'DROP TABLE "log_looks"',
  'DROP TABLE "log_faults"',
  'DROP TABLE "log_cue_trials"',

  `CREATE TABLE "log_segments" ("sessionId" text NOT NULL, "setId" text NOT NULL, "ordinal" integer NOT NULL, "setOrdinal" integer NOT NULL,
    "studioId" text NOT NULL, "laneId" text NOT NULL, "itemId" text NOT NULL, "stepId" text, "clientId" text, "movementId" text NOT NULL, "side" text,
    "localDate" text NOT NULL, "startedAt" text NOT NULL, "looked" boolean NOT NULL, "unit" text NOT NULL, "amount" integer NOT NULL, "load" text NOT NULL,
    "kilograms" real, "settings" text NOT NULL, "seconds" integer, "onClock" boolean NOT NULL, "actor" text NOT NULL, "pain" boolean NOT NULL,
    "isLast" boolean NOT NULL, "setAmount" integer, "clean" boolean, "effort" text, "reserve" real,
    ${TO_SESSION('FK_a378b734d61edadfa419e1a12ce')}, ${TO_STUDIO('FK_33b52735fda215ff3eb5af51f8e')}, ${TO_CLIENT('FK_9fc19dff74c8a5b6780056255f7')},
    PRIMARY KEY ("sessionId", "setId", "ordinal"))`,
  'CREATE INDEX "log_segments_looked" ON "log_segments" ("clientId", "looked", "movementId", "sessionId", "setId")',
  'CREATE INDEX "log_segments_client_movement" ON "log_segments" ("clientId", "movementId", "isLast", "startedAt")',

  `CREATE TABLE "log_faults" ("sessionId" text NOT NULL, "setId" text NOT NULL, "ordinal" integer NOT NULL, "faultId" text NOT NULL,
    "studioId" text NOT NULL, "clientId" text, "movementId" text NOT NULL, "faultTypeId" text NOT NULL, "side" text, "status" text NOT NULL,
    "severity" text, "localDate" text NOT NULL, "times" integer NOT NULL,
    ${TO_SESSION('FK_343d0b02f989736dc48f5ed858d')}, ${TO_STUDIO('FK_26328cf54485861919e84b4e769')}, ${TO_CLIENT('FK_ffa7092e4ae434abfd929fd46da')},
    PRIMARY KEY ("sessionId", "setId", "ordinal"))`,
  'CREATE INDEX "log_faults_client" ON "log_faults" ("clientId", "faultId", "movementId")',

  `CREATE TABLE "log_cue_trials" ("cueGivenId" text PRIMARY KEY NOT NULL, "setId" text NOT NULL, "studioId" text NOT NULL, "sessionId" text NOT NULL,
    "clientId" text NOT NULL, "movementId" text NOT NULL, "faultId" text NOT NULL, "faultTypeId" text NOT NULL, "cueId" text NOT NULL,
    "localDate" text NOT NULL, "outcome" text NOT NULL,
    ${TO_STUDIO('FK_2f62c889d14bb5e0b81f6476217')}, ${TO_SESSION('FK_0df852027051deeb2fab36f5028')}, ${TO_CLIENT('FK_988f58b188cb577385f7f08fefb')})`,
  'CREATE INDEX "log_cue_trials_session" ON "log_cue_trials" ("sessionId", "setId")',
  'CREATE INDEX "log_cue_trials_client" ON "log_cue_trials" ("clientId", "faultId")',
  'CREATE INDEX "log_cue_trials_fault" ON "log_cue_trials" ("studioId", "faultId", "cueId")',

  'ALTER TABLE "events" ADD COLUMN "tap" text',
  'CREATE INDEX "events_session_lamport" ON "events" ("sessionId", "lamport")',

  // What these tables say is in the events: the server builds it anew when it starts.
  `INSERT INTO "server_state" ("name", "value") VALUES ('reproject-due', '')`,
];

/** Sets by their segments, faults by side and with what became of them; which tap did an event. */
export class SegmentsOfSets1764400000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error('An older Waxwing can’t build its logs from the events: restore a backup instead.'));
  }
}
