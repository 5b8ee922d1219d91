import type { View } from '../movement/terms.ts';
import type { EventOf, SessionEvent, SessionItem } from './event.ts';
import { isKnown, type EventType } from './eventTypes.ts';
import type { Mutable, StateDraft } from './stateDraft.ts';
import type { ItemState, LaneState, SegmentState, SetState, TypedState } from './state.ts';

type Apply<T extends EventType> = (draft: StateDraft, event: EventOf<T>) => void;

/** What an event changes in a state. What a newer Waxwing wrote is kept with the rest and says nothing here. */
export function applyEvent(draft: StateDraft, event: SessionEvent): void {
  if (isKnown(event)) (APPLY[event.type] as Apply<EventType>)(draft, event);
}

function itemState(item: SessionItem): Mutable<ItemState> {
  return { ...item, plannedMovementId: item.movementId, nextChange: null, setIds: [], swaps: [], pain: false, dropped: false };
}

/** Each item once, and none that stands on another lane's list: two rows of a log can't be the same item. */
function newItems(draft: StateDraft, items: readonly SessionItem[]): Mutable<ItemState>[] {
  const fresh = new Map(items.filter(({ itemId }) => !draft.pathOfItem(itemId)).map((item) => [item.itemId, item]));
  return [...fresh.values()].map(itemState);
}

/** Changes those of a list for which `change` has something to say; the rest, and a list without any, stay as they are. */
function changeSome<T extends object>(draft: StateDraft, list: T[], isMeant: (one: T) => boolean, change: (one: T) => void): T[] {
  let changed = list;
  for (let at = 0; at < list.length; at += 1) {
    if (!isMeant(list[at]!)) continue;
    changed = draft.own(changed);
    change(draft.ownAt(changed, at));
  }
  return changed;
}

/** Faults that are open on a movement that is no longer done are neither fixed nor still there. */
function leaveFaults(draft: StateDraft, set: Mutable<SetState>, movementId: string): void {
  set.faults = changeSome(
    draft,
    set.faults,
    (fault) => fault.status === 'open' && fault.movementId !== movementId,
    (fault) => (fault.status = 'left'),
  );
}

/** Cues without an outcome say nothing once something else was changed. */
function spoilTrials(draft: StateDraft, set: Mutable<SetState>): void {
  set.trials = changeSome(
    draft,
    set.trials,
    (trial) => !trial.outcome && trial.counts,
    (trial) => (trial.counts = false),
  );
}

function closeSegment(draft: StateDraft, set: Mutable<SetState>, at: string): void {
  const last = set.segments.length - 1;
  if (last < 0 || set.segments[last]!.endedAt !== null) return;
  set.segments = draft.own(set.segments);
  draft.ownAt(set.segments, last).endedAt = at;
}

/** Once, however often it is seen or said. */
function noteTyped(draft: StateDraft, event: SessionEvent, entry: Omit<TypedState, 'clientId' | 'at'>): void {
  if (draft.state.typed.some(({ id }) => id === entry.id)) return;
  draft.ownList('typed').push({ ...entry, clientId: clientIn(draft, event), at: event.at });
}

/** The client, or the lane that is no client's. What a guest's lane says is about whoever the guest turned out to be. */
function whoseOf(draft: StateDraft, { clientId, laneId }: SessionEvent): string | null {
  return clientId ?? draft.state.lanes[draft.laneAt(laneId)]?.clientId ?? laneId ?? null;
}

/** The client, where there is one. */
function clientIn(draft: StateDraft, event: SessionEvent): string | null {
  const whose = whoseOf(draft, event);
  return whose === event.laneId ? null : whose;
}

function standAt(set: Mutable<SetState>, ...views: readonly (View | undefined)[]): void {
  for (const view of views) {
    if (view && !set.seenFrom.includes(view)) set.seenFrom = [...set.seenFrom, view];
  }
}

const ignore = () => undefined;

const APPLY: { readonly [T in EventType]: Apply<T> } = {
  'session-started': ({ state }, event) => {
    if (state.status !== 'not-started') return;
    state.sessionId = event.sessionId;
    state.status = 'live';
    state.startedAt = event.at;
    state.localDate = event.payload.localDate;
    state.zone = event.payload.zone;
  },
  'session-ended': (draft, event) => {
    const { state } = draft;
    if (state.status === 'ended') return;
    state.status = 'ended';
    state.endedAt = event.at;
    if (event.payload.note) draft.ownList('notes').push({ at: event.at, clientId: null, text: event.payload.note });
  },
  'lane-joined': (draft, event) => {
    if (!event.laneId || draft.laneAt(event.laneId) >= 0) return;
    const items = newItems(draft, event.payload.items);
    const { guest } = event.payload;
    // A level of a class is nobody: it stands under its own id. So does a guest, until somebody has said who that is.
    const clientId = event.clientId ?? (guest === undefined ? undefined : event.payload.clientId) ?? event.laneId;
    const lane: Mutable<LaneState> = {
      laneId: event.laneId,
      clientId,
      ...(guest !== undefined && clientId === event.laneId && { guest }),
      joinedAt: event.at,
      leftAt: null,
      items,
      currentItemId: items[0]?.itemId ?? null,
      sets: [],
      openSetId: null,
      view: 'front',
      day: null,
    };
    draft.ownList('lanes').push(lane);
  },
  'lane-left': (draft, event) => {
    const at = draft.laneAt(event.laneId);
    if (at >= 0 && draft.state.lanes[at]!.leftAt === null) draft.writeLane(at).leftAt = event.at;
  },
  'day-told': (draft, event) => {
    const at = draft.laneAt(event.laneId);
    if (at >= 0) draft.writeLane(at).day = event.payload;
  },
  'movement-started': (draft, event) => {
    const at = draft.laneAt(event.laneId);
    if (at < 0) return;
    const { item } = event.payload;
    const known = draft.pathOfItem(item.itemId);
    // Another lane's: an item stands on one list.
    if (known && known.lane !== at) return;
    const lane = draft.writeLane(at);
    if (!known) {
      lane.items = draft.own(lane.items);
      lane.items.push(itemState(item));
    } else if (lane.items[known.item]!.dropped) draft.writeItem(known).dropped = false;
    lane.currentItemId = item.itemId;
  },
  'item-dropped': (draft, event) => {
    const path = draft.pathOfItem(event.payload.itemId);
    if (path) draft.writeItem(path).dropped = true;
  },
  'segment-started': (draft, event) => {
    const { payload } = event;
    const path = draft.pathOfItem(payload.itemId);
    if (!path) return;
    const { dose } = draft.state.lanes[path.lane]!.items[path.item]!;
    const segment: Mutable<SegmentState> = {
      segmentId: payload.segmentId,
      movementId: payload.movementId,
      revisionId: payload.revisionId,
      load: payload.load,
      target: payload.target,
      unit: payload.unit ?? dose.kind,
      startedAt: event.at,
      endedAt: null,
      counted: 0,
      stated: null,
      actor: event.actor,
      ...(payload.side && { side: payload.side }),
      ...(payload.tempo && { tempo: payload.tempo }),
      ...(payload.change && { change: payload.change }),
      ...(payload.stretch !== undefined && { stretch: payload.stretch }),
      ...(payload.manner && { manner: payload.manner }),
      ...(payload.part && { part: payload.part }),
      ...(payload.sideAlone && { sideAlone: true }),
    };
    const known = draft.pathOfSet(payload.setId);
    if (known) {
      if (draft.setAt(known).segments.some((each) => each.segmentId === segment.segmentId)) return;
      const set = draft.writeSet(known);
      closeSegment(draft, set, event.at);
      set.segments = draft.own(set.segments);
      set.segments.push(segment);
      if (payload.change) {
        set.changes = [...set.changes, payload.change.key];
        spoilTrials(draft, set);
      }
      // What follows at once is no other way of doing the same: what was wrong with that stays wrong.
      if (payload.part !== 'follow-on') leaveFaults(draft, set, payload.movementId);
      return;
    }
    const item = draft.writeItem(path);
    const lane = draft.writeLane(path.lane);
    item.setIds = [...item.setIds, payload.setId];
    item.nextChange = null;
    lane.sets = draft.own(lane.sets);
    lane.sets.push({
      setId: payload.setId,
      itemId: item.itemId,
      laneId: lane.laneId,
      clientId: lane.clientId,
      ordinal: item.setIds.length,
      startedAt: event.at,
      endedAt: null,
      endReason: null,
      segments: [segment],
      countedBy: null,
      looks: [],
      faults: [],
      seenFrom: [],
      hurt: [],
      felt: [],
      trials: [],
      changes: payload.change ? [payload.change.key] : [],
      effort: null,
      pain: false,
    });
    lane.currentItemId = item.itemId;
    lane.openSetId = payload.setId;
  },
  'hold-broken': (draft, event) => {
    const path = draft.pathOfSet(event.payload.setId);
    const set = path && draft.setAt(path);
    // Of the piece that goes on only: one that came late ends nothing that began since.
    if (!path || set?.endedAt !== null || set.segments.at(-1)?.segmentId !== event.payload.segmentId) return;
    closeSegment(draft, draft.writeSet(path), event.at);
  },
  'rep-counted': (draft, event) => {
    const { setId, segmentId } = event.payload;
    const path = draft.pathOfSet(setId);
    if (!path) return;
    const { segments, countedBy } = draft.setAt(path);
    const at = segments.findIndex((each) => each.segmentId === segmentId);
    // Counting claims the set: a second device's count of the same reps is never added to the first's.
    if (at < 0 || (countedBy !== null && countedBy !== event.replicaId)) return;
    const set = draft.writeSet(path);
    set.countedBy = event.replicaId;
    set.segments = draft.own(set.segments);
    draft.ownAt(set.segments, at).counted += 1;
  },
  'view-changed': (draft, event) => {
    const at = draft.laneAt(event.laneId);
    if (at >= 0) draft.writeLane(at).view = event.payload.view;
  },
  looked: (draft, event) => {
    const path = draft.pathOfSet(event.payload.setId);
    if (!path) return;
    const { clean, view, mirror, gone = [] } = event.payload;
    const set = draft.writeSet(path);
    const movementId = event.payload.movementId ?? set.segments.at(-1)!.movementId;
    set.looks = [...set.looks, { at: event.at, clean, movementId, ...(view && { view }) }];
    standAt(set, view, mirror);
    set.faults = changeSome(
      draft,
      set.faults,
      (fault) => fault.status === 'open' && (clean || gone.includes(fault.faultId)),
      (fault) => (fault.status = 'gone'),
    );
  },
  'fault-seen': (draft, event) => {
    const path = draft.pathOfSet(event.payload.setId);
    if (!path) return;
    const { faultId, faultTypeId, side, view, mirror, text } = event.payload;
    const set = draft.writeSet(path);
    const { movementId } = set.segments.at(-1)!;
    standAt(set, view, mirror);
    if (text !== undefined) noteTyped(draft, event, { kind: 'fault', id: faultId, movementId, text });
    set.faults = draft.own(set.faults);
    const at = set.faults.findIndex((fault) => fault.faultId === faultId && fault.side === side);
    if (at >= 0) {
      const known = draft.ownAt(set.faults, at);
      known.times += 1;
      known.status = 'open';
      known.lastAt = event.at;
      return;
    }
    set.faults.push({
      faultId,
      faultTypeId,
      movementId,
      times: 1,
      status: 'open',
      lastAt: event.at,
      ...(side && { side }),
      ...(text !== undefined && { text }),
    });
  },
  'hurt-asked': (draft, event) => {
    const path = draft.pathOfSet(event.payload.setId);
    if (!path) return;
    const { faultId, answer } = event.payload;
    const set = draft.writeSet(path);
    set.hurt = [...set.hurt.filter((each) => each.faultId !== faultId), { faultId, answer }];
  },
  'felt-asked': (draft, event) => {
    const path = draft.pathOfSet(event.payload.setId);
    if (!path) return;
    const { movementId, place, right } = event.payload;
    const set = draft.writeSet(path);
    set.felt = [...set.felt, { movementId, place, right }];
  },
  'cue-typed': (draft, event) => {
    const { movementId, cueId, text } = event.payload;
    noteTyped(draft, event, { kind: 'cue', id: cueId, movementId, text });
  },
  'cue-given': (draft, event) => {
    const path = draft.pathOfSet(event.payload.setId);
    if (!path) return;
    const set = draft.writeSet(path);
    set.trials = draft.own(set.trials);
    const { setId, faultId, faultTypeId, cueId, text } = event.payload;
    const { movementId } = set.segments.at(-1)!;
    if (text !== undefined) noteTyped(draft, event, { kind: 'cue', id: cueId, movementId, text, faultId });
    // Written out rather than spread: these are many, and objects of one shape are read faster.
    set.trials.push({
      cueGivenId: event.id,
      setId,
      faultId,
      faultTypeId,
      cueId,
      movementId,
      givenAt: event.at,
      counts: true,
      ...(text !== undefined && { text }),
    });
  },
  'cue-outcome': (draft, event) => {
    const { cueGivenId, outcome } = event.payload;
    const path = draft.findSet((set) => set.trials.some((each) => each.cueGivenId === cueGivenId));
    if (!path) return;
    const at = draft.setAt(path).trials.findIndex((each) => each.cueGivenId === cueGivenId);
    // Noted in the rest is noted; once the next set has begun nobody can say any more what the cue did.
    if (draft.setAt(path).trials[at]!.outcome || path.set < draft.state.lanes[path.lane]!.sets.length - 1) return;
    const set = draft.writeSet(path);
    set.trials = draft.own(set.trials);
    const trial = draft.ownAt(set.trials, at);
    trial.outcome = outcome;
    if (outcome !== 'fixed') return;
    set.faults = changeSome(
      draft,
      set.faults,
      (fault) => fault.faultId === trial.faultId && fault.status === 'open',
      (fault) => (fault.status = 'fixed'),
    );
  },
  'proposal-shown': (draft, event) => {
    const { proposalId } = event.payload;
    if (draft.state.proposals.some((proposal) => proposal.proposalId === proposalId)) return;
    draft.ownList('proposals').push({ ...event.payload, clientId: whoseOf(draft, event), decided: null });
  },
  'proposal-decided': (draft, event) => {
    const { proposalId, taken, instead } = event.payload;
    const at = draft.state.proposals.findLastIndex((each) => each.proposalId === proposalId);
    if (at < 0 || draft.state.proposals[at]!.decided) return;
    draft.ownAt(draft.ownList('proposals'), at).decided = { taken, ...(instead && { instead }) };
  },
  'set-ended': (draft, event) => {
    const path = draft.pathOfSet(event.payload.setId);
    if (!path) return;
    const set = draft.writeSet(path);
    // Ended twice: the first says when, the second only amends what was done.
    if (set.endedAt === null) {
      set.endedAt = event.at;
      set.endReason = event.payload.reason;
      closeSegment(draft, set, event.at);
      const lane = draft.writeLane(path.lane);
      if (lane.openSetId === set.setId) lane.openSetId = null;
    }
    for (const { segmentId, amount } of event.payload.amounts ?? []) {
      const at = set.segments.findIndex((each) => each.segmentId === segmentId);
      if (at < 0) continue;
      set.segments = draft.own(set.segments);
      draft.ownAt(set.segments, at).stated = amount;
    }
  },
  'effort-rated': (draft, event) => {
    const path = draft.pathOfSet(event.payload.setId);
    if (!path) return;
    const set = draft.writeSet(path);
    set.effort = event.payload.effort;
    const { reserve } = event.payload;
    if (reserve !== undefined) set.reserve = reserve;
    // Said again without a number: only then, since deleting makes an object slow.
    else if (set.reserve !== undefined) delete set.reserve;
  },
  'load-changed': (draft, event) => {
    const path = draft.pathOfItem(event.payload.itemId);
    if (!path) return;
    const item = draft.writeItem(path);
    item.load = event.payload.load;
    const open = draft.pathOfSet(draft.state.lanes[path.lane]!.openSetId ?? undefined);
    if (open && draft.setAt(open).itemId === item.itemId) spoilTrials(draft, draft.writeSet(open));
  },
  'next-set-planned': (draft, event) => {
    const path = draft.pathOfItem(event.payload.itemId);
    if (!path) return;
    const item = draft.writeItem(path);
    item.target = event.payload.target;
    item.nextChange = event.payload.change ?? null;
  },
  'movements-brought': (draft, event) => {
    const known = new Set(draft.state.brought);
    const fresh = event.payload.revisionIds.filter((id) => !known.has(id));
    if (fresh.length > 0) draft.ownList('brought').push(...fresh);
  },
  'movement-swapped': (draft, event) => {
    const { payload } = event;
    const path = draft.pathOfItem(payload.itemId);
    if (!path) return;
    const item = draft.writeItem(path);
    item.swaps = [
      ...item.swaps,
      {
        at: event.at,
        fromMovementId: payload.fromMovementId,
        toMovementId: payload.toMovementId,
        levers: payload.levers,
        ...(payload.faultId && { faultId: payload.faultId }),
        ...(payload.setId && { setId: payload.setId }),
      },
    ];
    item.movementId = payload.toMovementId;
    item.revisionId = payload.toRevisionId;
    item.dose = payload.dose;
    item.target = payload.target;
    item.load = payload.load;
    const set = draft.pathOfSet(payload.setId);
    if (set) spoilTrials(draft, draft.writeSet(set));
  },
  'pain-reported': (draft, event) => {
    const { payload } = event;
    draft.ownList('pains').push({ ...payload, eventId: event.id, at: event.at, clientId: whoseOf(draft, event) });
    const path = draft.pathOfSet(payload.setId);
    if (path) draft.writeSet(path).pain = true;
    // Before the first rep there is no set, and the movement is left out all the same.
    const lane = draft.state.lanes[path?.lane ?? draft.laneAt(event.laneId)];
    const itemId = path ? draft.setAt(path).itemId : lane?.currentItemId;
    const item = itemId ? draft.pathOfItem(itemId) : null;
    if (item) draft.writeItem(item).pain = true;
  },
  note: (draft, event) => {
    draft.ownList('notes').push({ at: event.at, clientId: clientIn(draft, event), text: event.payload.text });
  },
  'decision-made': (draft, event) => {
    if (!event.clientId) return;
    const decision = { ...event.payload, eventId: event.id, clientId: event.clientId, at: event.at };
    const decisions = draft.ownList('decisions');
    const at = decisions.findIndex((each) => each.clientId === decision.clientId && each.movementId === decision.movementId);
    if (at >= 0) decisions[at] = decision;
    else decisions.push(decision);
  },
  'set-up-noted': (draft, event) => {
    if (!event.clientId) return;
    const { movementId, setUp } = event.payload;
    const noted = { clientId: event.clientId, movementId, setUp, at: event.at };
    const others = draft.state.setUps.filter((each) => each.clientId !== noted.clientId || each.movementId !== movementId);
    draft.state.setUps = [...others, noted];
  },
  'clock-set': ({ state }, event) => {
    const { move, blockId, seconds, holdSeconds = 0 } = event.payload;
    const isRunning =
      move === 'shown' || move === 'started' || move === 'resumed' || (move === 'moved' && state.clock?.isRunning === true);
    const shows = move === 'shown' || (move !== 'started' && state.clock?.shows === true);
    state.clock = move === 'ended' ? null : { blockId, at: event.at, seconds, isRunning, holdSeconds, shows };
  },
  retracted: ignore,
  amended: ignore,
};
