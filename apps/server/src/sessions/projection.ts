import { isDeepStrictEqual } from 'node:util';
import {
  itemRows,
  lastLanesOf,
  projectLog,
  setRows,
  type BriefIndex,
  type LaneState,
  type PinnedMovements,
  type SessionState,
  type SetState,
} from '@waxwing/core';
import { In, type EntityManager, type ObjectLiteral } from 'typeorm';
import {
  LogCueTrialEntity,
  LogDecisionEntity,
  LogFaultEntity,
  LogItemEntity,
  LogSegmentEntity,
  LogSetUpEntity,
  PROJECTED,
  SessionEntity,
  SessionLogEntity,
} from './session.entities.ts';

type Session = Pick<SessionEntity, 'id' | 'studioId' | 'localDate'>;

/** Whose rows they are. */
interface Owner {
  readonly studioId: string;
  readonly sessionId: string;
  readonly localDate: string;
}

/** Well under SQLite's limit on bound values. */
const ROWS_AN_INSERT = 200;

function pinnedMovements(index: BriefIndex): PinnedMovements {
  return (clientId, movementId) => index.movement(clientId, movementId);
}

/** Takes away everything that was projected from a session. */
export async function clearProjection(manager: EntityManager, sessionId: string): Promise<void> {
  for (const entity of [...PROJECTED, SessionLogEntity]) await manager.delete(entity, { sessionId });
}

/**
 * Writes what a session's log has become: the rows of what changed between two states, told apart by identity. `before` is the state that
 * the rows in the database were projected from; `null` when there are none.
 */
export async function saveProjection(
  manager: EntityManager,
  session: Session,
  before: SessionState | null,
  state: SessionState,
  index: BriefIndex,
): Promise<void> {
  const owner = { studioId: session.studioId, sessionId: session.id, localDate: session.localDate };
  const movementOf = pinnedMovements(index);
  await saveSets(manager, owner, before, state, movementOf);
  for (const lane of state.lanes) {
    const was = before?.lanes.find(({ laneId }) => laneId === lane.laneId);
    if (was !== lane) await saveItems(manager, owner, was, lane, movementOf);
  }
  for (const was of before?.lanes ?? []) {
    if (!state.lanes.some(({ laneId }) => laneId === was.laneId)) await saveItems(manager, owner, was, undefined, movementOf);
  }
  await saveWhatWasSaid(manager, owner, before, state);
  const { status, startedAt, endedAt } = state;
  if (before?.status !== status || before.startedAt !== startedAt || before.endedAt !== endedAt) {
    await manager.update(SessionEntity, { id: session.id }, { status, startedAt, endedAt });
  }
  if (status === 'ended') await manager.save(SessionLogEntity, logRow(session, state, index));
  else if (before?.status === 'ended') await manager.delete(SessionLogEntity, { sessionId: session.id });
}

function logRow(session: Session, state: SessionState, index: BriefIndex) {
  return { sessionId: session.id, studioId: session.studioId, document: projectLog(state, pinnedMovements(index)) };
}

function setsById(state: SessionState | null): Map<string, SetState> {
  return new Map(state?.lanes.flatMap(({ sets }) => sets.map((set) => [set.setId, set] as const)));
}

async function saveSets(
  manager: EntityManager,
  owner: Owner,
  before: SessionState | null,
  state: SessionState,
  movementOf: PinnedMovements,
): Promise<void> {
  // Most often one set of one lane: the lanes that are as they were are not looked into.
  const sameLanes = new Set(before?.lanes.filter((lane) => state.lanes.includes(lane)));
  const changing = (from: SessionState | null) => from && { ...from, lanes: from.lanes.filter((lane) => !sameLanes.has(lane)) };
  const were = setsById(changing(before));
  const are = setsById(changing(state));
  const changed = [...are.values()].filter((set) => were.get(set.setId) !== set);
  const stale = [...changed.filter(({ setId }) => were.has(setId)), ...[...were.values()].filter(({ setId }) => !are.has(setId))];
  const whose = (set: SetState) => ({ ...owner, clientId: set.clientId });
  const rowsOf = changed.map((set) => ({ own: whose(set), rows: setRows(set, movementOf), was: were.get(set.setId) }));
  const staleIds = stale.map(({ setId }) => setId);
  for (const part of SET_PARTS) {
    // A set of which these rows are as they were (a rep changes no fault) keeps them.
    const same = new Set(
      rowsOf.flatMap(({ rows, was }) =>
        was && isDeepStrictEqual(setRows(was, movementOf)[part.of], rows[part.of]) ? [was.setId] : [],
      ),
    );
    const gone = staleIds.filter((setId) => !same.has(setId));
    if (gone.length > 0) await deleteSets(manager, part.entity, owner.sessionId, gone);
    const fresh = rowsOf.filter(({ was }) => !was || !same.has(was.setId));
    await insertAll(
      manager,
      part.entity,
      fresh.flatMap(({ own, rows }) => rows[part.of].map((row) => ({ ...own, ...row }))),
    );
  }
}

const SET_PARTS = [
  { of: 'segments', entity: LogSegmentEntity },
  { of: 'faults', entity: LogFaultEntity },
  { of: 'trials', entity: LogCueTrialEntity },
] as const;

async function deleteSets(
  manager: EntityManager,
  entity: new () => ObjectLiteral,
  sessionId: string,
  setIds: readonly string[],
): Promise<void> {
  for (let from = 0; from < setIds.length; from += ROWS_AN_INSERT) {
    await manager.delete(entity, { sessionId, setId: In(setIds.slice(from, from + ROWS_AN_INSERT)) });
  }
}

async function saveItems(
  manager: EntityManager,
  owner: Owner,
  was: LaneState | undefined,
  lane: LaneState | undefined,
  movementOf: PinnedMovements,
): Promise<void> {
  const before = new Map(was && itemRows(was, movementOf).map((row) => [row.itemId, row]));
  const after = lane ? itemRows(lane, movementOf) : [];
  const changed = after.filter((row) => !isDeepStrictEqual(before.get(row.itemId), row));
  const kept = new Set(after.filter((row) => !changed.includes(row)).map(({ itemId }) => itemId));
  const stale = [...before.keys()].filter((itemId) => !kept.has(itemId));
  if (stale.length > 0) await manager.delete(LogItemEntity, { sessionId: owner.sessionId, itemId: In(stale) });
  await insertAll(
    manager,
    LogItemEntity,
    changed.map((row) => ({ ...owner, clientId: lane!.clientId, ...row })),
  );
}

/** What is said of a person, not of a set: decisions and set-ups, of those who have a lane. Few, and seldom changed. */
async function saveWhatWasSaid(
  manager: EntityManager,
  owner: Owner,
  before: SessionState | null,
  state: SessionState,
): Promise<void> {
  const clients = lastLanesOf(state);
  const haveJoined = before?.lanes.length !== state.lanes.length;
  const { localDate: _localDate, ...whose } = owner;
  if (haveJoined || before.decisions !== state.decisions) {
    await manager.delete(LogDecisionEntity, { sessionId: owner.sessionId });
    const made = state.decisions.filter(({ clientId }) => clients.has(clientId));
    await insertAll(
      manager,
      LogDecisionEntity,
      made.map(({ load, target, ...decision }) => ({ ...owner, ...decision, load: load ?? null, target: target ?? null })),
    );
  }
  if (haveJoined || before.setUps !== state.setUps) {
    await manager.delete(LogSetUpEntity, { sessionId: owner.sessionId });
    const noted = state.setUps.filter(({ clientId }) => clients.has(clientId));
    await insertAll(
      manager,
      LogSetUpEntity,
      noted.map((setUp) => ({ ...whose, ...setUp })),
    );
  }
}

async function insertAll(manager: EntityManager, entity: new () => ObjectLiteral, rows: readonly object[]): Promise<void> {
  for (let from = 0; from < rows.length; from += ROWS_AN_INSERT) {
    await manager.insert(entity, rows.slice(from, from + ROWS_AN_INSERT));
  }
}
