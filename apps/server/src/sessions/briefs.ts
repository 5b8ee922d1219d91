import { BadRequestException, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import {
  BODYWEIGHT,
  movementsForFloor,
  startingTarget,
  type ClientBrief,
  type ClientSummary,
  type MovementHistory,
  type MovementRevision,
  type SessionBrief,
  type SessionItem,
} from '@waxwing/core';
import type { PickedMovement, StartSession } from '@waxwing/core/shapes';
import { Repository } from 'typeorm';
import { v7 as uuid } from 'uuid';
import type { SignedIn } from '../accounts/actor.ts';
import { Library } from '../library/library.ts';
import { Stances } from '../stances/stances.ts';
import { PlaceEntity } from '../studio/studio.entity.ts';
import { History } from './history.ts';
import type { BriefPins, SessionEntity } from './session.entities.ts';

/** Makes what a device needs to run a session without a network, and puts it together again for a second device. */
@Injectable()
export class Briefs {
  constructor(
    @InjectRepository(PlaceEntity) private readonly places: Repository<PlaceEntity>,
    private readonly library: Library,
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
    const stances = await this.stances.inForce(actor);
    const revisionOf = new Map(library.revisions.map((revision) => [revision.document.id, revision]));
    const place = form.placeId
      ? await this.places.findOneBy({ studioId, id: form.placeId })
      : await this.places.findOne({ where: { studioId }, order: { name: 'ASC' } });
    const due = await this.history.due(clients.map((client) => client.clientId));
    const briefs: ClientBrief[] = [];
    for (const [at, client] of clients.entries()) {
      const lane = form.lanes[at]!;
      const history = await this.history.movements(client.clientId);
      briefs.push({
        clientId: client.clientId,
        laneId: lane.laneId,
        name: client.name,
        cautions: client.cautions,
        stances: { ...stances, ...client.stances },
        book: await this.history.tallies(studioId, client.clientId),
        faultRates: await this.history.faultRates(client.clientId),
        history,
        due: due.get(client.clientId) ?? [],
        items: lane.movements.map((picked, i) => {
          const revision = revisionOf.get(picked.movementId);
          if (!revision) {
            throw new BadRequestException({
              message: 'A movement is not in the library',
              problems: [{ path: `lanes[${at}].movements[${i}].movementId`, message: `no movement ${picked.movementId}` }],
            });
          }
          return itemOf(picked, revision, history[picked.movementId]);
        }),
      });
    }
    const picked = form.lanes.flatMap(({ movements }) => movements.map(({ movementId }) => movementId));
    const onFloor = movementsForFloor(
      picked,
      library.revisions.map(({ document }) => document),
    );
    return {
      vocabularyRevisionId: library.vocabularyRevisionId,
      revisionIds: library.revisions.filter(({ document }) => onFloor.has(document.id)).map((revision) => revision.revisionId),
      clients: briefs,
      kit: place?.kit ?? null,
    };
  }

  async assemble(session: SessionEntity): Promise<SessionBrief> {
    const { pins } = session;
    return {
      sessionId: session.id,
      localDate: session.localDate,
      zone: session.zone,
      clients: pins.clients,
      kit: pins.kit,
      vocabulary: await this.library.vocabularyById(pins.vocabularyRevisionId),
      revisions: await this.library.revisionsById(pins.revisionIds),
    };
  }
}

function itemOf(picked: PickedMovement, revision: MovementRevision, past: MovementHistory | undefined): SessionItem {
  const { document } = revision;
  return {
    itemId: uuid(),
    movementId: document.id,
    revisionId: revision.revisionId,
    sets: picked.sets ?? document.sets,
    dose: document.dose,
    target: picked.target ?? past?.target ?? startingTarget(document),
    load: picked.load ?? past?.load ?? BODYWEIGHT,
    restSeconds: document.restSeconds,
  };
}
