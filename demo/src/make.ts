import { rmSync } from 'node:fs';
import { backupFolderOf, createApp } from '@waxwing/server';
import { DEMO_SIGN_INS, fillNetLoft } from './netLoft.ts';

/** Makes the Net Loft's database anew: `node make.js FILE LIBRARY-FOLDER [WEEKS]`. */
const [, , file, libraryFolder, weeks = '10'] = process.argv;
if (!file || !libraryFolder) throw new Error('usage: make FILE LIBRARY-FOLDER [WEEKS]');

for (const suffix of ['', '-wal', '-shm']) rmSync(`${file}${suffix}`, { force: true });
// Backups of a demo before would be asked for in its place.
rmSync(backupFolderOf(file), { recursive: true, force: true });
const app = await createApp({ databaseFile: file, quiet: true });
await app.init();
await fillNetLoft(app, { today: new Date(), weeks: Number(weeks), libraryFolder });
await app.close();
console.log(`The Net Loft is in ${file}; sign in as ${DEMO_SIGN_INS.maren.login} with ${DEMO_SIGN_INS.maren.password}`);
