import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { DataSource } from 'typeorm';
import { TrainerEntity } from './accounts/account.entities.ts';
import { createApp } from './app.ts';
import { Library } from './library/library.ts';
import { StudioSetup } from './studio/studioSetup.ts';

/** Makes a real studio from the command line, and takes in its people until the app can. */
const USAGE = `Usage (passwords come from WAXWING_PASSWORD, so that they are in no history of commands):
  npm run setup -- studio  --name "The room" --zone Europe/London --owner "Your Name" --login you
  npm run setup -- trainer --name "Their Name" --login them
  npm run setup -- client  --name "Their Name" --born 1980 --trainer you`;

const { positionals, values } = parseArgs({
  allowPositionals: true,
  options: {
    name: { type: 'string' },
    zone: { type: 'string' },
    owner: { type: 'string' },
    login: { type: 'string' },
    born: { type: 'string' },
    trainer: { type: 'string' },
  },
});

function need(name: keyof typeof values): string {
  const value = values[name];
  if (!value) throw new Error(`--${name} is missing.\n${USAGE}`);
  return value;
}

function password(): string {
  const given = process.env.WAXWING_PASSWORD ?? '';
  if (given.length < 10) throw new Error('Set WAXWING_PASSWORD to a password of at least ten characters.');
  return given;
}

function starterLibrary(): { name: string; text: string }[] {
  const folder = join(import.meta.dirname, '../../../library');
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.yaml'))
    .sort()
    .map((name) => ({ name, text: readFileSync(join(folder, name), 'utf8') }));
}

const app = await createApp({ databaseFile: process.env.WAXWING_DATA ?? '.data/studio.sqlite', quiet: true });
await app.init();
const setup = app.get(StudioSetup);
const trainers = app.get(DataSource).getRepository(TrainerEntity);
try {
  switch (positionals[0]) {
    case 'studio': {
      if (!(await setup.isEmpty())) throw new Error('This database has a studio already.');
      const owner = { name: need('owner'), login: need('login'), password: password(), role: 'owner' as const };
      const studioId = await setup.studio(need('name'), need('zone'));
      const { trainerId } = await setup.trainer(studioId, owner);
      const { changed } = await app.get(Library).importPack(studioId, trainerId, starterLibrary());
      console.log(`Made with ${changed.length} movements. Sign in as ${owner.login}.`);
      break;
    }
    case 'trainer': {
      const owner = await trainers.findOneByOrFail({ role: 'owner' });
      await setup.trainer(owner.studioId, { name: need('name'), login: need('login'), password: password(), role: 'trainer' });
      console.log('Taken in.');
      break;
    }
    case 'client': {
      const trainer = await trainers.findOneBy({ login: need('trainer').toLowerCase() });
      if (!trainer) throw new Error(`Nobody signs in as ${need('trainer')}.`);
      const born = Number(need('born'));
      if (!Number.isInteger(born) || born < 1900 || born > new Date().getFullYear())
        throw new Error('--born is a year, 1900 or later.');
      const document = { name: need('name'), birthYear: born, goals: [], cautions: [] };
      await setup.client({ trainerId: trainer.id, studioId: trainer.studioId, role: trainer.role }, document);
      console.log('Taken in.');
      break;
    }
    default:
      throw new Error(USAGE);
  }
} catch (error) {
  console.error((error as Error).message);
  process.exitCode = 1;
} finally {
  await app.close();
}
