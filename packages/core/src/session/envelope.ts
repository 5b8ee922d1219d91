import type { EventOf, EventPayloads } from './event.ts';
import { EVENT_VERSION, type Actor, type EventType } from './eventTypes.ts';

/** Something that happened, before it has its place among the events. */
export type EventDraft = {
  [T in EventType]: {
    readonly type: T;
    readonly payload: EventPayloads[T];
    readonly laneId?: string;
    readonly clientId?: string;
  };
}[EventType];

/** Whose event it is, and when. Ids and times come from outside: core has neither clock nor chance. */
export interface Stamp {
  /** UUID v7. */
  readonly id: string;
  readonly sessionId: string;
  readonly replicaId: string;
  readonly seq: number;
  readonly lamport: number;
  /** UTC, ISO 8601. */
  readonly at: string;
  readonly actor: Actor;
  /** Of the tap that did it, where it can be taken back. */
  readonly tap?: string;
}

/** A draft with its envelope. */
export function stampEvent<T extends EventType>(draft: Extract<EventDraft, { type: T }>, stamp: Stamp): EventOf<T> {
  const { id, sessionId, replicaId, seq, lamport, at, actor, tap } = stamp;
  const { type, payload, laneId, clientId } = draft;
  // Written out rather than spread: events of one shape are read several times as fast, and there are many.
  const event = { id, sessionId, replicaId, seq, lamport, at, actor, type, v: EVENT_VERSION, payload };
  if (laneId === undefined && clientId === undefined && tap === undefined) return event as unknown as EventOf<T>;
  return { ...event, ...(laneId && { laneId }), ...(clientId && { clientId }), ...(tap && { tap }) } as unknown as EventOf<T>;
}
