import type { ItemState, LaneState, SessionState, SetState } from './state.ts';

export type Mutable<T> = T extends readonly (infer E)[]
  ? Mutable<E>[]
  : T extends object
    ? { -readonly [K in keyof T]: Mutable<T[K]> }
    : T;

/** Where a set stands: which lane, which of its sets. */
interface SetPath {
  readonly lane: number;
  readonly set: number;
}

/** Before anything has happened; with lists of its own, since they are written into. */
function nothingYet(): Mutable<SessionState> {
  return {
    sessionId: null,
    status: 'not-started',
    localDate: null,
    zone: null,
    startedAt: null,
    endedAt: null,
    lanes: [],
    pains: [],
    decisions: [],
    setUps: [],
    proposals: [],
    typed: [],
    brought: [],
    notes: [],
    clock: null,
    lamport: 0,
  };
}

/**
 * A state that is being changed. Built on an earlier one it copies whatever it writes into, once, and shares the rest: states that
 * were handed out stay as they were, and what didn't change keeps its identity. Built on nothing it owns everything and copies nothing.
 *
 * Whoever writes takes what they write into from here (`writeLane`, `writeSet`, `writeItem`, `own`), from the outside in.
 */
export class StateDraft {
  readonly state: Mutable<SessionState>;
  /** What was copied or made for this draft; `null` when all of it was. */
  private readonly owned: Set<object> | null;
  /** What happens mostly happens in the set that something just happened in: saves a search an event. */
  private latest: SetPath | null = null;

  constructor(base: SessionState | null) {
    this.owned = base ? new Set() : null;
    this.state = base ? ({ ...base } as Mutable<SessionState>) : nothingYet();
  }

  /** The value, or a copy of it that may be written into; put it where the value stood. */
  own<T extends object>(value: T): T {
    if (!this.owned || this.owned.has(value)) return value;
    const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...value }) as T;
    this.owned.add(copy);
    return copy;
  }

  /** One of a list that is owned already, to write into. */
  ownAt<T extends object>(list: T[], at: number): T {
    return (list[at] = this.own(list[at]!));
  }

  /** One of the state's own lists, to write into. */
  ownList<K extends 'lanes' | 'pains' | 'decisions' | 'setUps' | 'proposals' | 'typed' | 'brought' | 'notes'>(
    key: K,
  ): Mutable<SessionState>[K] {
    const { state } = this;
    return (state[key] = this.own(state[key]));
  }

  laneAt(laneId: string | undefined): number {
    return laneId === undefined ? -1 : this.state.lanes.findIndex((lane) => lane.laneId === laneId);
  }

  writeLane(at: number): Mutable<LaneState> {
    return this.ownAt(this.ownList('lanes'), at);
  }

  /** The lane that has an item on its list, and which of its items that is. */
  pathOfItem(itemId: string): { readonly lane: number; readonly item: number } | null {
    const { lanes } = this.state;
    for (let lane = 0; lane < lanes.length; lane += 1) {
      const item = lanes[lane]!.items.findIndex((each) => each.itemId === itemId);
      if (item >= 0) return { lane, item };
    }
    return null;
  }

  writeItem({ lane, item }: { readonly lane: number; readonly item: number }): Mutable<ItemState> {
    const owner = this.writeLane(lane);
    owner.items = this.own(owner.items);
    return this.ownAt(owner.items, item);
  }

  pathOfSet(setId: string | undefined): SetPath | null {
    if (setId === undefined) return null;
    const { latest } = this;
    // Most events go this way: no search, and no function to search with.
    if (latest && this.state.lanes[latest.lane]?.sets[latest.set]?.setId === setId) return latest;
    return this.findSet((set) => set.setId === setId);
  }

  /** The last sets of the lanes are looked at first, as it is mostly one of them. */
  findSet(isIt: (set: Mutable<SetState>) => boolean): SetPath | null {
    const { lanes } = this.state;
    if (this.latest) {
      const set = lanes[this.latest.lane]?.sets[this.latest.set];
      if (set && isIt(set)) return this.latest;
    }
    for (let lane = 0; lane < lanes.length; lane += 1) {
      const { sets } = lanes[lane]!;
      if (sets.length > 0 && isIt(sets[sets.length - 1]!)) return (this.latest = { lane, set: sets.length - 1 });
    }
    for (let lane = 0; lane < lanes.length; lane += 1) {
      const set = lanes[lane]!.sets.findLastIndex(isIt);
      if (set >= 0) return (this.latest = { lane, set });
    }
    return null;
  }

  setAt({ lane, set }: SetPath): Mutable<SetState> {
    return this.state.lanes[lane]!.sets[set]!;
  }

  writeSet({ lane, set }: SetPath): Mutable<SetState> {
    const owner = this.writeLane(lane);
    owner.sets = this.own(owner.sets);
    return this.ownAt(owner.sets, set);
  }
}
