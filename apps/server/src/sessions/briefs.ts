import { BadRequestException, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { MovementRevision } from '@waxwing/core/movement';
import { kitOf, type Inventory } from '@waxwing/core/loading';
import { clientBriefOf, movementsForFloor, type ClientBrief, type SessionBrief } from '@waxwing/core/session';
import type { ClientSummary } from '@waxwing/core/api';
import type { PickedLane, StartSession } from '@waxwing/core/shapes';
import { v7 as uuid } from 'uuid';
import type { EntityManager } from 'typeorm';
import type { Reads } from '../database/reads.ts';
import type { SignedIn } from '../accounts/actor.ts';
import { Library } from '../library/library.ts';
import { Words } from '../library/words.ts';
import { Stances } from '../stances/stances.ts';
import { PlaceEntity } from '../studio/place.entity.ts';
import { History } from './history.ts';
import { SessionEntity, type BriefPins } from './session.entities.ts';

const REPS_MOST = 1000;

/** Makes what a device needs to run a session without a network, and puts it together again for a second device. */
@Injectable()
export class Briefs {
  constructor(
    @InjectRepository(PlaceEntity) private readonly places: Reads<PlaceEntity>,
    private readonly library: Library,
    private readonly words: Words,
    private readonly history: History,
    private readonly stances: Stances,
  ) {}

  async pin(
    actor: Pick<SignedIn, 'studioId' | 'trainerId'>,
    form: StartSession,
    clients: readonly ClientSummary[],
  ): Promise<BriefPins> {
    const { studioId } = actor;
    const library = await this.library.current(studioId);
    const revisionOf = new Map(library.revisions.map((revision) => [revision.document.id, revision]));
    const inventory = await this.inventoryOf(studioId, form, clients[0]!);
    const briefs = await this.briefsOf(actor, form.lanes, clients, { inventory, revisionOf, localDate: form.localDate });
    const picked = [
      ...form.lanes.flatMap(({ movements }) => movements.map(({ movementId }) => movementId)),
      // What the plan has at hand for whom a movement is too much, or not enough, and what it lets follow at once.
      ...(form.plan?.blocks ?? []).flatMap(({ items }) =>
        items.flatMap(({ levels, way }) =>
          [
            levels?.easier,
            levels?.harder,
            levels?.cantDo,
            levels?.notEnough,
            way?.kind === 'then-easier' ? way.movementId : undefined,
          ].filter((id) => id !== undefined),
        ),
      ),
    ];
    const onFloor = movementsForFloor(
      picked,
      library.revisions.map(({ document }) => document),
    );
    return {
      vocabularyRevisionId: library.vocabularyRevisionId,
      revisionIds: library.revisions.filter(({ document }) => onFloor.has(document.id)).map((revision) => revision.revisionId),
      clients: briefs,
      kit: inventory && kitOf(inventory),
      inventory,
      ...(form.plan && { plan: form.plan }),
    };
  }

  /** What a running session needs of somebody who joins it; a movement that it has pinned already is theirs as it is there. */
  async pinJoined(
    actor: Pick<SignedIn, 'studioId' | 'trainerId'>,
    { pins, localDate }: SessionEntity,
    lane: PickedLane,
    client: ClientSummary,
  ): Promise<{ readonly client: ClientBrief; readonly revisionIds: readonly string[] }> {
    const library = await this.library.current(actor.studioId);
    const pinned = await this.library.revisionsById(pins.revisionIds);
    const revisionOf = new Map([...library.revisions, ...pinned].map((revision) => [revision.document.id, revision]));
    const inventory = pins.inventory ?? null;
    const [brief] = await this.briefsOf(actor, [lane], [client], { inventory, revisionOf, localDate });
    const onFloor = movementsForFloor(
      lane.movements.map(({ movementId }) => movementId),
      [...revisionOf.values()].map(({ document }) => document),
    );
    return { client: brief!, revisionIds: [...onFloor].map((id) => revisionOf.get(id)!.revisionId) };
  }

  private async briefsOf(
    actor: Pick<SignedIn, 'studioId' | 'trainerId'>,
    lanes: readonly PickedLane[],
    clients: readonly ClientSummary[],
    {
      revisionOf,
      ...where
    }: { inventory: Inventory | null; localDate: string; revisionOf: ReadonlyMap<string, MovementRevision> },
  ): Promise<ClientBrief[]> {
    const { studioId } = actor;
    const stances = await this.stances.inForce(actor);
    const clientIds = clients.map((client) => client.clientId);
    const due = await this.history.due(studioId, clientIds);
    const books = await this.history.tallies(studioId, clientIds);
    const rates = await this.history.faultRates(studioId, clientIds);
    const habits = await this.history.answers(studioId, clientIds);
    const briefs: ClientBrief[] = [];
    for (const [at, client] of clients.entries()) {
      const lane = lanes[at]!;
      const history = await this.history.movements(studioId, client.clientId);
      const dues = due.get(client.clientId) ?? [];
      refuseUnfit(lane, at, revisionOf);
      const past = {
        history,
        due: dues,
        setUps: await this.history.setUps(studioId, client),
        book: books.get(client.clientId)!,
        faultRates: rates.get(client.clientId)!,
        answers: habits.get(client.clientId),
      };
      const revision = (movementId: string) => revisionOf.get(movementId);
      briefs.push(clientBriefOf(client, lane, past, { ...where, positions: stances, revisionOf: revision, newId: uuid }));
    }
    return briefs;
  }

  /** What there is where the session is: at home, in the room that was named, else in the studio's first. */
  private async inventoryOf(studioId: string, form: StartSession, client: ClientSummary): Promise<Inventory | null> {
    if (form.atHome) return client.homeKit ?? { things: [], sources: [], alone: false };
    const place = form.placeId
      ? await this.places.findOneBy({ studioId, id: form.placeId })
      : await this.places.findOne({ where: { studioId }, order: { id: 'ASC' } });
    if (form.placeId && !place) {
      throw new BadRequestException({
        message: 'No such room',
        problems: [{ path: 'placeId', message: 'is no room of this studio' }],
      });
    }
    return place?.inventory ?? null;
  }

  /**
   * Pins these too, as far as they are this studio's and of a movement that the session didn't have: it was taken from the library in
   * the middle of the hour. Nothing is ever taken off again. Answers whether anything was new.
   */
  async bring(manager: EntityManager, sessionId: string, revisionIds: readonly string[]): Promise<boolean> {
    const { studioId, pins } = await manager.findOneByOrFail(SessionEntity, { id: sessionId });
    const pinned = new Set(pins.revisionIds);
    const asked = await this.library.revisionsOf(
      studioId,
      revisionIds.filter((id) => !pinned.has(id)),
    );
    if (asked.length === 0) return false;
    const held = new Set((await this.library.revisionsById(pins.revisionIds)).map(({ document }) => document.id));
    const ofMovement = new Map(asked.map(({ document, revisionId }) => [document.id, revisionId]));
    const fresh = [...ofMovement].flatMap(([movementId, revisionId]) => (held.has(movementId) ? [] : [revisionId]));
    if (fresh.length === 0) return false;
    await manager.update(SessionEntity, { id: sessionId }, { pins: { ...pins, revisionIds: [...pins.revisionIds, ...fresh] } });
    return true;
  }

  async assemble(session: Begun): Promise<SessionBrief> {
    const { pins, placeId, bookingId } = session;
    return {
      sessionId: session.id,
      localDate: session.localDate,
      zone: session.zone,
      clients: pins.clients,
      kit: pins.kit,
      inventory: pins.inventory ?? null,
      ...(pins.plan && { plan: pins.plan }),
      ...(placeId && { placeId }),
      ...(bookingId && { bookingId }),
      vocabulary: await this.words.pinned(pins.vocabularyRevisionId),
      revisions: await this.library.revisionsById(pins.revisionIds),
    };
  }
}

/** What a brief is made of. */
type Begun = Pick<SessionEntity, 'id' | 'localDate' | 'zone' | 'pins' | 'placeId' | 'bookingId'>;

/** A movement that the library hasn't, or more reps of it than anybody does. */
function refuseUnfit({ movements }: PickedLane, lane: number, revisionOf: ReadonlyMap<string, MovementRevision>): void {
  for (const [i, picked] of movements.entries()) {
    const revision = revisionOf.get(picked.movementId);
    const path = `lanes[${lane}].movements[${i}]`;
    if (!revision) {
      throw new BadRequestException({
        message: 'A movement is not in the library',
        problems: [{ path: `${path}.movementId`, message: `no movement ${picked.movementId}` }],
      });
    }
    if ((picked.dose ?? revision.document.dose).kind === 'reps' && (picked.target ?? 0) > REPS_MOST) {
      throw new BadRequestException({
        message: 'Some fields are not right',
        problems: [{ path: `${path}.target`, message: `reps go from 1 to ${REPS_MOST}` }],
      });
    }
  }
}
