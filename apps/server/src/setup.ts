import { parseArgs } from 'node:util';
import { DataSource } from 'typeorm';
import { SignInEntity, TrainerEntity } from './accounts/account.entities.ts';
import { signedInAs } from './accounts/actor.ts';
import { hashPassword } from './accounts/signIns.ts';
import { createApp } from './app.ts';
import { Backups } from './backups/backups.ts';
import { restoreBackup } from './database/openDatabase.ts';
import { Transactions } from './database/transactions.ts';
import { Starter } from './library/starter.ts';
import { Reprojection } from './sessions/reprojection.ts';
import { StudioSetup } from './setup/studioSetup.ts';

/** Makes a real studio from the command line, and takes in its people until the app can. */
const USAGE = `Usage (passwords come from WAXWING_PASSWORD, so that they are in no history of commands):
  npm run setup -- studio  --name "The room" --zone Europe/London --owner "Your Name" --login you
  npm run setup -- trainer --name "Their Name" --login them
  npm run setup -- client  --name "Their Name" --born 1980 --trainer you
  npm run setup -- password --login you      (a new password, where nobody can sign in to set it)
  npm run setup -- backup                    (makes a backup now)
  npm run setup -- reproject                 (builds every session’s log anew from its events)
  npm run setup -- restore FILE              (puts a backup in the database's place; what was there is kept beside it)
The server must not be running on the same database.`;

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

const databaseFile = process.env.WAXWING_DATA ?? '.data/studio.sqlite';
const backupFolder = process.env.WAXWING_BACKUPS;
const place = { file: databaseFile, ...(backupFolder && { backupFolder }) };
process.umask(0o077);

function stop(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

if (positionals[0] === 'restore') {
  const [, backup] = positionals;
  if (!backup) stop(USAGE);
  try {
    const aside = restoreBackup(backup, place);
    console.log(`${backup} is the database now.${aside ? ` What was there is in ${aside}.` : ''}`);
    console.log('Devices send again what they still have of the last 30 days when they next reach the server.');
    process.exit(0);
  } catch (error) {
    stop((error as Error).message);
  }
}

const app = await createApp({ databaseFile, ...(backupFolder && { backupFolder }), quiet: true }).catch((error: unknown) =>
  stop((error as Error).message),
);
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
      const { changed } = await app.get(Starter).takeIn(studioId, trainerId);
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
      await setup.client(signedInAs(trainer), document);
      console.log('Taken in.');
      break;
    }
    case 'password': {
      const login = need('login').toLowerCase();
      const passwordHash = await hashPassword(password());
      await app.get(Transactions).run(async (manager) => {
        const trainer = await manager.findOneBy(TrainerEntity, { login });
        if (!trainer) throw new Error(`Nobody signs in as ${login}.`);
        await manager.update(TrainerEntity, { id: trainer.id }, { passwordHash });
        await manager.delete(SignInEntity, { trainerId: trainer.id });
      });
      console.log('Set; every device of theirs is signed out.');
      break;
    }
    case 'backup': {
      const { file } = await app.get(Backups).make('asked');
      console.log(`Made and checked: ${file}`);
      break;
    }
    case 'reproject': {
      console.log(`Built anew: the logs of ${await app.get(Reprojection).all()} sessions.`);
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
