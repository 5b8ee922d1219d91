import { Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { ClientSummary } from '@waxwing/core';
import { In, IsNull, Repository } from 'typeorm';
import type { SignedIn } from '../accounts/actor.ts';
import { ClientAssignmentEntity, ClientEntity } from './client.entities.ts';

/** Clients as their trainer sees them. Another trainer's are not forbidden but not there: their existence is private too. */
@Injectable()
export class Clients {
  constructor(
    @InjectRepository(ClientEntity) private readonly clients: Repository<ClientEntity>,
    @InjectRepository(ClientAssignmentEntity) private readonly assignments: Repository<ClientAssignmentEntity>,
  ) {}

  private async assignedIds(actor: SignedIn): Promise<Set<string>> {
    const assigned = await this.assignments.findBy({ studioId: actor.studioId, trainerId: actor.trainerId, until: IsNull() });
    return new Set(assigned.map((assignment) => assignment.clientId));
  }

  async list(actor: SignedIn): Promise<ClientSummary[]> {
    const ids = await this.assignedIds(actor);
    const found = await this.clients.find({ where: { studioId: actor.studioId, id: In([...ids]) }, order: { name: 'ASC' } });
    return found.map((client) => ({ ...client.document, clientId: client.id }));
  }

  /** All of these clients, in this order; not found when any is not the trainer's own. */
  async mine(actor: SignedIn, clientIds: readonly string[]): Promise<ClientSummary[]> {
    const byId = new Map((await this.list(actor)).map((client) => [client.clientId, client]));
    return clientIds.map((id) => {
      const client = byId.get(id);
      if (!client) throw new NotFoundException({ message: 'No such client among yours' });
      return client;
    });
  }

  /** Replaces the positions that are held for one client. */
  async holdStances(actor: SignedIn, clientId: string, stances: Record<string, string>): Promise<void> {
    await this.mine(actor, [clientId]);
    const client = await this.clients.findOneByOrFail({ studioId: actor.studioId, id: clientId });
    client.document = { ...client.document, stances };
    await this.clients.save(client);
  }

  async isMine(actor: SignedIn, clientIds: readonly string[]): Promise<boolean> {
    const ids = await this.assignedIds(actor);
    return clientIds.every((id) => ids.has(id));
  }
}
