import {
  SessionFold,
  asNobody,
  clientBriefOf,
  guestWas,
  indexBrief,
  joinFloor,
  lastTap,
  openSession,
  pickedOf,
  rememberSituations,
  revisionsToBring,
  type ActionContext,
  type BriefIndex,
  type ClientBrief,
  type EventDraft,
  type LaneSituation,
  type LaneState,
  type LastTap,
  type PickedLane,
  type SessionBrief,
  type SessionEvent,
  type SessionState,
} from '@waxwing/core/session';
import type { MovementRevision } from '@waxwing/core/movement';
import type { ClientSummary, EventsPage, SessionChanged, StancesAnswer } from '@waxwing/core/api';
import { v4 } from 'uuid';
import { serverNow } from '../server.ts';
import { api, keptAnswers, Unreachable } from '../api.ts';
import type { DeviceStore } from '../device/deviceStore.ts';
import type { Outbox } from '../device/outbox.ts';
import { pictureFrom } from '../device/pictures.ts';
import { pastKnownHere } from './pastKnownHere.ts';

export interface LiveSnapshot {
  readonly index: BriefIndex;
  readonly state: SessionState;
}

export type Action = (context: ActionContext) => readonly EventDraft[];

/**
 * A session that is going on: the events kept on this device, and what they come to. Every tap is kept first and shown then; the outbox
 * brings it to the server when it can.
 */
export class FloorSession {
  private snapshot: LiveSnapshot;
  private readonly fold: SessionFold;
  /** What was brought when the server was last asked for it: it isn't asked twice for the same. */
  private askedFor: readonly string[] | null = null;
  /** Whose the lanes were when the server was last asked who that is. */
  private askedForPeople = '';
  private readonly listeners = new Set<() => void>();
  /** Taps one after the other: each decides on what the one before has left. */
  private queue: Promise<unknown> = Promise.resolve();
  private catching: Promise<void> | null = null;
  private catchesAgain = false;
  private readonly stopListening: () => void;
  private situationOf: ReturnType<typeof rememberSituations>;
  /** Of each lane, with the state that it was found in. */
  private readonly lastTaps = new Map<string, { readonly lane: LaneState | undefined; readonly tap: LastTap | null }>();

  private constructor(
    private readonly store: DeviceStore,
    private readonly outbox: Outbox,
    brief: SessionBrief,
    events: readonly SessionEvent[],
  ) {
    this.fold = new SessionFold(events);
    this.snapshot = { index: indexBrief(brief), state: this.fold.state };
    this.situationOf = rememberSituations(this.snapshot.index);
    this.stopListening = store.onOtherTab((sessionId) => {
      if (sessionId === brief.sessionId) void this.enqueue(() => this.readAgain());
    });
  }

  /** From this device where it can, from the server where it must. */
  static async open(store: DeviceStore, outbox: Outbox, sessionId: string): Promise<FloorSession> {
    let brief = await store.brief(sessionId);
    if (!brief) {
      brief = await api.get<SessionBrief>(`sessions/${sessionId}/brief`);
      await takeInFromServer(store, sessionId);
      await store.saveBrief(brief);
    }
    const live = new FloorSession(store, outbox, brief, await store.events(sessionId));
    if (live.snapshot.state.status === 'not-started') await live.append(() => openSession(brief));
    // Brought, but not kept here: the device was cut off in between.
    await live.show(live.snapshot.state, true);
    void live
      .catchUp()
      .then(() => store.putTogether(sessionId))
      .then(() => live.fetchPictures())
      .catch(() => undefined);
    return live;
  }

  /** Of the set-ups of today, while there is a network. */
  private async fetchPictures(): Promise<void> {
    for (const { clientId, setUps = {}, items } of this.snapshot.index.brief.clients) {
      for (const { movementId } of items) {
        const picture = setUps[movementId]?.picture;
        if (picture) await pictureFrom(this.store, clientId, picture);
      }
    }
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getSnapshot = (): LiveSnapshot => this.snapshot;

  /** What a lane needs on screen now; the same object as long as nothing that it rests on has changed. */
  situation(laneId: string): LaneSituation | null {
    return this.situationOf(this.snapshot.state, laneId);
  }

  /** What a lane's Undo would take back. */
  lastTap(laneId: string): LastTap | null {
    const { index, state } = this.snapshot;
    const lane = state.lanes.find((each) => each.laneId === laneId);
    const known = this.lastTaps.get(laneId);
    // Whatever a tap did, it did to its lane.
    if (known && known.lane === lane) return known.tap;
    const tap = lastTap(this.fold, index, laneId);
    this.lastTaps.set(laneId, { lane, tap });
    return tap;
  }

  /** One tap of a lane: what it means is decided on the state as it is when its turn comes. */
  act(laneId: string, ...actions: readonly Action[]): Promise<void> {
    return this.enqueue(async () => {
      const tap = v4();
      for (const action of actions) {
        const { index, state } = this.snapshot;
        const situation = this.situation(laneId);
        if (!situation) return;
        await this.keep(action({ index, state, situation, newId: () => v4() }), tap);
      }
    });
  }

  /** What the clock did of a lane: decided as a tap is, but nobody's to take back with Undo. */
  note(laneId: string, action: Action): Promise<void> {
    return this.enqueue(async () => {
      const { index, state } = this.snapshot;
      const situation = this.situation(laneId);
      if (situation) await this.keep(action({ index, state, situation, newId: () => v4() }));
    });
  }

  /** Events that don't come from a lane's situation, and that nobody takes back with Undo. */
  append(drafts: (state: SessionState) => readonly EventDraft[]): Promise<void> {
    return this.enqueue(() => this.keep(drafts(this.snapshot.state)));
  }

  /**
   * Takes a movement of the library, and what may be needed round it, into a session that began without: for this device, and by an
   * event for whichever else goes on with it.
   */
  bring(movementId: string, library: readonly MovementRevision[]): Promise<void> {
    return this.enqueue(async () => {
      const revisions = revisionsToBring(this.snapshot.index.brief, movementId, library);
      if (revisions.length === 0) return;
      const payload = { revisionIds: revisions.map(({ revisionId }) => revisionId) };
      await this.keep([{ type: 'movements-brought', payload }], undefined, revisions);
    });
  }

  /**
   * Somebody comes later: the server gives the running session what is needed of them. Where it can't be reached they join with what
   * this device knows, and it is told with the next events. Without a client they join as a guest.
   */
  async join(lane: PickedLane, client?: ClientSummary): Promise<void> {
    const whose = client ?? asNobody(lane);
    const holdThem = await this.fetchOrMake(lane, whose);
    await this.enqueue(async () => {
      await holdThem();
      const joined = this.snapshot.index.client(whose.clientId);
      if (joined) await this.keep(joinFloor(joined));
    });
  }

  /** Says who a guest is: what they did, before and from now on, is that client's. */
  async sayWho(laneId: string, client: ClientSummary): Promise<void> {
    const { brief } = this.snapshot.index;
    const { clientId } = client;
    const guest = brief.clients.find((each) => each.guest && each.laneId === laneId);
    const joined = [...this.fold.events()].find((event) => event.type === 'lane-joined' && event.laneId === laneId);
    if (!guest || joined?.type !== 'lane-joined') return;
    const holdThem = await this.fetchOrMake({ laneId, clientId, movements: pickedOf(guest.items) }, client);
    await this.enqueue(async () => {
      await holdThem();
      await this.keep(guestWas(joined, clientId));
    });
  }

  /** What is needed of somebody, from the server or else from this device. Answers what holds it, for when its turn has come. */
  private async fetchOrMake(lane: PickedLane, whose: ClientSummary): Promise<() => Promise<void>> {
    const { sessionId } = this.snapshot.index.brief;
    const answer = keptAnswers.since() === null ? await this.askToJoin(sessionId, lane) : null;
    if (answer) return () => this.hold(answer);
    const made = await this.madeHere(whose, lane);
    return () => this.holdMade(made, lane);
  }

  /** `null` when the server can't be reached. */
  private async askToJoin(sessionId: string, lane: PickedLane): Promise<SessionBrief | null> {
    try {
      return await api.post<SessionBrief>(`sessions/${sessionId}/lanes`, lane);
    } catch (error) {
      if (error instanceof Unreachable) return null;
      throw error;
    }
  }

  private async madeHere(client: ClientSummary, lane: PickedLane): Promise<ClientBrief> {
    const { brief } = this.snapshot.index;
    const [past, positions] = await Promise.all([
      pastKnownHere(this.store, client.clientId, brief.localDate),
      api.get<StancesAnswer>('stances').catch(() => null),
    ]);
    const revisionOf = (movementId: string) => this.snapshot.index.revision(movementId);
    const surroundings = {
      positions: { ...positions?.studio, ...positions?.mine },
      inventory: brief.inventory ?? null,
      localDate: brief.localDate,
    };
    return { ...clientBriefOf(client, lane, past, { ...surroundings, revisionOf, newId: v4 }), madeHere: true };
  }

  private async holdMade(made: ClientBrief, lane: PickedLane): Promise<void> {
    const { brief } = this.snapshot.index;
    const whole = { ...brief, clients: withLanes(brief.clients, [made]) };
    await this.store.keepJoined(whole, lane);
    this.snapshot = { ...this.snapshot, index: this.indexOf(whole) };
  }

  /** The brief as the server has it now, with the revisions and the people that only this device holds. */
  private async hold(brief: SessionBrief): Promise<void> {
    const held = new Map(this.snapshot.index.brief.revisions.map((revision) => [revision.revisionId, revision]));
    const fresh = brief.revisions.filter(({ revisionId }) => !held.has(revisionId));
    const told = new Set(brief.clients.flatMap(({ laneId, guest }) => (guest ? [] : [laneId])));
    // Whom the server knows as a guest may be somebody here already.
    const here = this.snapshot.index.brief.clients.filter(({ laneId, madeHere }) => madeHere && !told.has(laneId));
    const whole = { ...brief, clients: withLanes(brief.clients, here), revisions: [...held.values(), ...fresh] };
    await this.store.saveBrief(whole);
    this.snapshot = { ...this.snapshot, index: this.indexOf(whole) };
  }

  /** Another payload for something that was kept. */
  amend(eventId: string, draft: EventDraft): Promise<void> {
    return this.append(() => [this.correctionOf(eventId, draft)]);
  }

  /** Takes the last tap of a lane back. Nothing is deleted: it is retracted. */
  undo(laneId: string): Promise<void> {
    return this.append(() =>
      (this.lastTap(laneId)?.eventIds ?? []).map((eventId) =>
        this.correctionOf(eventId, { type: 'retracted', payload: { eventId } }),
      ),
    );
  }

  /** What takes back or amends an event is about whom that was about, so that forgetting them forgets it too. */
  private correctionOf(eventId: string, draft: EventDraft): EventDraft {
    const corrected = this.fold.event(eventId);
    return {
      ...draft,
      ...(corrected?.laneId && { laneId: corrected.laneId }),
      ...(corrected?.clientId && { clientId: corrected.clientId }),
    };
  }

  /** Another device has changed something, or may have: asked once more when that is said while one asks. */
  async hear({ sessionId, by }: SessionChanged): Promise<void> {
    if (sessionId !== null && sessionId !== this.snapshot.index.brief.sessionId) return;
    if (by !== null && by === (await this.store.replicaId())) return;
    if (this.catching) this.catchesAgain = true;
    else this.catching = this.catchUpTillQuiet();
  }

  private async catchUpTillQuiet(): Promise<void> {
    do {
      this.catchesAgain = false;
      await this.catchUp();
    } while (this.catchesAgain);
    this.catching = null;
  }

  close(): void {
    this.stopListening();
    this.listeners.clear();
  }

  private enqueue(work: () => Promise<void>): Promise<void> {
    const next = this.queue.then(work);
    this.queue = next.catch(() => undefined);
    return next;
  }

  private async keep(drafts: readonly EventDraft[], tap?: string, revisions?: readonly MovementRevision[]): Promise<void> {
    if (drafts.length === 0) return;
    const { index, state } = this.snapshot;
    await this.takeIn(await this.store.append(index.brief.sessionId, drafts, state.lamport, serverNow(), tap, revisions));
    this.outbox.flushSoon();
  }

  private async readAgain(): Promise<void> {
    await this.takeIn(await this.store.events(this.snapshot.index.brief.sessionId));
  }

  /** What another device did to this session; without a network it is asked for another time. */
  private async catchUp(): Promise<void> {
    const { sessionId } = this.snapshot.index.brief;
    try {
      const fresh = await takeInFromServer(this.store, sessionId);
      await this.enqueue(() => this.takeIn(fresh));
      const { brief } = this.snapshot.index;
      const isMadeHere = brief.clients.some(({ madeHere }) => madeHere);
      if (isMadeHere && (await this.store.toSend(sessionId, 1)).joining.length === 0) await this.askForPeople();
    } catch {
      // What this device keeps is enough to go on with; what it sends is refused, and said, by the outbox.
    }
  }

  private async takeIn(events: readonly SessionEvent[]): Promise<void> {
    const { state } = this.fold.add(events);
    if (state !== this.snapshot.state) await this.show(state);
  }

  /** At once, but for what was brought since (or at all: `looksAgain`), which the store is asked for first. */
  private async show(state: SessionState, looksAgain = false): Promise<void> {
    let { index } = this.snapshot;
    if (lacksPeople(index, state) && this.askedForPeople !== peopleOf(state)) void this.askForPeople(peopleOf(state));
    if ((looksAgain || state.brought !== this.snapshot.state.brought) && lacksBrought(index, state)) {
      index = this.indexOf((await this.store.brief(index.brief.sessionId)) ?? index.brief);
      // Nobody's tap waits for the server.
      if (lacksBrought(index, state) && state.brought !== this.askedFor) void this.askForBrought(state.brought);
    }
    this.snapshot = { index, state };
    for (const listener of this.listeners) listener();
  }

  /** Whom another device let join. Without an answer the hour goes on with the others. */
  private async askForPeople(people = peopleOf(this.fold.state)): Promise<void> {
    this.askedForPeople = people;
    try {
      const brief = await api.get<SessionBrief>(`sessions/${this.snapshot.index.brief.sessionId}/brief`);
      await this.enqueue(async () => {
        await this.hold(brief);
        await this.show(this.fold.state, true);
      });
    } catch {
      this.askedForPeople = '';
    }
  }

  /** What another device brought, or this one was cut off from keeping. Without an answer the hour goes on without it. */
  private async askForBrought(brought: readonly string[]): Promise<void> {
    this.askedFor = brought;
    const { sessionId } = this.snapshot.index.brief;
    try {
      const { revisions } = await api.get<SessionBrief>(`sessions/${sessionId}/brief`);
      await this.store.holdRevisions(sessionId, revisions);
      await this.enqueue(() => this.show(this.fold.state, true));
    } catch {
      this.askedFor = null;
    }
  }

  /** With everything that was found by the brief before found anew. */
  private indexOf(brief: SessionBrief): BriefIndex {
    const index = indexBrief(brief);
    this.situationOf = rememberSituations(index);
    this.lastTaps.clear();
    return index;
  }
}

/** With these lanes; each stands where its lane stood. A guest turns into somebody without another list. */
function withLanes(clients: readonly ClientBrief[], lanes: readonly ClientBrief[]): ClientBrief[] {
  const fresh = new Map(lanes.map((lane) => [lane.laneId, lane]));
  const known = new Set(clients.map(({ laneId }) => laneId));
  return [
    ...clients.map((client) => {
      const lane = fresh.get(client.laneId);
      return lane ? { ...lane, items: client.items } : client;
    }),
    ...lanes.filter(({ laneId }) => !known.has(laneId)),
  ];
}

const peopleOf = ({ lanes }: SessionState) => lanes.map(({ clientId }) => clientId).join(' ');

function lacksPeople(index: BriefIndex, { lanes }: SessionState): boolean {
  return lanes.some(({ clientId }) => index.client(clientId) === undefined);
}

function lacksBrought({ brief }: BriefIndex, { brought }: SessionState): boolean {
  if (brought.length === 0) return false;
  const held = new Set(brief.revisions.map(({ revisionId }) => revisionId));
  return brought.some((revisionId) => !held.has(revisionId));
}

/** Answers what was new here. */
async function takeInFromServer(store: DeviceStore, sessionId: string): Promise<SessionEvent[]> {
  const fresh: SessionEvent[] = [];
  for (let cursor = await store.takenIn(sessionId); ;) {
    const page = await api.get<EventsPage>(`sessions/${sessionId}/events?after=${cursor}`);
    if (page.events.length === 0) return fresh;
    fresh.push(...(await store.takeIn(sessionId, page.events, page.cursor)));
    ({ cursor } = page);
  }
}
