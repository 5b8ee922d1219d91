// Saving a movement in a library of 5,000, over HTTP. Run after a build.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { createApp, Library, StudioSetup } from '../apps/server/dist/index.js';
import { readLibraryFiles } from '../scripts/readLibrary.mjs';

const MOVEMENTS = 5000;

/** More of the starter's movements, each with its ladder, in rows of their own. */
function fill(file, studioId, revisions) {
  const db = new Database(file);
  const movement = db.prepare(
    'insert into movements ("studioId", id, name, family, "currentRevisionId", "changedIn") values (?, ?, ?, ?, ?, 1)',
  );
  const revision = db.prepare(
    'insert into movement_revisions (id, "studioId", "movementId", number, document, author, "createdAt") values (?, ?, ?, 1, ?, ?, ?)',
  );
  db.transaction(() => {
    for (let n = revisions.length; n < MOVEMENTS; n += 1) {
      const { document } = revisions[n % revisions.length];
      const copy = Math.floor(n / revisions.length);
      const id = (of) => `${of}-${copy}`;
      const made = {
        ...document,
        id: id(document.id),
        name: `${document.name} ${copy}`,
        harder: document.harder.map((step) => ({ ...step, to: id(step.to) })),
      };
      movement.run(studioId, made.id, made.name, made.family, `bench-${n}`);
      revision.run(`bench-${n}`, studioId, made.id, JSON.stringify(made), 'nobody', '2026-01-01T00:00:00.000Z');
    }
  })();
  db.close();
}

export async function saving(row) {
  const folder = mkdtempSync(join(tmpdir(), 'waxwing-bench-'));
  const file = join(folder, 'studio.sqlite');
  let app = await createApp({ databaseFile: file, quiet: true });
  const setup = app.get(StudioSetup);
  const studioId = await setup.studio('Bench', 'Etc/UTC');
  const owner = await setup.trainer(studioId, { name: 'Owner', login: 'owner', password: 'correct-horse', role: 'owner' });
  await app.get(Library).importPack(studioId, owner.trainerId, readLibraryFiles());
  const { revisions } = await app.get(Library).current(studioId);
  await app.close();
  fill(file, studioId, revisions);
  app = await createApp({ databaseFile: file, quiet: true });
  await app.listen(0, '127.0.0.1');
  const address = `${await app.getUrl()}/api`;
  const json = { 'Content-Type': 'application/json' };
  const signIn = await fetch(`${address}/sign-in`, {
    method: 'POST',
    headers: json,
    body: JSON.stringify({ login: 'owner', password: 'correct-horse' }),
  });
  const headers = { ...json, cookie: signIn.headers.get('set-cookie').split(';')[0] };
  let version = '';
  const read = async () => {
    const from = performance.now();
    const answer = await (await fetch(`${address}/library?since=${version}`, { headers })).json();
    version = answer.version;
    return performance.now() - from;
  };
  await read();
  let current = revisions.find(({ document }) => document.id === 'waxwing:goblet-squat');
  const [saves, reads] = [[], []];
  for (let n = 0; n < 60; n += 1) {
    const document = { ...current.document, restSeconds: 60 + (n % 2) };
    const body = JSON.stringify({ movements: [{ baseRevisionId: current.revisionId, document }] });
    const from = performance.now();
    const answer = await fetch(`${address}/library/changes`, { method: 'POST', headers, body });
    const took = performance.now() - from;
    ({
      revisions: [current],
    } = await answer.json());
    const readIn = await read();
    if (n < 10) continue;
    saves.push(took);
    reads.push(readIn);
  }
  const sorted = (times) => times.sort((a, b) => a - b);
  row('saving a movement, 5,000 in the library', sorted(saves), 30);
  row('what a device reads after it', sorted(reads), 30);
  await app.close();
  rmSync(folder, { recursive: true, force: true });
}
