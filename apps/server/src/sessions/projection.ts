import { indexBrief, projectLog, type ItemLog, type LaneLog, type SessionBrief, type SessionState } from '@waxwing/core';
import type { EntityManager, ObjectLiteral } from 'typeorm';
import {
  LogCueTrialEntity,
  LogDecisionEntity,
  LogFaultEntity,
  LogItemEntity,
  LogLookEntity,
  LogSetEntity,
  LogSetUpEntity,
  SessionEntity,
  SessionLogEntity,
} from './session.entities.ts';

/** What is projected from a session, row by row. */
export const PROJECTED = [
  LogItemEntity,
  LogSetEntity,
  LogFaultEntity,
  LogLookEntity,
  LogCueTrialEntity,
  LogDecisionEntity,
  LogSetUpEntity,
] as const;

/** Replaces everything that was projected from a session before. */
export async function saveProjection(
  manager: EntityManager,
  session: SessionEntity,
  state: SessionState,
  brief: SessionBrief,
): Promise<void> {
  const index = indexBrief(brief);
  const log = projectLog(state, (clientId, movementId) => index.movement(clientId, movementId));
  for (const row of PROJECTED) await manager.delete(row, { sessionId: session.id });
  const base = { studioId: session.studioId, sessionId: session.id, localDate: session.localDate };
  await manager.save(SessionLogEntity, { sessionId: session.id, studioId: session.studioId, document: log });
  for (const lane of log.lanes) {
    const own = { ...base, clientId: lane.clientId };
    for (const [place, item] of lane.items.entries()) await saveItem(manager, own, item, place);
    await insertAll(manager, LogDecisionEntity, decisionRows(own, lane));
    const { localDate: _localDate, ...whose } = own;
    await insertAll(
      manager,
      LogSetUpEntity,
      (lane.setUps ?? []).map(({ movementId, setUp, at }) => ({ ...whose, movementId, setUp, at })),
    );
  }
  await manager.update(SessionEntity, { id: session.id }, { status: log.status, startedAt: log.startedAt, endedAt: log.endedAt });
}

interface Owner {
  readonly studioId: string;
  readonly sessionId: string;
  readonly localDate: string;
  readonly clientId: string;
}

async function insertAll(manager: EntityManager, entity: new () => ObjectLiteral, rows: readonly object[]): Promise<void> {
  if (rows.length > 0) await manager.insert(entity, [...rows]);
}

async function saveItem(manager: EntityManager, own: Owner, item: ItemLog, place: number): Promise<void> {
  const last = item.sets.at(-1)?.segments.at(-1);
  if (item.outcome && last) {
    await insertAll(manager, LogItemEntity, [
      {
        ...own,
        itemId: item.itemId,
        movementId: item.movementId,
        startedAt: item.sets[0]!.startedAt,
        place,
        load: last.load,
        outcome: item.outcome,
      },
    ]);
  }
  await insertAll(
    manager,
    LogSetEntity,
    item.sets.map((set) => ({
      ...own,
      setId: set.setId,
      movementId: set.segments.at(-1)!.movementId,
      startedAt: set.startedAt,
      amount: set.amount,
      looked: set.looked,
      clean: set.clean,
      effort: set.effort,
      load: set.segments.at(-1)!.load,
    })),
  );
  const { localDate: _localDate, ...whose } = own;
  for (const set of item.sets) {
    const lookedAt = (set.lookedAt ?? []).map((movementId) => ({ ...whose, setId: set.setId, movementId }));
    await insertAll(manager, LogLookEntity, lookedAt);
    // A fault on both sides is one fault of the set.
    const faults = new Map(set.faults.map((fault) => [fault.faultId, fault]));
    await insertAll(
      manager,
      LogFaultEntity,
      [...faults.values()].map(({ faultId, faultTypeId, movementId }) => ({
        ...own,
        setId: set.setId,
        faultId,
        faultTypeId,
        movementId,
        times: set.faults.filter((fault) => fault.faultId === faultId).reduce((sum, fault) => sum + fault.times, 0),
      })),
    );
    await insertAll(
      manager,
      LogCueTrialEntity,
      set.trials
        .filter((trial) => trial.counts)
        .map(({ cueGivenId, movementId, faultId, faultTypeId, cueId, outcome }) => ({
          ...own,
          cueGivenId,
          movementId,
          faultId,
          faultTypeId,
          cueId,
          outcome,
        })),
    );
  }
}

function decisionRows(own: Owner, lane: LaneLog): object[] {
  return lane.decisions.map(({ eventId, movementId, kind, text, reasons, at, load, target }) => ({
    ...own,
    eventId,
    movementId,
    kind,
    text,
    reasons,
    at,
    load: load ?? null,
    target: target ?? null,
  }));
}
