import { foldSession, indexBrief, isLevel, movementsOf, projectLog } from '@waxwing/core/session';
import type { SessionAnswer } from '@waxwing/core/api';
import { deviceStoreFor } from '../../shared/device/deviceStore.ts';

/** Whether this device could show the log of a session itself. A store that is refused keeps nothing. */
export async function keepsLog(trainerId: string, sessionId: string): Promise<boolean> {
  const brief = await deviceStoreFor(trainerId)
    .then((store) => store.brief(sessionId))
    .catch(() => undefined);
  return brief !== undefined;
}

/** The log of a session from what this device keeps, made by the same projection as the server's; `null` if it keeps none. */
export async function localLog(trainerId: string, sessionId: string): Promise<SessionAnswer | null> {
  const store = await deviceStoreFor(trainerId);
  const brief = await store.brief(sessionId);
  if (!brief) return null;
  const index = indexBrief(brief);
  const state = foldSession(await store.events(sessionId));
  return {
    sessionId,
    localDate: brief.localDate,
    zone: brief.zone,
    status: state.status,
    startedAt: state.startedAt,
    endedAt: state.endedAt,
    clients: brief.clients.map(({ clientId, name }) => ({ clientId, name })),
    ...(brief.clients.every(isLevel) && { isClass: true as const }),
    movementNames: [],
    log: projectLog(state, movementsOf(index, state)),
    names: Object.fromEntries(brief.revisions.map(({ document }) => [document.id, document.name])),
  };
}
