import type { EventOf, SessionEvent, SessionItem } from './event.ts';
import { isKnown, type EventType } from './eventTypes.ts';
import type { ItemState, LaneState, SegmentState, SessionState, SetState } from './state.ts';

/** The order in which events count, whatever the order in which they came. */
export function compareEvents(a: SessionEvent, b: SessionEvent): number {
  return (
    a.lamport - b.lamport ||
    (a.replicaId < b.replicaId ? -1 : a.replicaId > b.replicaId ? 1 : 0) ||
    a.seq - b.seq ||
    (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
  );
}

type Mutable<T> = T extends readonly (infer E)[]
  ? Mutable<E>[]
  : T extends object
    ? { -readonly [K in keyof T]: Mutable<T[K]> }
    : T;

/** The state while it is being built, with what only the fold needs. */
interface Draft extends Mutable<SessionState> {
  readonly setById: Map<string, Mutable<SetState>>;
  /** What happens mostly happens in the set that something just happened in: saves a lookup an event. */
  latestSet: Mutable<SetState> | null;
  readonly laneById: Map<string, Mutable<LaneState>>;
  readonly setOfCue: Map<string, Mutable<SetState>>;
}

type Apply<T extends EventType> = (draft: Draft, event: EventOf<T>) => void;

/**
 * Folds events into a state: repeated ones once, sorted by (lamport, replica, seq), without those that were retracted and
 * with the amended payloads. The same set of events gives the same state in whatever order it is handed over.
 */
export function foldSession(events: Iterable<SessionEvent>): SessionState {
  const standing = standingEvents(events);
  const draft: Draft = {
    sessionId: null,
    status: 'not-started',
    localDate: null,
    zone: null,
    startedAt: null,
    endedAt: null,
    lanes: [],
    sets: [],
    pains: [],
    decisions: [],
    setUps: [],
    proposals: [],
    notes: [],
    lamport: standing.lamport,
    setById: new Map(),
    latestSet: null,
    laneById: new Map(),
    setOfCue: new Map(),
  };
  for (const event of standing.events) {
    // What a newer Waxwing wrote is kept with the rest and says nothing here.
    if (isKnown(event)) (APPLY[event.type] as Apply<EventType>)(draft, event);
  }
  const { setById: _sets, latestSet: _latest, laneById: _lanes, setOfCue: _cues, ...state } = draft;
  return state;
}

/**
 * Sorted by `compareEvents`. Logical times are taken out into an array of numbers first: comparing the events themselves would
 * walk through memory at random and costs several times as much.
 */
function inOrder(events: readonly SessionEvent[]): SessionEvent[] {
  const lamports = Float64Array.from(events, (event) => event.lamport);
  const order = Uint32Array.from(events, (_event, i) => i);
  order.sort((i, j) => lamports[i]! - lamports[j]! || compareEvents(events[i]!, events[j]!));
  return Array.from(order, (i) => events[i]!);
}

/** Sorted, each once, without those that were taken back, with the amended payloads. */
function standingEvents(events: Iterable<SessionEvent>): { events: readonly SessionEvent[]; lamport: number } {
  // The same event twice has the same place: repetitions lie side by side.
  const sorted = inOrder([...events]).filter((event, i, all) => event.id !== all[i - 1]?.id);
  const lamport = sorted.at(-1)?.lamport ?? 0;
  if (!sorted.some(({ type }) => type === 'retracted' || type === 'amended')) return { events: sorted, lamport };

  const retracted = new Set<string>();
  const amendments = new Map<string, EventOf<'amended'>>();
  // Backwards, so that the retraction of a retraction has been met before what it restores.
  for (let i = sorted.length - 1; i >= 0; i -= 1) {
    const event = sorted[i]!;
    if (retracted.has(event.id)) continue;
    if (event.type === 'retracted') retracted.add(event.payload.eventId);
    if (event.type === 'amended' && !amendments.has(event.payload.eventId)) amendments.set(event.payload.eventId, event);
  }
  const standing: SessionEvent[] = [];
  for (const event of sorted) {
    if (event.type === 'retracted' || event.type === 'amended' || retracted.has(event.id)) continue;
    const amendment = amendments.get(event.id);
    standing.push(
      amendment && amendment.payload.amends === event.type
        ? ({ ...event, payload: amendment.payload.payload } as unknown as SessionEvent)
        : event,
    );
  }
  return { events: standing, lamport };
}

function setOf(draft: Draft, setId: string | undefined): Mutable<SetState> | undefined {
  if (setId === undefined) return undefined;
  if (draft.latestSet?.setId === setId) return draft.latestSet;
  const set = draft.setById.get(setId);
  if (set) draft.latestSet = set;
  return set;
}

function itemState(item: SessionItem): Mutable<ItemState> {
  return { ...item, plannedMovementId: item.movementId, nextChange: null, setIds: [], swaps: [], pain: false };
}

/** Each item once, and none that stands on another lane's list: two rows of a log can't be the same item. */
function newItems(draft: Draft, items: readonly SessionItem[]): Mutable<ItemState>[] {
  const fresh = new Map(items.filter(({ itemId }) => !laneOfItem(draft, itemId)).map((item) => [item.itemId, item]));
  return [...fresh.values()].map(itemState);
}

function itemOf(lane: Mutable<LaneState>, itemId: string): Mutable<ItemState> | undefined {
  return lane.items.find((item) => item.itemId === itemId);
}

function laneOfItem(draft: Draft, itemId: string): Mutable<LaneState> | undefined {
  return draft.lanes.find((lane) => itemOf(lane, itemId));
}

function laneOf(draft: Draft, event: { readonly laneId?: string }): Mutable<LaneState> | undefined {
  return event.laneId === undefined ? undefined : draft.laneById.get(event.laneId);
}

/** Faults that are open on a movement that is no longer done are neither fixed nor still there. */
function leaveFaults(set: Mutable<SetState>, movementId: string): void {
  for (const fault of set.faults) {
    if (fault.status === 'open' && fault.movementId !== movementId) fault.status = 'left';
  }
}

/** Cues without an outcome say nothing once something else was changed. */
function spoilTrials(set: Mutable<SetState>): void {
  for (const trial of set.trials) if (!trial.outcome) trial.counts = false;
}

function closeSegment(set: Mutable<SetState>, at: string): void {
  const last = set.segments.at(-1);
  if (last && last.endedAt === null) last.endedAt = at;
}

const ignore = () => undefined;

const APPLY: { readonly [T in EventType]: Apply<T> } = {
  'session-started': (draft, event) => {
    if (draft.status !== 'not-started') return;
    draft.sessionId = event.sessionId;
    draft.status = 'live';
    draft.startedAt = event.at;
    draft.localDate = event.payload.localDate;
    draft.zone = event.payload.zone;
  },
  'session-ended': (draft, event) => {
    if (draft.status === 'ended') return;
    draft.status = 'ended';
    draft.endedAt = event.at;
    if (event.payload.note) draft.notes.push({ at: event.at, clientId: null, text: event.payload.note });
  },
  'lane-joined': (draft, event) => {
    if (!event.laneId || !event.clientId || draft.laneById.has(event.laneId)) return;
    const lane: Mutable<LaneState> = {
      laneId: event.laneId,
      clientId: event.clientId,
      joinedAt: event.at,
      leftAt: null,
      items: newItems(draft, event.payload.items),
      currentItemId: null,
      openSetId: null,
      lastSetId: null,
      view: 'front',
    };
    lane.currentItemId = lane.items[0]?.itemId ?? null;
    draft.laneById.set(lane.laneId, lane);
    draft.lanes.push(lane);
  },
  'lane-left': (draft, event) => {
    const lane = laneOf(draft, event);
    if (lane && lane.leftAt === null) lane.leftAt = event.at;
  },
  'movement-started': (draft, event) => {
    const lane = laneOf(draft, event);
    if (!lane) return;
    const { item } = event.payload;
    if (!itemOf(lane, item.itemId)) {
      // Another lane's: an item stands on one list.
      if (laneOfItem(draft, item.itemId)) return;
      lane.items.push(itemState(item));
    }
    lane.currentItemId = item.itemId;
  },
  'segment-started': (draft, event) => {
    const { payload } = event;
    const lane = laneOfItem(draft, payload.itemId);
    const item = lane && itemOf(lane, payload.itemId);
    if (!lane || !item) return;
    const segment: Mutable<SegmentState> = {
      segmentId: payload.segmentId,
      movementId: payload.movementId,
      revisionId: payload.revisionId,
      load: payload.load,
      target: payload.target,
      unit: item.dose.kind,
      startedAt: event.at,
      endedAt: null,
      counted: 0,
      stated: null,
      ...(payload.side && { side: payload.side }),
      ...(payload.tempo && { tempo: payload.tempo }),
      ...(payload.change && { change: payload.change }),
    };
    const known = setOf(draft, payload.setId);
    if (known) {
      if (known.segments.some((each) => each.segmentId === segment.segmentId)) return;
      closeSegment(known, event.at);
      known.segments.push(segment);
      if (payload.change) {
        known.changes.push(payload.change.key);
        spoilTrials(known);
      }
      leaveFaults(known, payload.movementId);
      return;
    }
    const set: Mutable<SetState> = {
      setId: payload.setId,
      itemId: item.itemId,
      laneId: lane.laneId,
      clientId: lane.clientId,
      ordinal: item.setIds.length + 1,
      startedAt: event.at,
      endedAt: null,
      endReason: null,
      segments: [segment],
      countedBy: null,
      looks: [],
      faults: [],
      trials: [],
      changes: payload.change ? [payload.change.key] : [],
      effort: null,
      pain: false,
    };
    draft.setById.set(set.setId, set);
    draft.sets.push(set);
    item.setIds.push(set.setId);
    item.nextChange = null;
    lane.currentItemId = item.itemId;
    lane.openSetId = set.setId;
    lane.lastSetId = set.setId;
  },
  'rep-counted': (draft, event) => {
    const set = setOf(draft, event.payload.setId);
    const segment = set?.segments.find((each) => each.segmentId === event.payload.segmentId);
    if (!set || !segment) return;
    // Counting claims the set: a second device's count of the same reps is never added to the first's.
    set.countedBy ??= event.replicaId;
    if (set.countedBy === event.replicaId) segment.counted += 1;
  },
  'view-changed': (draft, event) => {
    const lane = laneOf(draft, event);
    if (lane) lane.view = event.payload.view;
  },
  looked: (draft, event) => {
    const set = setOf(draft, event.payload.setId);
    if (!set) return;
    const { clean, view, gone = [] } = event.payload;
    const movementId = event.payload.movementId ?? set.segments.at(-1)!.movementId;
    set.looks.push({ at: event.at, clean, movementId, ...(view && { view }) });
    for (const fault of set.faults) {
      if (fault.status === 'open' && (clean || gone.includes(fault.faultId))) fault.status = 'gone';
    }
  },
  'fault-seen': (draft, event) => {
    const set = setOf(draft, event.payload.setId);
    if (!set) return;
    const { faultId, faultTypeId, side } = event.payload;
    const known = set.faults.find((fault) => fault.faultId === faultId && fault.side === side);
    if (known) {
      known.times += 1;
      known.status = 'open';
      known.lastAt = event.at;
      return;
    }
    set.faults.push({
      faultId,
      faultTypeId,
      movementId: set.segments.at(-1)!.movementId,
      times: 1,
      status: 'open',
      lastAt: event.at,
      ...(side && { side }),
    });
  },
  'cue-given': (draft, event) => {
    const set = setOf(draft, event.payload.setId);
    if (!set) return;
    draft.setOfCue.set(event.id, set);
    set.trials.push({
      ...event.payload,
      cueGivenId: event.id,
      movementId: set.segments.at(-1)!.movementId,
      givenAt: event.at,
      counts: true,
    });
  },
  'cue-outcome': (draft, event) => {
    const { cueGivenId, outcome } = event.payload;
    const set = draft.setOfCue.get(cueGivenId);
    const trial = set?.trials.find((each) => each.cueGivenId === cueGivenId);
    if (!set || !trial || trial.outcome) return;
    // Noted in the rest is noted; once the next set has begun nobody can say any more what the cue did.
    const lane = draft.laneById.get(set.laneId);
    if (lane && lane.lastSetId !== set.setId) return;
    trial.outcome = outcome;
    const status = outcome === 'fixed' ? 'fixed' : 'open';
    for (const fault of set.faults) {
      if (fault.faultId === trial.faultId && fault.status === 'open') fault.status = status;
    }
  },
  'proposal-shown': (draft, event) => {
    const { proposalId } = event.payload;
    if (draft.proposals.some((proposal) => proposal.proposalId === proposalId)) return;
    draft.proposals.push({ ...event.payload, clientId: event.clientId ?? null, decided: null });
  },
  'proposal-decided': (draft, event) => {
    const proposal = draft.proposals.find((each) => each.proposalId === event.payload.proposalId);
    if (!proposal || proposal.decided) return;
    const { taken, instead } = event.payload;
    proposal.decided = { taken, ...(instead && { instead }) };
  },
  'set-ended': (draft, event) => {
    const set = setOf(draft, event.payload.setId);
    if (!set) return;
    // Ended twice: the first says when, the second only amends what was done.
    if (set.endedAt === null) {
      set.endedAt = event.at;
      set.endReason = event.payload.reason;
      closeSegment(set, event.at);
      const lane = draft.laneById.get(set.laneId);
      if (lane?.openSetId === set.setId) lane.openSetId = null;
    }
    for (const { segmentId, amount } of event.payload.amounts ?? []) {
      const segment = set.segments.find((each) => each.segmentId === segmentId);
      if (segment) segment.stated = amount;
    }
  },
  'effort-rated': (draft, event) => {
    const set = setOf(draft, event.payload.setId);
    if (!set) return;
    set.effort = event.payload.effort;
    const { reserve } = event.payload;
    if (reserve !== undefined) set.reserve = reserve;
    // Said again without a number: only then, since deleting makes an object slow.
    else if (set.reserve !== undefined) delete set.reserve;
  },
  'load-changed': (draft, event) => {
    const lane = laneOfItem(draft, event.payload.itemId);
    const item = lane && itemOf(lane, event.payload.itemId);
    if (!lane || !item) return;
    item.load = event.payload.load;
    const open = setOf(draft, lane.openSetId ?? undefined);
    if (open?.itemId === item.itemId) spoilTrials(open);
  },
  'next-set-planned': (draft, event) => {
    const lane = laneOfItem(draft, event.payload.itemId);
    const item = lane && itemOf(lane, event.payload.itemId);
    if (!item) return;
    item.target = event.payload.target;
    item.nextChange = event.payload.change ?? null;
  },
  'movement-swapped': (draft, event) => {
    const { payload } = event;
    const lane = laneOfItem(draft, payload.itemId);
    const item = lane && itemOf(lane, payload.itemId);
    if (!lane || !item) return;
    item.swaps.push({
      at: event.at,
      fromMovementId: payload.fromMovementId,
      toMovementId: payload.toMovementId,
      levers: payload.levers,
      ...(payload.faultId && { faultId: payload.faultId }),
      ...(payload.setId && { setId: payload.setId }),
    });
    item.movementId = payload.toMovementId;
    item.revisionId = payload.toRevisionId;
    item.dose = payload.dose;
    item.target = payload.target;
    item.load = payload.load;
    const set = setOf(draft, payload.setId);
    if (set) spoilTrials(set);
  },
  'pain-reported': (draft, event) => {
    const { payload } = event;
    draft.pains.push({ ...payload, eventId: event.id, at: event.at, clientId: event.clientId ?? null });
    const set = setOf(draft, payload.setId);
    if (set) set.pain = true;
    // Before the first rep there is no set, and the movement is left out all the same.
    const lane = set ? draft.laneById.get(set.laneId) : laneOf(draft, event);
    const itemId = set?.itemId ?? lane?.currentItemId;
    const item = lane && itemId && itemOf(lane, itemId);
    if (item) item.pain = true;
  },
  note: (draft, event) => {
    draft.notes.push({ at: event.at, clientId: event.clientId ?? null, text: event.payload.text });
  },
  'decision-made': (draft, event) => {
    if (!event.clientId) return;
    const decision = { ...event.payload, eventId: event.id, clientId: event.clientId, at: event.at };
    const at = draft.decisions.findIndex(
      (each) => each.clientId === decision.clientId && each.movementId === decision.movementId,
    );
    if (at >= 0) draft.decisions[at] = decision;
    else draft.decisions.push(decision);
  },
  'set-up-noted': (draft, event) => {
    if (!event.clientId) return;
    const { movementId, setUp } = event.payload;
    const noted = { clientId: event.clientId, movementId, setUp, at: event.at };
    draft.setUps = [...draft.setUps.filter((each) => each.clientId !== noted.clientId || each.movementId !== movementId), noted];
  },
  retracted: ignore,
  amended: ignore,
};
