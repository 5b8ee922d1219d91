import { BadRequestException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { kitOf } from '@waxwing/core/loading';
import type { PlaceSummary } from '@waxwing/core/api';
import type { PlaceForm } from '@waxwing/core/shapes';
import { v7 as uuid } from 'uuid';
import { ownersOnly, type SignedIn } from '../accounts/actor.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { Library } from '../library/library.ts';
import { PlaceEntity } from './place.entity.ts';

function summaryOf({ id, name, inventory }: PlaceEntity): PlaceSummary {
  return { placeId: id, name, inventory, kit: kitOf(inventory) };
}

/** A studio's rooms. Whoever works in one writes down what it has; only the owner removes it. */
@Injectable()
export class Places {
  constructor(
    @InjectRepository(PlaceEntity) private readonly places: Reads<PlaceEntity>,
    private readonly library: Library,
    private readonly transactions: Transactions,
  ) {}

  /** In the order in which they were made: the first is where sessions are unless somebody says otherwise. */
  async list(studioId: string): Promise<PlaceSummary[]> {
    return (await this.places.find({ where: { studioId }, order: { id: 'ASC' } })).map(summaryOf);
  }

  async add(studioId: string, { name, inventory }: PlaceForm): Promise<PlaceSummary> {
    await this.refuseUnknown(studioId, inventory);
    return summaryOf(
      await this.transactions.run((manager) => manager.save(PlaceEntity, { id: uuid(), studioId, name, inventory })),
    );
  }

  async change(studioId: string, placeId: string, { name, inventory }: PlaceForm): Promise<PlaceSummary> {
    await this.refuseUnknown(studioId, inventory);
    const place = await this.one(studioId, placeId);
    return summaryOf(await this.transactions.run((manager) => manager.save(PlaceEntity, { ...place, name, inventory })));
  }

  /** Sessions that were held there keep what it had. What everybody works with, only the owner takes away. */
  async remove(actor: SignedIn, placeId: string): Promise<void> {
    ownersOnly(actor, 'removes a room');
    const { studioId } = actor;
    await this.one(studioId, placeId);
    await this.transactions.run(async (manager) => {
      await manager.query(`update sessions set "placeId" = null where "placeId" = ?`, [placeId]);
      await manager.query(`update bookings set "placeId" = null where "placeId" = ?`, [placeId]);
      await manager.delete(PlaceEntity, { id: placeId });
    });
  }

  private async one(studioId: string, placeId: string): Promise<PlaceEntity> {
    const place = await this.places.findOneBy({ studioId, id: placeId });
    if (!place) throw new NotFoundException({ message: 'No such room' });
    return place;
  }

  private async refuseUnknown(studioId: string, inventory: PlaceForm['inventory']): Promise<void> {
    const { vocabulary } = await this.library.current(studioId);
    const known = new Set((vocabulary.kit ?? []).map(({ id }) => id));
    const unknown = kitOf(inventory).filter((id) => !known.has(id));
    if (unknown.length > 0) {
      const problems = unknown.map((id) => ({ path: 'inventory', message: `the library knows no kit ${id}` }));
      throw new BadRequestException({ message: 'Some fields are not right', problems });
    }
  }
}
