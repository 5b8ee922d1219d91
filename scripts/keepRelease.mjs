// Keeps what a release wrote, for the migration tests of later ones: node scripts/keepRelease.mjs 0.1.0 (after a build).
// A week of the Net Loft as a database, and the events of one session with the state that they folded to.
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { foldSession } from '../packages/core/dist/session/index.js';

const [, , version] = process.argv;
if (!version) throw new Error('usage: keepRelease VERSION');
const root = join(import.meta.dirname, '..');
const folder = join(root, 'apps/server/test/fixtures', version);
const file = join(root, '.cache', 'keep.sqlite');
const compact = join(root, '.cache', 'keep-compact.sqlite');
mkdirSync(folder, { recursive: true });
mkdirSync(join(root, '.cache'), { recursive: true });
rmSync(compact, { force: true });

const made = spawnSync(process.execPath, ['demo/dist/make.js', file, 'library', '1'], { cwd: root, stdio: 'inherit' });
if (made.status !== 0) process.exit(1);

const database = new Database(file);
const session = database.prepare('select "sessionId" as id from events group by 1 order by count(*) desc limit 1').get();
const events = database
  .prepare('select * from events where "sessionId" = ? order by position')
  .all(session.id)
  .map(
    ({
      position: _position,
      studioId: _studio,
      sentBy: _sentBy,
      receivedAt: _receivedAt,
      clientId,
      laneId,
      tap,
      payload,
      ...event
    }) => ({
      ...event,
      payload: JSON.parse(payload),
      ...(clientId && { clientId }),
      ...(laneId && { laneId }),
      ...(tap && { tap }),
    }),
  );
database.exec(`vacuum into '${compact}'`);
database.close();

writeFileSync(join(folder, 'studio.sqlite.gz'), gzipSync(readFileSync(compact), { level: 9 }));
writeFileSync(join(folder, 'events.json'), JSON.stringify(events));
writeFileSync(join(folder, 'state.json'), JSON.stringify(foldSession(events)));
console.log(`kept in ${folder}`);
