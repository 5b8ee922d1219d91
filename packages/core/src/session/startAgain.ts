import { isNobodys } from './whoseLane.ts';
import type { SessionBrief } from './brief.ts';
import type { SessionItem } from './event.ts';
import type { PickedMovement, StartSession } from './startSession.ts';

/**
 * What to ask a server for that has never heard of a session which this brief is of: it was restored from a backup made before. The
 * session gets its id, lanes and movements back; what happened in it is in its events.
 */
export function startAgain(brief: SessionBrief): StartSession {
  return {
    sessionId: brief.sessionId,
    localDate: brief.localDate,
    zone: brief.zone,
    ...(brief.plan && { plan: brief.plan }),
    ...(brief.placeId && { placeId: brief.placeId }),
    ...(brief.atHome && { atHome: true }),
    ...(brief.bookingId && { bookingId: brief.bookingId }),
    lanes: brief.clients.map(({ laneId, clientId, name, guest, items }) => ({
      laneId,
      ...(!isNobodys({ laneId, clientId }) ? { clientId } : guest ? { guest: name } : { level: name }),
      movements: pickedOf(items),
    })),
  };
}

/** What stands on a list, as it would be picked. */
export function pickedOf(items: readonly SessionItem[]): PickedMovement[] {
  return items.map(({ movementId, sets, target, load, dose, restSeconds, planItemId }) => ({
    movementId,
    sets,
    target,
    load,
    ...(planItemId && { planItemId, dose, restSeconds }),
  }));
}
