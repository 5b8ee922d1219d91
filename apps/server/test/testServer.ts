import { copyFileSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { ClientDocument } from '@waxwing/core/client';
import { stampEvent, type EventDraft, type SessionBrief, type SessionEvent, type StartSession } from '@waxwing/core/session';
import type { EventsAnswer } from '@waxwing/core/api';
import request, { type Test } from 'supertest';
import { v4, v7 } from 'uuid';
import { createApp, type AppOptions } from '../src/app.ts';
import type { SignedIn } from '../src/accounts/actor.ts';
import { StudioSetup } from '../src/setup/studioSetup.ts';

/** As `scripts/jest/prepare.mjs` makes them. */
export const PASSWORD = 'correct-horse';
const MADE = join(import.meta.dirname, '../../../.cache/test');

/** A real server on a real file, listening, with a studio of two trainers and the starter library. */
export class TestServer {
  private constructor(
    readonly app: NestExpressApplication,
    readonly file: string,
    private readonly folder: string,
    readonly owner: SignedIn,
    readonly trainer: SignedIn,
  ) {}

  static async start(options: Partial<AppOptions> = {}): Promise<TestServer> {
    const folder = mkdtempSync(join(tmpdir(), 'waxwing-test-'));
    const file = join(folder, 'studio.sqlite');
    copyFileSync(join(MADE, 'studio.sqlite'), file);
    const { owner, trainer } = JSON.parse(readFileSync(join(MADE, 'studio.json'), 'utf8')) as Record<string, SignedIn>;
    const app = await createApp({ databaseFile: file, quiet: true, ...options });
    await app.listen(0, '127.0.0.1');
    return new TestServer(app, file, folder, owner!, trainer!);
  }

  client(trainer: SignedIn, name: string, part: Partial<ClientDocument> = {}): Promise<string> {
    return this.app.get(StudioSetup).client(trainer, { name, birthYear: 1990, goals: [], cautions: [], ...part });
  }

  async signIn(login: string): Promise<SignedInClient> {
    const response = await request(this.app.getHttpServer()).post('/api/sign-in').send({ login, password: PASSWORD });
    const cookie = response.get('Set-Cookie')?.[0]?.split(';')[0];
    if (!cookie) throw new Error(`sign-in failed: ${response.status} ${response.text}`);
    return new SignedInClient(this.app, cookie);
  }

  anonymous() {
    return request(this.app.getHttpServer());
  }

  async stop(): Promise<void> {
    await this.app.close();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** What a browser with a cookie would send. */
export class SignedInClient {
  private seq = 0;
  private lamport = 0;
  readonly replicaId = v4();

  constructor(
    private readonly app: NestExpressApplication,
    readonly cookie: string,
  ) {}

  get(path: string): Test {
    return request(this.app.getHttpServer()).get(path).set('Cookie', this.cookie);
  }

  post(path: string, body: object): Test {
    return request(this.app.getHttpServer()).post(path).set('Cookie', this.cookie).send(body);
  }

  put(path: string, body: object): Test {
    return request(this.app.getHttpServer()).put(path).set('Cookie', this.cookie).send(body);
  }

  delete(path: string, body: object = {}): Test {
    return request(this.app.getHttpServer()).delete(path).set('Cookie', this.cookie).send(body);
  }

  async start(clientId: string, movementIds: readonly string[], localDate: string): Promise<SessionBrief> {
    const form: StartSession = {
      sessionId: v7(),
      localDate,
      zone: 'Etc/UTC',
      lanes: [{ laneId: v7(), clientId, movements: movementIds.map((movementId) => ({ movementId })) }],
    };
    return (await this.post('/api/sessions', form).expect(201)).body as SessionBrief;
  }

  stamp(sessionId: string, drafts: readonly EventDraft[], at: string): SessionEvent[] {
    return drafts.map((draft) => {
      this.seq += 1;
      this.lamport += 1;
      const stamp = {
        id: v7(),
        sessionId,
        replicaId: this.replicaId,
        seq: this.seq,
        lamport: this.lamport,
        at,
        actor: 'trainer' as const,
      };
      return stampEvent(draft, stamp) as SessionEvent;
    });
  }

  async send(sessionId: string, events: readonly object[]): Promise<EventsAnswer> {
    return (await this.post(`/api/sessions/${sessionId}/events`, { events }).expect(200)).body as EventsAnswer;
  }
}
