import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { describe, expect, test } from '@jest/globals';
import { foldSession, setsOf, type SessionState, type SessionEvent } from '@waxwing/core/session';
import type { SessionAnswer, SessionSummary } from '@waxwing/core/api';
import { changedWords, type Vocabulary } from '@waxwing/core/movement';
import { checkEvent } from '@waxwing/core/shapes';
import Database from 'better-sqlite3';
import request from 'supertest';
import { createApp } from '../src/app.ts';
import { Words } from '../src/library/words.ts';
import { SignedInClient } from './testServer.ts';

const FIXTURES = join(import.meta.dirname, 'fixtures');

/** Until sets stood in their lanes they were one list, in the order in which they began. */
function asThen(state: SessionState): object {
  const sets = setsOf(state).toSorted((a, b) => (a.startedAt < b.startedAt ? -1 : a.startedAt > b.startedAt ? 1 : 0));
  return { ...state, sets, lanes: state.lanes.map((lane) => ({ ...lane, lastSetId: lane.sets.at(-1)?.setId ?? null })) };
}

/** The vocabularies of a database as releases kept them until words had revisions of their own. */
function wordsThen(file: string): { readonly id: string; readonly document: Vocabulary }[] {
  const database = new Database(file, { readonly: true });
  const rows = database.prepare('select id, document from vocabulary_revisions').all() as { id: string; document: string }[];
  database.close();
  return rows.map(({ id, document }) => ({ id, document: JSON.parse(document) as Vocabulary }));
}

/** Everything that an earlier release wrote has to be read by this one. */
describe.each(readdirSync(FIXTURES))('what release %s wrote', (version) => {
  const kept = (name: string) => readFileSync(join(FIXTURES, version, name));

  test('its database is migrated, its people sign in, and its logs are read', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'waxwing-release-'));
    const file = join(folder, 'studio.sqlite');
    writeFileSync(file, gunzipSync(kept('studio.sqlite.gz')));
    const words = wordsThen(file);
    const app = await createApp({ databaseFile: file, quiet: true });
    await app.init();
    const signIn = await request(app.getHttpServer())
      .post('/api/sign-in')
      .send({ login: 'maren', password: 'net-loft-quay' })
      .expect(200);
    const maren = new SignedInClient(app, signIn.get('Set-Cookie')![0]!.split(';')[0]!);
    const [session] = (await maren.get('/api/sessions').expect(200)).body as SessionSummary[];
    const { log } = (await maren.get(`/api/sessions/${session!.sessionId}`).expect(200)).body as SessionAnswer;
    expect(log.lanes[0]!.items.flatMap((item) => item.sets).length).toBeGreaterThan(3);
    expect(log.lanes[0]!.decisions.length).toBeGreaterThan(0);
    // Sessions pinned their words by these.
    expect(words.length).toBeGreaterThan(0);
    for (const { id, document } of words) expect(changedWords(document, await app.get(Words).pinned(id))).toEqual([]);
    await app.close();
    rmSync(folder, { recursive: true, force: true });
  });

  test('its events are still taken, and fold to the state that they folded to then', () => {
    const events = JSON.parse(kept('events.json').toString()) as SessionEvent[];
    for (const event of events) expect(checkEvent(event)).toMatchObject({ ok: true });
    expect(JSON.parse(JSON.stringify(asThen(foldSession(events))))).toMatchObject(
      JSON.parse(kept('state.json').toString()) as object,
    );
  });
});
