// Before Jest: what many tests begin with is made once. The starter library, read by the importer, as JSON; and a server's database with
// a studio of two trainers that has taken the library in, to be copied. Both from what was built (tsc -b), as the server's threads are.
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createApp } from '../../apps/server/dist/app.js';
import { Library } from '../../apps/server/dist/library/library.js';
import { libraryFiles } from '../../apps/server/dist/library/libraryFiles.js';
import { StudioSetup } from '../../apps/server/dist/setup/studioSetup.js';
import { readSoundLibrary } from '../readLibrary.mjs';

const folder = join(import.meta.dirname, '../../.cache/test');
const PASSWORD = 'correct-horse';

rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
writeFileSync(join(folder, 'library.json'), JSON.stringify(readSoundLibrary()));

const app = await createApp({ databaseFile: join(folder, 'studio.sqlite'), quiet: true });
await app.init();
const setup = app.get(StudioSetup);
const studioId = await setup.studio('Test room', 'Etc/UTC');
const things = ['wall', 'mat', 'box', 'hand-support', 'kettlebell', 'dumbbells'].map((kit) => ({ kit, count: 1 }));
await setup.place(studioId, 'Room', { things, sources: [] });
const owner = await setup.trainer(studioId, { name: 'Ona Owner', login: 'owner', password: PASSWORD, role: 'owner' });
const trainer = await setup.trainer(studioId, { name: 'Tom Trainer', login: 'trainer', password: PASSWORD, role: 'trainer' });
await app.get(Library).importPack(studioId, owner.trainerId, libraryFiles());
await app.close();
writeFileSync(join(folder, 'studio.json'), JSON.stringify({ owner, trainer }));
