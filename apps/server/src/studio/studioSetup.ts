import { Injectable } from '@nestjs/common';
import type { ClientDocument, Inventory } from '@waxwing/core';
import { DataSource } from 'typeorm';
import { v7 as uuid } from 'uuid';
import { TrainerEntity } from '../accounts/account.entities.ts';
import type { SignedIn } from '../accounts/actor.ts';
import { hashPassword } from '../accounts/signIns.ts';
import { BookingClientEntity, BookingEntity } from '../bookings/booking.entities.ts';
import { ClientAssignmentEntity, ClientEntity } from '../clients/client.entities.ts';
import { Clock } from '../http/clock.ts';
import { PlaceEntity, StudioEntity } from './studio.entity.ts';

/** Makes a studio with its people: for a first start from the command line, and for the demo. */
@Injectable()
export class StudioSetup {
  constructor(
    private readonly dataSource: DataSource,
    private readonly clock: Clock,
  ) {}

  private now(): string {
    return this.clock.now().toISOString();
  }

  async isEmpty(): Promise<boolean> {
    return (await this.dataSource.manager.count(StudioEntity)) === 0;
  }

  async studio(name: string, zone: string): Promise<string> {
    const id = uuid();
    await this.dataSource.manager.insert(StudioEntity, { id, name, zone, createdAt: this.now() });
    return id;
  }

  async place(studioId: string, name: string, inventory: Inventory): Promise<string> {
    const id = uuid();
    await this.dataSource.manager.insert(PlaceEntity, { id, studioId, name, inventory });
    return id;
  }

  async trainer(
    studioId: string,
    trainer: { name: string; login: string; password: string; role: 'owner' | 'trainer' },
  ): Promise<SignedIn> {
    const id = uuid();
    await this.dataSource.manager.insert(TrainerEntity, {
      id,
      studioId,
      name: trainer.name,
      login: trainer.login.toLowerCase(),
      passwordHash: await hashPassword(trainer.password),
      role: trainer.role,
      createdAt: this.now(),
      leftAt: null,
    });
    return { trainerId: id, studioId, role: trainer.role };
  }

  async client(trainer: SignedIn, document: ClientDocument): Promise<string> {
    const id = uuid();
    const { studioId, trainerId } = trainer;
    await this.dataSource.manager.insert(ClientEntity, {
      id,
      studioId,
      name: document.name,
      document,
      createdAt: this.now(),
      version: 1,
    });
    await this.dataSource.manager.insert(ClientAssignmentEntity, {
      id: uuid(),
      studioId,
      clientId: id,
      trainerId,
      since: this.now(),
      until: null,
    });
    return id;
  }

  async booking(
    trainer: SignedIn,
    booking: { localDate: string; startMinute: number; minutes: number; clientIds: readonly string[] },
  ): Promise<void> {
    const id = uuid();
    const { studioId, trainerId } = trainer;
    const { localDate, startMinute, minutes } = booking;
    await this.dataSource.manager.insert(BookingEntity, { id, studioId, trainerId, localDate, startMinute, minutes });
    for (const clientId of booking.clientIds) {
      await this.dataSource.manager.insert(BookingClientEntity, { bookingId: id, clientId, studioId });
    }
  }
}
