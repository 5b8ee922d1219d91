import { removeLane, type Plan } from '@waxwing/core/planning';
import type { SessionEvent } from '@waxwing/core/session';
import type { EntityManager } from 'typeorm';
import { SignInEntity, TrainerEntity } from '../accounts/account.entities.ts';
import { BookingClientEntity, BookingEntity, CalendarFeedEntity } from '../bookings/booking.entities.ts';
import {
  ClientAssignmentEntity,
  ClientEntity,
  ClientMeasurementEntity,
  ClientPictureEntity,
  ClientTombstoneEntity,
  TombstoneLaneEntity,
} from '../clients/client.entities.ts';
import { ServerStateEntity } from '../database/serverState.entity.ts';
import { InboxDropEntity } from '../inbox/inbox.entities.ts';
import {
  MovementEntity,
  MovementLookEntity,
  MovementRevisionEntity,
  StarterNewsEntity,
  StarterReleaseEntity,
  VocabularyRevisionEntity,
  WordRevisionEntity,
} from '../library/library.entities.ts';
import { PlanClientEntity, PlanEntity } from '../plans/plan.entities.ts';
import { storedEvents } from '../sessions/storedEvents.ts';
import { EventEntity, PROJECTED, SessionClientEntity, SessionEntity, SessionLogEntity } from '../sessions/session.entities.ts';
import { StanceChoiceEntity } from '../stances/stance.entities.ts';
import { SuggestionEntity } from '../suggestions/suggestion.entity.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';
import { BoardDeviceEntity, BoardEntity } from '../boards/board.entities.ts';
import { PlaceEntity } from '../studio/place.entity.ts';

/**
 * Where a client's data is. Export and forgetting walk these lists, and a test fails for an entity that stands in none of them:
 * whoever adds a table says here what it holds.
 */

/** Each row is about the one client whose `clientId` it has. */
export const ROWS_OF_A_CLIENT = [
  ClientMeasurementEntity,
  ClientPictureEntity,
  ClientAssignmentEntity,
  BookingClientEntity,
  PlanClientEntity,
  SessionClientEntity,
  ...PROJECTED,
] as const;

/** A row may be about several clients: each of these is taken apart by name in `clientRemoval` and `clientExports`. */
export const SHARED_ROWS = [BookingEntity, PlanEntity, SessionEntity, EventEntity, SessionLogEntity] as const;

/** The record itself; what is left of it is ids in the tombstones. */
export const THE_RECORD = ClientEntity;
export const TOMBSTONES = [ClientTombstoneEntity, TombstoneLaneEntity] as const;

/** Hold nothing about any client. */
export const NOBODYS = [
  StudioEntity,
  PlaceEntity,
  TrainerEntity,
  SignInEntity,
  MovementEntity,
  MovementLookEntity,
  MovementRevisionEntity,
  StarterNewsEntity,
  StarterReleaseEntity,
  VocabularyRevisionEntity,
  WordRevisionEntity,
  StanceChoiceEntity,
  CalendarFeedEntity,
  // A code and a secret; they go with their session.
  BoardEntity,
  BoardDeviceEntity,
  InboxDropEntity,
  SuggestionEntity,
  ServerStateEntity,
] as const;

/** A plan without a client's part, or, with `others`, without everybody else's. */
export function planWithout(plan: Plan, clientId: string, others = false): Plan {
  const gone = plan.lanes.filter((lane) => (lane.clientId === clientId) !== others);
  return gone.reduce((now, { laneId }) => removeLane(laneId)(now), plan);
}

/** What of a session's events is about a client, and which lanes were theirs (two, when they left and joined again). */
export interface OwnPart {
  readonly laneIds: ReadonlySet<string>;
  readonly events: readonly SessionEvent[];
}

/**
 * A client's events: what names them or a lane of theirs, and what takes back or amends one of these, which names neither in events of
 * older devices but may repeat what was said.
 */
export async function ownPartOf(manager: EntityManager, sessionId: string, clientId: string): Promise<OwnPart> {
  const { events } = await storedEvents(manager, sessionId);
  const joined = await manager.findBy(SessionClientEntity, { sessionId, clientId });
  const laneIds = new Set(joined.map(({ laneId }) => laneId));
  for (const event of events) if (event.clientId === clientId && event.laneId) laneIds.add(event.laneId);
  const own = new Set<string>();
  const isOwn = (event: SessionEvent) =>
    event.clientId === clientId ||
    (event.laneId !== undefined && laneIds.has(event.laneId)) ||
    ((event.type === 'retracted' || event.type === 'amended') && own.has(event.payload.eventId));
  // A correction may have arrived before what it corrects.
  for (let before = -1; before < own.size;) {
    before = own.size;
    for (const event of events) if (isOwn(event)) own.add(event.id);
  }
  return { laneIds, events: events.filter(({ id }) => own.has(id)) };
}
