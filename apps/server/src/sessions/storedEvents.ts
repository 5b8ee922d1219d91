import type { SessionEvent } from '@waxwing/core/session';
import type { EntityManager } from 'typeorm';

/** A row of `events` as the driver hands it over. */
interface EventRow {
  readonly position: number;
  readonly id: string;
  readonly sessionId: string;
  readonly clientId: string | null;
  readonly laneId: string | null;
  readonly replicaId: string;
  readonly seq: number;
  readonly lamport: number;
  readonly at: string;
  readonly actor: string;
  readonly tap: string | null;
  readonly type: string;
  readonly v: number;
  readonly payload: string;
}

const COLUMNS = 'position, id, "sessionId", "clientId", "laneId", "replicaId", seq, lamport, at, actor, tap, type, v, payload';

export interface StoredEvents {
  readonly events: readonly SessionEvent[];
  /** The position of the last of them; what was asked after where there is none. */
  readonly cursor: number;
}

function asEvent({ position: _position, clientId, laneId, tap, payload, ...event }: EventRow): SessionEvent {
  return {
    ...event,
    payload: JSON.parse(payload) as object,
    ...(clientId && { clientId }),
    ...(laneId && { laneId }),
    ...(tap && { tap }),
  } as SessionEvent;
}

/** A session's events in the order of their arrival, after a position. Past the object mapper, which takes most of the time of a long hour. */
export async function storedEvents(
  source: Pick<EntityManager, 'query'>,
  sessionId: string,
  after = 0,
  most = -1,
): Promise<StoredEvents> {
  const rows = await source.query<EventRow[]>(
    `select ${COLUMNS} from events where "sessionId" = ? and position > ? order by position limit ?`,
    [sessionId, after, most],
  );
  return { events: rows.map(asEvent), cursor: rows.at(-1)?.position ?? after };
}

/** Those of some ids that are stored, of whichever session. */
export async function storedByIds(source: Pick<EntityManager, 'query'>, ids: readonly string[]): Promise<SessionEvent[]> {
  const rows = await source.query<EventRow[]>(`select ${COLUMNS} from events where id in (select value from json_each(?))`, [
    JSON.stringify(ids),
  ]);
  return rows.map(asEvent);
}
