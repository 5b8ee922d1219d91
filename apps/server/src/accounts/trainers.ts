import { BadRequestException, ConflictException, ForbiddenException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { verify } from '@node-rs/argon2';
import type { TrainerSummary } from '@waxwing/core';
import type { NewPassword, NewTrainer } from '@waxwing/core/shapes';
import { Not, Repository } from 'typeorm';
import { v7 as uuid } from 'uuid';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { SignInEntity, TrainerEntity } from './account.entities.ts';
import type { SignedIn } from './actor.ts';
import { hashPassword } from './signIns.ts';

interface TrainerRow extends Omit<TrainerSummary, 'clients'> {
  readonly clients: number;
}

/** Who works in a studio. The owner takes people in and sees them out; everybody sees who there is, to hand a client over. */
@Injectable()
export class Trainers {
  constructor(
    @InjectRepository(TrainerEntity) private readonly trainers: Repository<TrainerEntity>,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  list(actor: SignedIn): Promise<TrainerSummary[]> {
    return this.trainers.manager.query<TrainerRow[]>(
      `select trainer.id "trainerId", name, login, role, "leftAt",
         (select count(*) from client_assignments where "trainerId" = trainer.id and until is null) clients
       from trainers trainer where "studioId" = ? order by "leftAt" is not null, name`,
      [actor.studioId],
    );
  }

  async takeIn(actor: SignedIn, { name, login, password, role }: NewTrainer): Promise<TrainerSummary[]> {
    this.ownersOnly(actor);
    const known = login.toLowerCase();
    if (await this.trainers.existsBy({ login: known })) {
      throw new ConflictException({
        message: 'Not taken in',
        problems: [{ path: 'login', message: 'somebody signs in with it' }],
      });
    }
    const trainer = {
      id: uuid(),
      studioId: actor.studioId,
      name,
      login: known,
      role,
      passwordHash: await hashPassword(password),
      createdAt: this.clock.now().toISOString(),
      leftAt: null,
    };
    await this.transactions.run((manager) => manager.insert(TrainerEntity, trainer));
    return this.list(actor);
  }

  /** Their sign-ins end at once. Their clients have to be somebody else's before. */
  async seeOut(actor: SignedIn, trainerId: string): Promise<TrainerSummary[]> {
    this.ownersOnly(actor);
    const trainer = (await this.list(actor)).find((each) => each.trainerId === trainerId && !each.leftAt);
    if (!trainer) throw new NotFoundException({ message: 'Nobody of that id works here' });
    if (trainerId === actor.trainerId) throw new BadRequestException({ message: 'You can’t see yourself out' });
    if (trainer.clients > 0) {
      throw new ConflictException({ message: `${trainer.name} still has ${trainer.clients} clients: they hand them over first` });
    }
    await this.transactions.run(async (manager) => {
      await manager.update(TrainerEntity, { id: trainerId }, { leftAt: this.clock.now().toISOString() });
      await manager.delete(SignInEntity, { trainerId });
    });
    return this.list(actor);
  }

  /** Everything else that is signed in as this trainer is signed out. */
  async changePassword(actor: SignedIn, { current, next }: NewPassword, tokenHash: string): Promise<void> {
    const trainer = await this.trainers.findOneByOrFail({ id: actor.trainerId });
    if (!(await verify(trainer.passwordHash, current))) {
      throw new BadRequestException({ message: 'Not changed', problems: [{ path: 'current', message: 'is not your password' }] });
    }
    const passwordHash = await hashPassword(next);
    await this.transactions.run(async (manager) => {
      await manager.update(TrainerEntity, { id: actor.trainerId }, { passwordHash });
      await manager.delete(SignInEntity, { trainerId: actor.trainerId, tokenHash: Not(tokenHash) });
    });
  }

  private ownersOnly({ role }: SignedIn): void {
    if (role !== 'owner') throw new ForbiddenException({ message: 'Only the studio’s owner does this' });
  }
}
