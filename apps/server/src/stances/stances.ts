import { BadRequestException, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { Stances as Positions } from '@waxwing/core/movement';
import type { StancesAnswer } from '@waxwing/core/api';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { ownersOnly, type SignedIn } from '../accounts/actor.ts';
import { Clients } from '../clients/clients.ts';
import { Library } from '../library/library.ts';
import { STUDIO, StanceChoiceEntity } from './stance.entities.ts';

/** Which position is in force on a contested point: a client's over their trainer's over the studio's. */
@Injectable()
export class Stances {
  constructor(
    @InjectRepository(StanceChoiceEntity) private readonly choices: Reads<StanceChoiceEntity>,
    private readonly library: Library,
    private readonly clients: Clients,
    private readonly transactions: Transactions,
  ) {}

  async of(actor: Pick<SignedIn, 'studioId' | 'trainerId'>): Promise<StancesAnswer> {
    const held = async (holder: string) => (await this.choices.findOneBy({ studioId: actor.studioId, holder }))?.positions ?? {};
    return { studio: await held(STUDIO), mine: await held(actor.trainerId) };
  }

  /** What a trainer works with, before any client's own. */
  async inForce(actor: Pick<SignedIn, 'studioId' | 'trainerId'>): Promise<Positions> {
    const { studio, mine } = await this.of(actor);
    return { ...studio, ...mine };
  }

  async hold(actor: SignedIn, whose: 'studio' | 'mine', positions: Positions): Promise<StancesAnswer> {
    if (whose === 'studio') ownersOnly(actor, 'decides for the studio');
    await this.refuseUnknown(actor.studioId, positions);
    const holder = whose === 'studio' ? STUDIO : actor.trainerId;
    const choice = { studioId: actor.studioId, holder, positions };
    await this.transactions.run((manager) => manager.save(StanceChoiceEntity, choice));
    return this.of(actor);
  }

  async holdFor(actor: SignedIn, clientId: string, positions: Positions): Promise<void> {
    await this.refuseUnknown(actor.studioId, positions);
    await this.clients.holdStances(actor, clientId, positions);
  }

  private async refuseUnknown(studioId: string, positions: Positions): Promise<void> {
    const { vocabulary } = await this.library.current(studioId);
    const points = new Map((vocabulary.stances ?? []).map((point) => [point.id, point]));
    const problems = Object.entries(positions).flatMap(([point, position]) => {
      const known = points.get(point);
      if (!known) return [{ path: `positions.${point}`, message: `no contested point ${point}` }];
      if (!known.positions.some(({ id }) => id === position)) {
        return [{ path: `positions.${point}`, message: `${known.name} has no position ${position}` }];
      }
      return [];
    });
    if (problems.length > 0) throw new BadRequestException({ message: 'A position is not known', problems });
  }
}
