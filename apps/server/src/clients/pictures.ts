import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { ClientPicture } from '@waxwing/core/shapes';
import type { SignedIn } from '../accounts/actor.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { ClientPictureEntity } from './client.entities.ts';
import { Clients } from './clients.ts';

/** A person has a few dozen movements; what is more is a mistake, or mischief. */
const PICTURES_MOST = 200;

/** Pictures of how a place is set up for somebody. Set-ups name them; a picture never changes. */
@Injectable()
export class Pictures {
  constructor(
    @InjectRepository(ClientPictureEntity) private readonly pictures: Reads<ClientPictureEntity>,
    private readonly clients: Clients,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  /** Sent twice it is kept once. */
  async keep(actor: SignedIn, clientId: string, id: string, { jpeg }: ClientPicture): Promise<void> {
    await this.clients.mine(actor, [clientId]);
    const known = await this.pictures.findOne({ where: { id }, select: { id: true, clientId: true } });
    if (known && known.clientId !== clientId) throw new ConflictException({ message: 'That id is taken' });
    if (known) return;
    if ((await this.pictures.countBy({ clientId })) >= PICTURES_MOST) {
      throw new ConflictException({ message: `There are ${PICTURES_MOST} pictures of this client's set-ups already` });
    }
    const row = { id, studioId: actor.studioId, clientId, jpeg, createdAt: this.clock.now().toISOString() };
    await this.transactions.run((manager) => manager.insert(ClientPictureEntity, row));
  }

  async one(actor: SignedIn, clientId: string, id: string): Promise<ClientPicture> {
    await this.clients.mine(actor, [clientId]);
    const found = await this.pictures.findOneBy({ id, clientId });
    if (!found) throw new NotFoundException({ message: 'There is no such picture' });
    return { jpeg: found.jpeg };
  }
}
