import { BadRequestException, ConflictException, GoneException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { kitOf } from '@waxwing/core/loading';
import type { Renames } from '@waxwing/core/movement';
import type { ClientSummary } from '@waxwing/core/api';
import { clientProblems, type ClientDocument } from '@waxwing/core/shapes';
import { In, IsNull } from 'typeorm';
import { v7 as uuid } from 'uuid';
import type { SignedIn } from '../accounts/actor.ts';
import { TrainerEntity } from '../accounts/account.entities.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { Library } from '../library/library.ts';
import { ClientAssignmentEntity, ClientEntity, ClientTombstoneEntity } from './client.entities.ts';

/** Marks and set-ups that were given to a movement under another id are those of the movement that it is now. */
function summaryOf(
  { document, id, version }: Pick<ClientEntity, 'id' | 'version' | 'document'>,
  renames: Renames,
): ClientSummary {
  const now = <T extends { movementId: string }>(given: readonly T[]) =>
    given.map((each) => ({ ...each, movementId: renames.movement(each.movementId) }));
  if (renames.isEmpty) return { ...document, clientId: id, version };
  const { marks, setUps } = document;
  return { ...document, ...(marks && { marks: now(marks) }), ...(setUps && { setUps: now(setUps) }), clientId: id, version };
}

/** A record as its row has it: the document is text. */
type StoredClient = Pick<ClientEntity, 'id' | 'version'> & { document: string };

function summaryOfStored({ document, ...row }: StoredClient, renames: Renames): ClientSummary {
  return summaryOf({ ...row, document: JSON.parse(document) as ClientDocument }, renames);
}

/** The same as JSON. Two hundred records read and written again take longer than to find them: what needs no change stands as it is stored. */
function summaryTextOf(stored: StoredClient, renames: Renames): string {
  const { document, id, version } = stored;
  if (renames.mayConcern(document)) return JSON.stringify(summaryOfStored(stored, renames));
  return `${document.slice(0, -1)},"clientId":${JSON.stringify(id)},"version":${version}}`;
}

/** Clients as their trainer sees them. Another trainer's are not forbidden but not there: their existence is private too. */
@Injectable()
export class Clients {
  constructor(
    @InjectRepository(ClientEntity) private readonly clients: Reads<ClientEntity>,
    @InjectRepository(ClientAssignmentEntity) private readonly assignments: Reads<ClientAssignmentEntity>,
    @InjectRepository(ClientTombstoneEntity) private readonly tombstones: Reads<ClientTombstoneEntity>,
    @InjectRepository(TrainerEntity) private readonly trainers: Reads<TrainerEntity>,
    private readonly library: Library,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  /** All of the trainer's own by name, or those of them who are asked for. */
  async list(actor: SignedIn, clientIds?: readonly string[]): Promise<ClientSummary[]> {
    const rows = await this.stored(actor, clientIds);
    const renames = await this.library.renames(actor.studioId);
    return rows.map((row) => summaryOfStored(row, renames));
  }

  /** All of the trainer's own by name, as JSON. */
  async listed(actor: SignedIn): Promise<string> {
    const rows = await this.stored(actor);
    const renames = await this.library.renames(actor.studioId);
    return `[${rows.map((row) => summaryTextOf(row, renames)).join(',')}]`;
  }

  /** Asked as one question: an entity for each of two hundred takes longer than all the rest. */
  private stored(actor: SignedIn, clientIds?: readonly string[]): Promise<StoredClient[]> {
    return this.clients.query(
      `select client.id, client.version, client.document from client_assignments assigned
       join clients client on client.id = assigned."clientId"
       where assigned."trainerId" = ? and assigned.until is null and client."studioId" = ?
         ${clientIds ? 'and client.id in (select value from json_each(?))' : ''} order by client.name`,
      [actor.trainerId, actor.studioId, ...(clientIds ? [JSON.stringify(clientIds)] : [])],
    );
  }

  /** All of these clients, in this order; not found when any is not the trainer's own. */
  async mine(actor: SignedIn, clientIds: readonly string[]): Promise<ClientSummary[]> {
    const isMine = await this.isMine(actor, clientIds);
    const found = isMine ? await this.clients.findBy({ studioId: actor.studioId, id: In([...clientIds]) }) : [];
    const renames = await this.library.renames(actor.studioId);
    const byId = new Map(found.map((client) => [client.id, summaryOf(client, renames)]));
    return clientIds.map((id) => {
      const client = byId.get(id);
      if (!client) throw new NotFoundException({ message: 'No such client among yours' });
      return client;
    });
  }

  /** Names of those among these who are the trainer's own, without their records. */
  async namesOf(actor: SignedIn, clientIds: readonly string[]): Promise<Map<string, string>> {
    const rows = await this.clients.query<{ id: string; name: string }[]>(
      `select client.id, client.name from clients client join client_assignments assigned on assigned."clientId" = client.id
       where client.id in (select value from json_each(?)) and client."studioId" = ?
         and assigned."trainerId" = ? and assigned.until is null`,
      [JSON.stringify(clientIds), actor.studioId, actor.trainerId],
    );
    return new Map(rows.map(({ id, name }) => [id, name]));
  }

  async one(actor: SignedIn, clientId: string): Promise<ClientSummary> {
    return (await this.mine(actor, [clientId]))[0]!;
  }

  async isMine(actor: SignedIn, clientIds: readonly string[]): Promise<boolean> {
    const assigned = await this.assignments.findBy({
      studioId: actor.studioId,
      trainerId: actor.trainerId,
      clientId: In([...clientIds]),
      until: IsNull(),
    });
    const ids = new Set(assigned.map((assignment) => assignment.clientId));
    return clientIds.every((id) => ids.has(id));
  }

  async forgotten({ studioId }: SignedIn): Promise<string[]> {
    return (await this.tombstones.findBy({ studioId })).map(({ clientId }) => clientId);
  }

  /** Takes somebody in. Asked again with the same id it answers who is there. */
  async takeIn(actor: SignedIn, clientId: string, document: ClientDocument): Promise<ClientSummary> {
    await this.refuseUnsound(actor, document);
    const renames = await this.library.renames(actor.studioId);
    return this.transactions.run(async (manager) => {
      if (await manager.existsBy(ClientTombstoneEntity, { clientId })) {
        throw new GoneException({ message: 'This client was deleted' });
      }
      const known = await manager.findOneBy(ClientEntity, { id: clientId });
      if (known) {
        if (!(await this.isMine(actor, [clientId]))) throw new ConflictException({ message: 'That client id is taken' });
        return summaryOf(known, renames);
      }
      const now = this.clock.now().toISOString();
      const client = { id: clientId, studioId: actor.studioId, name: document.name, document, createdAt: now, version: 1 };
      await manager.insert(ClientEntity, client);
      await manager.insert(ClientAssignmentEntity, this.assignment(actor.studioId, clientId, actor.trainerId));
      return summaryOf(client, renames);
    });
  }

  /** Replaces a record, on top of the version that was looked at: what somebody else changed meanwhile is not overwritten unseen. */
  async change(actor: SignedIn, clientId: string, version: number, document: ClientDocument): Promise<ClientSummary> {
    await this.refuseUnsound(actor, document);
    return this.write(actor, clientId, (client) => {
      if (client.version !== version) {
        throw new ConflictException({
          message: 'Somebody changed this record meanwhile. Load it again; what you typed is still here.',
        });
      }
      return document;
    });
  }

  /** Replaces the positions that are held for one client. */
  async holdStances(actor: SignedIn, clientId: string, stances: Record<string, string>): Promise<void> {
    await this.write(actor, clientId, (client) => ({ ...client.document, stances }));
  }

  private async write(actor: SignedIn, clientId: string, next: (client: ClientEntity) => ClientDocument): Promise<ClientSummary> {
    await this.mine(actor, [clientId]);
    const renames = await this.library.renames(actor.studioId);
    return this.transactions.run(async (manager) => {
      const client = await manager.findOneByOrFail(ClientEntity, { studioId: actor.studioId, id: clientId });
      client.document = next(client);
      client.name = client.document.name;
      client.version += 1;
      return summaryOf(await manager.save(client), renames);
    });
  }

  /** Ends one trainer's time with a client and begins another's. What was done so far goes with the client. */
  async handOver(actor: SignedIn, clientId: string, trainerId: string): Promise<void> {
    await this.mine(actor, [clientId]);
    const next = await this.trainers.findOneBy({ id: trainerId, studioId: actor.studioId, leftAt: IsNull() });
    if (!next || next.id === actor.trainerId) {
      const message = next ? 'they are yours already' : 'nobody who works here';
      throw new BadRequestException({ message: 'Not handed over', problems: [{ path: 'trainerId', message }] });
    }
    await this.transactions.run(async (manager) => {
      const own = { studioId: actor.studioId, clientId, trainerId: actor.trainerId, until: IsNull() };
      await manager.update(ClientAssignmentEntity, own, { until: this.clock.now().toISOString() });
      const has = await manager.existsBy(ClientAssignmentEntity, { ...own, trainerId });
      if (!has) await manager.insert(ClientAssignmentEntity, this.assignment(actor.studioId, clientId, trainerId));
    });
  }

  private assignment(studioId: string, clientId: string, trainerId: string) {
    return { id: uuid(), studioId, clientId, trainerId, since: this.clock.now().toISOString(), until: null };
  }

  /** What the shape alone can't tell: a year that is not over, a minor alone, words that the library doesn't know. */
  private async refuseUnsound(actor: SignedIn, document: ClientDocument): Promise<void> {
    const { vocabulary } = await this.library.current(actor.studioId);
    const cautions = new Set((vocabulary.cautions ?? []).map(({ id }) => id));
    const kit = new Set((vocabulary.kit ?? []).map(({ id }) => id));
    const problems = [
      ...clientProblems(document, this.clock.latestDay()),
      ...document.cautions.flatMap(({ caution }, i) =>
        cautions.has(caution) ? [] : [{ path: `cautions[${i}].caution`, message: `no caution ${caution}` }],
      ),
      ...Object.entries(document.stances ?? {}).flatMap(([point, position]) =>
        vocabulary.stances?.find(({ id }) => id === point)?.positions.some(({ id }) => id === position)
          ? []
          : [{ path: 'stances', message: `no position ${String(position)} on ${point}` }],
      ),
      ...(document.homeKit ? kitOf(document.homeKit) : []).flatMap((id) =>
        kit.has(id) ? [] : [{ path: 'homeKit', message: `no kit ${id}` }],
      ),
    ];
    if (problems.length > 0) throw new BadRequestException({ message: 'Some fields are not right', problems });
  }
}
