import type { KeptPlan, PlaceSummary, TodayVisit } from '@waxwing/core/api';
import { lastForThese, newPlan, repeatPlan, type Plan } from '@waxwing/core/planning';
import {
  briefOnPlan,
  indexBrief,
  planContextOf,
  type PickedMovement,
  type SessionBrief,
  type StartSession,
} from '@waxwing/core/session';
import { v4, v7 } from 'uuid';
import { api } from '../../shared/api.ts';
import { localZone } from '../../shared/dates.ts';
import { lastPlan } from '../../shared/lastPlan.ts';
import type { IndexedLibrary } from '../../shared/queries.ts';

/** An hour that could begin: as somebody planned it, or what the same people did last, before what was decided since. */
export interface HourAhead {
  readonly plan: Plan;
  readonly isPlanned: boolean;
}

export const isPlanned = ({ plan }: TodayVisit) => plan !== null && plan.movements > 0;

/** What a visit would begin with; `null` where there is neither a plan nor a past. */
export async function hourAhead(visit: TodayVisit, library: IndexedLibrary): Promise<HourAhead | null> {
  if (isPlanned(visit)) {
    const { plan } = await api.get<KeptPlan>(`plans/${visit.plan!.planId}`);
    // Whoever was booked since isn't in it: what to do with them is decided at the desk.
    const isFor = visit.clients.every(({ clientId }) => plan.lanes.some((lane) => lane.clientId === clientId));
    if (isFor) return { plan: forThoseWhoCome(plan, visit), isPlanned: true };
  }
  const { minutes, placeId, atHome } = visit;
  const lanes = visit.clients.map(({ clientId }) => ({ laneId: v4(), clientId }));
  const empty = newPlan({ lanes, minutes, ...(placeId && { placeId }), ...(atHome && { atHome }) }, v4);
  const clientIds = lanes.map(({ clientId }) => clientId);
  const last = await lastPlan(clientIds, empty, library);
  return last && { plan: lastForThese(empty, last.plan), isPlanned: false };
}

function forThoseWhoCome(plan: Plan, { clients }: TodayVisit): Plan {
  return { ...plan, lanes: plan.lanes.filter((lane) => clients.some(({ clientId }) => clientId === lane.clientId)) };
}

/** What Floor needs to run it without the server, in this room unless another was booked; `null` where somebody may not begin. Nothing is begun. */
export async function briefAhead(
  localDate: string,
  visit: TodayVisit,
  hour: HourAhead,
  room: PlaceSummary | undefined,
): Promise<SessionBrief | null> {
  const placeId = visit.placeId ?? room?.placeId;
  const { plan } = hour;
  const lanes = plan.lanes.map(({ laneId, clientId }) => ({
    laneId,
    clientId: clientId!,
    movements: movementsOf(visit, plan, laneId),
  }));
  const form: StartSession = {
    sessionId: v7(),
    localDate,
    zone: localZone(),
    ...(visit.atHome ? { atHome: true } : placeId ? { placeId } : {}),
    lanes: lanes.filter(({ movements }) => movements.length > 0),
    plan,
    bookingId: visit.bookingId,
  };
  // Held for a doctor's word, say: the page says so when they begin.
  const brief = await api.post<SessionBrief>('sessions/ahead', form).catch(() => null);
  if (!brief) return null;
  const planned = briefOnPlan(brief, hour.isPlanned ? plan : withDecided(brief, plan), v4);
  // Who has nothing to do isn't on the floor.
  return { ...planned, clients: planned.clients.filter(({ items }) => items.length > 0) };
}

/** Whatever one may come to do in it: the plan's movements, and what was decided to take their place. */
function movementsOf({ clients }: TodayVisit, { lanes, blocks }: Plan, laneId: string): PickedMovement[] {
  const clientId = lanes.find((lane) => lane.laneId === laneId)?.clientId;
  const planned = blocks.flatMap(({ items }) =>
    items.flatMap((item) => {
      const own = item.own.find((each) => each.laneId === laneId);
      return own?.leftOut ? [] : [own?.movementId ?? item.movementId];
    }),
  );
  const instead = clients.find((client) => client.clientId === clientId)?.decided.flatMap((each) => each.instead ?? []) ?? [];
  return [...new Set([...planned, ...(planned.length > 0 ? instead : [])])].map((movementId) => ({ movementId }));
}

/** Last time's plan with what was decided for this one, as the desk would make it. */
function withDecided(brief: SessionBrief, last: Plan): Plan {
  const index = indexBrief(brief);
  const decided = (laneId: string, movementId: string) => {
    const client = brief.clients.find((each) => each.laneId === laneId);
    const due = client?.due.find((each) => each.movementId === movementId);
    // What this place or a caution closes doesn't take another's place.
    if (!client || !due?.instead || index.isOpen(client.clientId, due.instead)) return due ?? null;
    const { instead: _instead, ...rest } = due;
    return rest;
  };
  return repeatPlan({ last, context: planContextOf(index), decided, newId: v4 }).plan;
}
