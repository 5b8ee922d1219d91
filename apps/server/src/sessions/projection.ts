import { isDeepStrictEqual } from 'node:util';
import {
  clientOf,
  isNobodys,
  itemRows,
  lastLanesOf,
  movementsOf,
  projectLog,
  setRows,
  type BriefIndex,
  type FaultRow,
  type ItemRow,
  type LaneState,
  type PinnedMovements,
  type SegmentRow,
  type SessionState,
  type SetState,
  type TrialRow,
} from '@waxwing/core/session';
import { In, type EntityManager } from 'typeorm';
import { putRows } from '../database/writeRows.ts';
import {
  LogCueTrialEntity,
  LogDecisionEntity,
  LogFaultEntity,
  LogItemEntity,
  LogSegmentEntity,
  LogSetUpEntity,
  LogTypedEntity,
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
  const movementOf = movementsOf(index, state);
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
  return { sessionId: session.id, studioId: session.studioId, document: projectLog(state, movementsOf(index, state)) };
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
  const gone = [...were.values()].filter(({ setId }) => !are.has(setId));
  const owned = (set: SetState) => ({ clientId: clientOf(set), rows: rowsOf(set, movementOf) });
  const rowsAre = changed.map(owned);
  const rowsWere = [...changed.flatMap(({ setId }) => were.get(setId) ?? []), ...gone].map(owned);
  for (const { of, entity } of SET_PARTS) {
    const rowsBy = (sets: typeof rowsAre) =>
      new Map(sets.flatMap(({ clientId, rows }) => rows[of].map((row) => [keyOf(row), { clientId, ...row }] as const)));
    const old = rowsBy(rowsWere);
    const after = rowsBy(rowsAre);
    // A rep changes one row of a set, and none of its faults; who a guest was changes all of them.
    const fresh = [...after].flatMap(([key, row]) => (isDeepStrictEqual(old.get(key), row) ? [] : [row]));
    for (const key of after.keys()) old.delete(key);
    for (const row of old.values()) await manager.delete(entity, { sessionId: owner.sessionId, ...rowKey(row) });
    await putRows(
      manager,
      entity,
      fresh.map((row) => ({ ...owner, ...row })),
    );
  }
}

/** What a cue did for a class, or for a guest, is nobody's evidence. */
function rowsOf(set: SetState, movementOf: PinnedMovements) {
  const rows = setRows(set, movementOf);
  return isNobodys(set) ? { ...rows, trials: [] } : rows;
}

/** What tells a row from the others of its session. */
function rowKey(row: SegmentRow | FaultRow | TrialRow): object {
  return 'cueGivenId' in row ? { cueGivenId: row.cueGivenId } : { setId: row.setId, ordinal: row.ordinal };
}

const keyOf = (row: SegmentRow | FaultRow | TrialRow) => Object.values(rowKey(row)).join('|');

const SET_PARTS = [
  { of: 'segments', entity: LogSegmentEntity },
  { of: 'faults', entity: LogFaultEntity },
  { of: 'trials', entity: LogCueTrialEntity },
] as const;

async function saveItems(
  manager: EntityManager,
  owner: Owner,
  was: LaneState | undefined,
  lane: LaneState | undefined,
  movementOf: PinnedMovements,
): Promise<void> {
  const before = new Map(was && ownItems(was, movementOf).map((row) => [row.itemId, row]));
  const after = lane ? ownItems(lane, movementOf) : [];
  const changed = after.filter((row) => !isDeepStrictEqual(before.get(row.itemId), row));
  const kept = new Set(after.filter((row) => !changed.includes(row)).map(({ itemId }) => itemId));
  const stale = [...before.keys()].filter((itemId) => !kept.has(itemId));
  if (stale.length > 0) await manager.delete(LogItemEntity, { sessionId: owner.sessionId, itemId: In(stale) });
  await putRows(
    manager,
    LogItemEntity,
    changed.map((row) => ({ ...owner, clientId: lane!.clientId, ...row })),
  );
}

/** What is nobody's has no outcome that a next time could be decided by. */
function ownItems(lane: LaneState, movementOf: PinnedMovements): readonly ItemRow[] {
  return isNobodys(lane) ? [] : itemRows(lane, movementOf);
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
    await putRows(
      manager,
      LogDecisionEntity,
      made.map(({ load = null, target = null, instead = null, ...decision }) => ({
        ...owner,
        ...decision,
        load,
        target,
        instead,
      })),
    );
  }
  if (haveJoined || before.setUps !== state.setUps) {
    await manager.delete(LogSetUpEntity, { sessionId: owner.sessionId });
    const noted = state.setUps.filter(({ clientId }) => clients.has(clientId));
    await putRows(
      manager,
      LogSetUpEntity,
      noted.map((setUp) => ({ ...whose, ...setUp })),
    );
  }
  if (!before || before.typed !== state.typed) {
    await manager.delete(LogTypedEntity, { sessionId: owner.sessionId });
    await putRows(
      manager,
      LogTypedEntity,
      state.typed.map(({ faultId, ...typed }) => ({ ...owner, ...typed, faultId: faultId ?? null })),
    );
  }
}
