import { Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { MovementLook } from '@waxwing/core/api';
import type { SignedIn } from '../accounts/actor.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { putRows } from '../database/writeRows.ts';
import { Clock } from '../http/clock.ts';
import { MovementEntity, MovementLookEntity } from './library.entities.ts';

/** When somebody last looked each movement over. */
@Injectable()
export class Looks {
  constructor(
    @InjectRepository(MovementEntity) private readonly movements: Reads<MovementEntity>,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  /** Of every movement: when it was last changed, and read through. */
  list(studioId: string): Promise<MovementLook[]> {
    return this.movements.query<MovementLook[]>(
      `select movement.id "movementId", revision."createdAt" "changedAt", look.at "lookedAt", trainer.name "lookedBy"
       from movements movement
       join movement_revisions revision on revision.id = movement."currentRevisionId"
       left join movement_looks look on look."studioId" = movement."studioId" and look."movementId" = movement.id
       left join trainers trainer on trainer.id = look."trainerId"
       where movement."studioId" = ?`,
      [studioId],
    );
  }

  /** Looked over now; or not, after all. */
  async note({ studioId, trainerId }: SignedIn, movementId: string, isLookedOver: boolean): Promise<void> {
    if (!(await this.movements.existsBy({ studioId, id: movementId }))) {
      throw new NotFoundException({ message: 'No movement with this address' });
    }
    const at = this.clock.now().toISOString();
    await this.transactions.run(async (manager) => {
      if (isLookedOver) await putRows(manager, MovementLookEntity, [{ studioId, movementId, trainerId, at }]);
      else await manager.delete(MovementLookEntity, { studioId, movementId });
    });
  }
}
