import { isLevel } from './classLane.ts';
import type { SessionBrief } from './brief.ts';
import type { StartSession } from './startSession.ts';

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
    lanes: brief.clients.map(({ laneId, clientId, name, items }) => ({
      laneId,
      ...(isLevel({ laneId, clientId }) ? { level: name } : { clientId }),
      movements: items.map(({ movementId, sets, target, load, dose, restSeconds, planItemId }) => ({
        movementId,
        sets,
        target,
        load,
        ...(planItemId && { planItemId, dose, restSeconds }),
      })),
    })),
  };
}
