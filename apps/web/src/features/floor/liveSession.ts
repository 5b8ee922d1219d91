import {
  foldSession,
  indexBrief,
  laneSituation,
  openSession,
  type ActionContext,
  type BriefIndex,
  type EventDraft,
  type EventsPage,
  type SessionBrief,
  type SessionEvent,
  type SessionState,
} from '@waxwing/core';
import { v4 } from 'uuid';
import { api } from '../../shared/api.ts';
import type { DeviceStore } from '../../shared/device/deviceStore.ts';
import type { Outbox } from '../../shared/device/outbox.ts';

export interface LiveSnapshot {
  readonly index: BriefIndex;
  readonly state: SessionState;
  /** What the last tap was, as long as it can be taken back. */
  readonly undo: string | null;
}

interface Done {
  readonly label: string;
  readonly eventIds: readonly string[];
}

export type Action = (context: ActionContext) => readonly EventDraft[];

/**
 * A session that is going on: the events kept on this device, folded. Every tap is kept first and shown then; the outbox
 * brings it to the server when it can.
 */
export class LiveSession {
  private snapshot: LiveSnapshot;
  private readonly events = new Map<string, SessionEvent>();
  private readonly listeners = new Set<() => void>();
  private readonly done: Done[] = [];
  /** Taps one after the other: each decides on what the one before has left. */
  private queue: Promise<unknown> = Promise.resolve();
  private readonly stopListening: () => void;

  private constructor(
    private readonly store: DeviceStore,
    private readonly outbox: Outbox,
    brief: SessionBrief,
    events: readonly SessionEvent[],
  ) {
    for (const event of events) this.events.set(event.id, event);
    this.snapshot = { index: indexBrief(brief), state: foldSession(this.events.values()), undo: null };
    this.stopListening = store.onOtherTab((sessionId) => {
      if (sessionId === brief.sessionId) void this.enqueue(() => this.readAgain());
    });
  }

  /** From this device where it can, from the server where it must. */
  static async open(store: DeviceStore, outbox: Outbox, sessionId: string): Promise<LiveSession> {
    let brief = await store.brief(sessionId);
    if (!brief) {
      brief = await api.get<SessionBrief>(`sessions/${sessionId}/brief`);
      await takeInFromServer(store, sessionId);
      await store.saveBrief(brief);
    }
    const live = new LiveSession(store, outbox, brief, await store.events(sessionId));
    if (live.snapshot.state.status === 'not-started') await live.append('', () => openSession(brief));
    void live.catchUp();
    return live;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getSnapshot = (): LiveSnapshot => this.snapshot;

  /** One tap of a lane: what it means is decided on the state as it is when its turn comes. */
  act(laneId: string, label: string, ...actions: readonly Action[]): Promise<void> {
    return this.enqueue(async () => {
      const eventIds: string[] = [];
      for (const action of actions) {
        const { index, state } = this.snapshot;
        const situation = laneSituation(index, state, laneId);
        if (!situation) return;
        const drafts = action({ index, state, situation, newId: () => v4() });
        eventIds.push(...(await this.keep(drafts)));
      }
      this.remember(label, eventIds);
    });
  }

  /** Events that don't come from a lane's situation. */
  append(label: string, drafts: () => readonly EventDraft[]): Promise<void> {
    return this.enqueue(async () => this.remember(label, await this.keep(drafts())));
  }

  /** Another payload for something that was kept. */
  amend(eventId: string, draft: EventDraft): Promise<void> {
    return this.append('', () => [this.correctionOf(eventId, draft)]);
  }

  /** Takes the last tap back. Nothing is deleted: it is retracted. */
  undo(): Promise<void> {
    return this.enqueue(async () => {
      const last = this.done.pop();
      if (!last) return;
      await this.keep(last.eventIds.map((eventId) => this.correctionOf(eventId, { type: 'retracted', payload: { eventId } })));
    });
  }

  /** What takes back or amends an event is about whom that was about, so that forgetting them forgets it too. */
  private correctionOf(eventId: string, draft: EventDraft): EventDraft {
    const corrected = this.events.get(eventId);
    return {
      ...draft,
      ...(corrected?.laneId && { laneId: corrected.laneId }),
      ...(corrected?.clientId && { clientId: corrected.clientId }),
    };
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

  private remember(label: string, eventIds: readonly string[]): void {
    if (label && eventIds.length > 0) this.done.push({ label, eventIds });
    this.publish();
  }

  private async keep(drafts: readonly EventDraft[]): Promise<string[]> {
    if (drafts.length === 0) return [];
    const { index, state } = this.snapshot;
    const events = await this.store.append(index.brief.sessionId, drafts, state.lamport, new Date());
    for (const event of events) this.events.set(event.id, event);
    this.publish();
    void this.outbox.flush();
    return events.map((event) => event.id);
  }

  private async readAgain(): Promise<void> {
    for (const event of await this.store.events(this.snapshot.index.brief.sessionId)) this.events.set(event.id, event);
    this.publish();
  }

  /** What another device did to this session; without a network it is asked for another time. */
  private async catchUp(): Promise<void> {
    const { sessionId } = this.snapshot.index.brief;
    try {
      await takeInFromServer(this.store, sessionId);
      await this.enqueue(() => this.readAgain());
    } catch {
      // What this device keeps is enough to go on with; what it sends is refused, and said, by the outbox.
    }
  }

  private publish(): void {
    this.snapshot = {
      ...this.snapshot,
      state: foldSession(this.events.values()),
      undo: this.done.at(-1)?.label ?? null,
    };
    for (const listener of this.listeners) listener();
  }
}

async function takeInFromServer(store: DeviceStore, sessionId: string): Promise<void> {
  let cursor = 0;
  for (;;) {
    const page = await api.get<EventsPage>(`sessions/${sessionId}/events?after=${cursor}`);
    if (page.events.length === 0) return;
    await store.takeIn(sessionId, page.events);
    cursor = page.cursor;
  }
}
