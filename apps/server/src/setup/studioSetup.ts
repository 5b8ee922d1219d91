import { Injectable } from '@nestjs/common';
import type { Inventory } from '@waxwing/core/loading';
import type { ClientDocument } from '@waxwing/core/client';
import { InjectRepository } from '@nestjs/typeorm';
import { v7 as uuid } from 'uuid';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { signedInAs, type SignedIn } from '../accounts/actor.ts';
import { hashPassword } from '../accounts/signIns.ts';
import { ClientAssignmentEntity, ClientEntity } from '../clients/client.entities.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';
import { PlaceEntity } from '../studio/place.entity.ts';

/** Makes a studio with its people: for a first start from the command line, and for the demo. */
@Injectable()
export class StudioSetup {
  constructor(
    @InjectRepository(StudioEntity) private readonly studios: Reads<StudioEntity>,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  private now(): string {
    return this.clock.now().toISOString();
  }

  async isEmpty(): Promise<boolean> {
    return (await this.studios.countBy({})) === 0;
  }

  async studio(name: string, zone: string): Promise<string> {
    const id = uuid();
    await this.transactions.run((manager) => manager.insert(StudioEntity, { id, name, zone, createdAt: this.now() }));
    return id;
  }

  /** Both or neither: a studio without an owner could be opened by nobody. */
  async studioWithOwner(
    studioName: string,
    zone: string,
    { name, login, password }: { name: string; login: string; password: string },
  ): Promise<SignedIn> {
    const studio = { id: uuid(), name: studioName, zone, createdAt: this.now() };
    const owner = await this.trainerRow(studio.id, { name, login, password, role: 'owner' });
    await this.transactions.run(async (manager) => {
      await manager.insert(StudioEntity, studio);
      await manager.insert(TrainerEntity, owner);
    });
    return signedInAs(owner);
  }

  async place(studioId: string, name: string, inventory: Inventory): Promise<string> {
    const id = uuid();
    await this.transactions.run((manager) => manager.insert(PlaceEntity, { id, studioId, name, inventory }));
    return id;
  }

  async trainer(
    studioId: string,
    trainer: { name: string; login: string; password: string; role: 'owner' | 'trainer' },
  ): Promise<SignedIn> {
    const row = await this.trainerRow(studioId, trainer);
    await this.transactions.run((manager) => manager.insert(TrainerEntity, row));
    return signedInAs(row);
  }

  private async trainerRow(
    studioId: string,
    { name, login, password, role }: { name: string; login: string; password: string; role: 'owner' | 'trainer' },
  ): Promise<TrainerEntity> {
    const passwordHash = await hashPassword(password);
    return {
      id: uuid(),
      studioId,
      name,
      login: login.toLowerCase(),
      passwordHash,
      role,
      keepsLibrary: false,
      createdAt: this.now(),
      leftAt: null,
    };
  }

  async client(trainer: SignedIn, document: ClientDocument): Promise<string> {
    const id = uuid();
    const { studioId, trainerId } = trainer;
    const now = this.now();
    await this.transactions.run(async (manager) => {
      await manager.insert(ClientEntity, { id, studioId, name: document.name, document, createdAt: now, version: 1 });
      await manager.insert(ClientAssignmentEntity, { id: uuid(), studioId, clientId: id, trainerId, since: now, until: null });
    });
    return id;
  }
}
