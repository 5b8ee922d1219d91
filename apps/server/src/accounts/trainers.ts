import { BadRequestException, ConflictException, HttpException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { verify } from '@node-rs/argon2';
import type { TrainerSummary } from '@waxwing/core/api';
import type { NewPassword, NewTrainer } from '@waxwing/core/shapes';
import { IsNull, Not, type EntityManager } from 'typeorm';
import { v7 as uuid } from 'uuid';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { SignInEntity, TrainerEntity } from './account.entities.ts';
import { ownersOnly, type SignedIn } from './actor.ts';
import { TOO_MANY_TRIES, TRIES_FOR_MS, WRONG_TRIES_OF_NAME } from './signInLimit.ts';
import { hashPassword } from './signIns.ts';
import { Tries } from './tries.ts';

interface TrainerRow extends Omit<TrainerSummary, 'keepsLibrary'> {
  readonly keepsLibrary: 0 | 1;
}

/** Who works in a studio. The owner takes people in and sees them out; everybody sees who there is, to hand a client over. */
@Injectable()
export class Trainers {
  private readonly tries = new Tries(WRONG_TRIES_OF_NAME, TRIES_FOR_MS);

  constructor(
    @InjectRepository(TrainerEntity) private readonly trainers: Reads<TrainerEntity>,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  async list(actor: SignedIn): Promise<TrainerSummary[]> {
    const rows = await this.trainers.query<TrainerRow[]>(
      `select trainer.id "trainerId", name, login, role, role = 'owner' or "keepsLibrary" "keepsLibrary", "leftAt",
         (select count(*) from client_assignments where "trainerId" = trainer.id and until is null) clients
       from trainers trainer where "studioId" = ? order by "leftAt" is not null, name`,
      [actor.studioId],
    );
    return rows.map((row) => ({ ...row, keepsLibrary: row.keepsLibrary === 1 }));
  }

  /** Whether somebody may change the library; the owner always may. */
  async letKeepLibrary(actor: SignedIn, trainerId: string, keepsLibrary: boolean): Promise<TrainerSummary[]> {
    ownersOnly(actor, 'says who keeps the library');
    const here = { id: trainerId, studioId: actor.studioId, leftAt: IsNull() };
    if (!(await this.trainers.existsBy(here))) throw new NotFoundException({ message: 'Nobody of that id works here' });
    await this.transactions.run((manager) => manager.update(TrainerEntity, { id: trainerId }, { keepsLibrary }));
    return this.list(actor);
  }

  async takeIn(actor: SignedIn, { name, login, password, role }: NewTrainer): Promise<TrainerSummary[]> {
    ownersOnly(actor, 'takes people in');
    const known = login.toLowerCase();
    const trainer = {
      id: uuid(),
      studioId: actor.studioId,
      name,
      login: known,
      role,
      keepsLibrary: false,
      passwordHash: await hashPassword(password),
      createdAt: this.clock.now().toISOString(),
      leftAt: null,
    };
    await this.transactions.run(async (manager) => {
      // In its turn: two who take the same sign-in name at once are told apart here.
      if (await manager.existsBy(TrainerEntity, { login: known })) {
        throw new ConflictException({
          message: 'Not taken in',
          problems: [{ path: 'login', message: 'somebody signs in with it' }],
        });
      }
      await manager.insert(TrainerEntity, trainer);
    });
    return this.list(actor);
  }

  /** Their sign-ins end at once, and their clients go, with their past, to somebody who stays. */
  async seeOut(actor: SignedIn, trainerId: string, clientsTo: string | null): Promise<TrainerSummary[]> {
    ownersOnly(actor, 'sees people out');
    const here = (await this.list(actor)).filter(({ leftAt }) => !leftAt);
    const trainer = here.find((each) => each.trainerId === trainerId);
    if (!trainer) throw new NotFoundException({ message: 'Nobody of that id works here' });
    if (trainerId === actor.trainerId) throw new BadRequestException({ message: 'You can’t see yourself out' });
    const heir = here.find((each) => each.trainerId === clientsTo && each.trainerId !== trainerId);
    if (trainer.clients > 0 && !heir) {
      const message = `say who takes their ${trainer.clients === 1 ? 'client' : `${trainer.clients} clients`}`;
      throw new ConflictException({ message: `${trainer.name}: ${message}`, problems: [{ path: 'clientsTo', message }] });
    }
    const now = this.clock.now().toISOString();
    await this.transactions.run(async (manager) => {
      if (heir) await handOverAll(manager, actor.studioId, trainerId, heir.trainerId, now);
      await manager.update(TrainerEntity, { id: trainerId }, { leftAt: now });
      await manager.delete(SignInEntity, { trainerId });
    });
    return this.list(actor);
  }

  /** Everything else that is signed in as this trainer is signed out. */
  async changePassword(actor: SignedIn, { current, next }: NewPassword, tokenHash: string): Promise<void> {
    const trainer = await this.trainers.findOneByOrFail({ id: actor.trainerId });
    const now = this.clock.now();
    if (!this.tries.take(actor.trainerId, now)) throw new HttpException({ message: TOO_MANY_TRIES }, 429);
    if (!(await verify(trainer.passwordHash, current))) {
      throw new BadRequestException({ message: 'Not changed', problems: [{ path: 'current', message: 'is not your password' }] });
    }
    this.tries.forget(actor.trainerId);
    const passwordHash = await hashPassword(next);
    await this.transactions.run(async (manager) => {
      await manager.update(TrainerEntity, { id: actor.trainerId }, { passwordHash });
      await manager.delete(SignInEntity, { trainerId: actor.trainerId, tokenHash: Not(tokenHash) });
    });
  }

  /** For a colleague who forgot theirs: everything that is signed in as them is signed out. */
  async setPassword(actor: SignedIn, trainerId: string, password: string): Promise<void> {
    ownersOnly(actor, 'sets a colleague’s password');
    if (trainerId === actor.trainerId) throw new BadRequestException({ message: 'Your own you change with the one you have' });
    const trainer = await this.trainers.findOneBy({ id: trainerId, studioId: actor.studioId, leftAt: IsNull() });
    if (!trainer) throw new NotFoundException({ message: 'Nobody of that id works here' });
    const passwordHash = await hashPassword(password);
    await this.transactions.run(async (manager) => {
      await manager.update(TrainerEntity, { id: trainerId }, { passwordHash });
      await manager.delete(SignInEntity, { trainerId });
    });
  }
}

/** In SQL, since accounts stand below clients: ends every assignment and begins it for the other, who may share some already. */
async function handOverAll(manager: EntityManager, studioId: string, from: string, to: string, now: string): Promise<void> {
  const rows = await manager.query<{ clientId: string }[]>(
    `select "clientId" from client_assignments where "trainerId" = ? and until is null
       and "clientId" not in (select "clientId" from client_assignments where "trainerId" = ? and until is null)`,
    [from, to],
  );
  await manager.query(`update client_assignments set until = ? where "trainerId" = ? and until is null`, [now, from]);
  for (const { clientId } of rows) {
    await manager.query(
      `insert into client_assignments (id, "studioId", "clientId", "trainerId", since, until) values (?, ?, ?, ?, ?, null)`,
      [uuid(), studioId, clientId, to, now],
    );
  }
}
