import { applyEvent } from './applyEvent.ts';
import {
  NO_CORRECTIONS,
  changedBy,
  effective,
  isCorrection,
  standingCorrections,
  type Correction,
  type StandingCorrections,
} from './corrections.ts';
import type { SessionEvent } from './event.ts';
import { compareEvents, inOrder, placeIn } from './eventOrder.ts';
import { StateDraft } from './stateDraft.ts';
import type { SessionState } from './state.ts';

/** What the events of a session come to after some more were added. */
export interface Folded {
  readonly state: SessionState;
  /** The place in the ordered log from which events were applied, anew or for the first time; its length when nothing changed. */
  readonly replayedFrom: number;
}

/** So many of the latest events can be reached back to without folding everything anew. */
const WITHIN_REACH = 250;

/** A state is kept every so many events: taking a tap back replays at most this many more. */
const STATE_EVERY = 16;

/** More states than this are thinned out, the older ones first. */
const STATES_MOST = 64;

/** The state after so many events of the log. */
interface KeptState {
  readonly length: number;
  readonly state: SessionState;
}

/**
 * A session's events and what they come to, one batch after the other. A new event costs the same however many there are: states
 * share what didn't change between them, so that keeping some of the earlier ones is cheap, and an event that comes late, is taken
 * back or amended is one operation: from the state before the earliest place that it affects, everything after is applied again.
 *
 * The answer is always that of `foldSession` over all the events. States that were handed out are never changed; whatever an event
 * doesn't touch (lanes, sets, items) keeps its identity.
 */
export class SessionFold {
  private readonly byId = new Map<string, SessionEvent>();
  /** In the order of `compareEvents`, without corrections. */
  private log: SessionEvent[] = [];
  /** In that order too, also those whose target hasn't come yet. */
  private corrections: Correction[] = [];
  private standing: StandingCorrections = NO_CORRECTIONS;
  /** By length, growing; the last is of the whole log. */
  private states: KeptState[] = [];
  private latest = 0;

  constructor(events: Iterable<SessionEvent> = []) {
    if (this.takeIn(events) === null) this.replay(0);
  }

  get state(): SessionState {
    return this.states.at(-1)!.state;
  }

  /** How many events there are, corrections included. */
  get size(): number {
    return this.byId.size;
  }

  event(id: string): SessionEvent | undefined {
    return this.byId.get(id);
  }

  /** Every event, in no order that means anything. */
  events(): Iterable<SessionEvent> {
    return this.byId.values();
  }

  /** The events that count, latest first, as they were said (not as they were amended). */
  *backwards(): Generator<SessionEvent> {
    for (let at = this.log.length - 1; at >= 0; at -= 1) {
      const event = this.log[at]!;
      if (!this.standing.retracted.has(event.id)) yield event;
    }
  }

  /** Takes events in, in any order and however late; what is known already changes nothing. */
  add(events: Iterable<SessionEvent>): Folded {
    const replayedFrom = this.takeIn(events) ?? this.log.length;
    return { state: this.state, replayedFrom };
  }

  /** The place from which events were applied; `null` when nothing was new. */
  private takeIn(events: Iterable<SessionEvent>): number | null {
    const fresh: SessionEvent[] = [];
    for (const event of events) {
      if (this.byId.has(event.id)) continue;
      this.byId.set(event.id, event);
      this.latest = Math.max(this.latest, event.lamport);
      fresh.push(event);
    }
    if (fresh.length === 0) return null;
    const sorted = inOrder(fresh);
    const inserted = this.insert(sorted.filter((event) => !isCorrection(event)));
    const from = Math.min(inserted, this.correct(sorted.filter(isCorrection)));
    this.replay(from);
    return from;
  }

  /** Puts sorted events at their places. Answers the first place that is another's now. */
  private insert(events: readonly SessionEvent[]): number {
    const [first] = events;
    if (!first) return this.log.length;
    const from = placeIn(this.log, first);
    const after = this.log.splice(from);
    for (const event of merged(after, events)) this.log.push(event);
    return from;
  }

  /** Takes corrections in. Answers the first place of an event that is seen differently for them. */
  private correct(corrections: readonly Correction[]): number {
    if (corrections.length === 0) return this.log.length;
    this.corrections = merged(this.corrections, corrections);
    const before = this.standing;
    this.standing = standingCorrections(this.corrections);
    let from = this.log.length;
    for (const id of changedBy(before, this.standing)) {
      const target = this.byId.get(id);
      if (target && !isCorrection(target)) from = Math.min(from, placeIn(this.log, target));
    }
    return from;
  }

  /** Applies the log from a place on, on the last state that was kept before it. */
  private replay(from: number): void {
    while (this.states.length > 0 && this.states.at(-1)!.length > from) this.states.pop();
    const base = this.states.at(-1);
    // Nothing that reaches so far back was kept: all of it, in place, and states are kept again from near the end on.
    let length = base?.length ?? Math.max(0, this.log.length - WITHIN_REACH);
    let state = base?.state ?? this.foldTo(length);
    if (!base) this.states.push({ length, state });
    while (length < this.log.length || state.lamport !== this.latest) {
      const to = Math.min(length + STATE_EVERY, this.log.length);
      const draft = new StateDraft(state);
      for (; length < to; length += 1) this.apply(draft, length);
      // What is handed out knows the latest logical time, also where that is a correction's.
      draft.state.lamport = length === this.log.length ? this.latest : draft.state.lamport;
      ({ state } = draft);
      if (this.states.at(-1)?.length === length) this.states.pop();
      this.states.push({ length, state });
    }
    this.thinOut();
  }

  private foldTo(length: number): SessionState {
    const draft = new StateDraft(null);
    for (let at = 0; at < length; at += 1) this.apply(draft, at);
    if (length === this.log.length) draft.state.lamport = this.latest;
    return draft.state;
  }

  private apply(draft: StateDraft, at: number): void {
    const event = effective(this.log[at]!, this.standing);
    if (event) applyEvent(draft, event);
  }

  /** The further back, the fewer: every second one of the older half goes. */
  private thinOut(): void {
    if (this.states.length <= STATES_MOST) return;
    const half = this.states.length >> 1;
    this.states = this.states.filter((_state, at) => at >= half || at % 2 === 0);
  }
}

/** Two sorted lists as one. */
function merged<T extends SessionEvent>(one: readonly T[], other: readonly T[]): T[] {
  if (one.length === 0) return [...other];
  if (other.length === 0 || compareEvents(one.at(-1)!, other[0]!) < 0) return [...one, ...other];
  const all: T[] = [];
  let at = 0;
  for (const event of other) {
    while (at < one.length && compareEvents(one[at]!, event) < 0) all.push(one[at++]!);
    all.push(event);
  }
  for (; at < one.length; at += 1) all.push(one[at]!);
  return all;
}
