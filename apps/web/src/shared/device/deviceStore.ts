import { stampEvent, type EventDraft, type SessionBrief, type SessionEvent } from '@waxwing/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { v4, v7 } from 'uuid';

/** An event as it is kept here. `unsent` is 1 until the server has it; IndexedDB can't index a boolean. */
interface KeptEvent {
  readonly event: SessionEvent;
  readonly id: string;
  readonly sessionId: string;
  readonly unsent: 0 | 1;
  readonly refused?: string;
}

interface Replica {
  readonly key: 'replica';
  readonly replicaId: string;
  readonly nextSeq: number;
  readonly lamport: number;
}

interface Schema extends DBSchema {
  briefs: { key: string; value: SessionBrief };
  events: { key: string; value: KeptEvent; indexes: { sessionId: string; unsent: number } };
  meta: { key: string; value: Replica };
}

/** What one sign-in keeps on this device: briefs, events, and its place among the replicas. */
export class DeviceStore {
  private readonly channel: BroadcastChannel;

  constructor(
    private readonly db: IDBPDatabase<Schema>,
    readonly trainerId: string,
  ) {
    this.channel = new BroadcastChannel(`waxwing-${trainerId}`);
  }

  /** Told when another tab has kept something for a session. Answers how to stop. */
  onOtherTab(listener: (sessionId: string) => void): () => void {
    const hear = (message: MessageEvent<string>) => listener(message.data);
    this.channel.addEventListener('message', hear);
    return () => this.channel.removeEventListener('message', hear);
  }

  async brief(sessionId: string): Promise<SessionBrief | undefined> {
    return this.db.get('briefs', sessionId);
  }

  async saveBrief(brief: SessionBrief): Promise<void> {
    await this.db.put('briefs', brief);
  }

  async events(sessionId: string): Promise<SessionEvent[]> {
    return (await this.db.getAllFromIndex('events', 'sessionId', sessionId)).map((kept) => kept.event);
  }

  /**
   * Gives drafts their place and keeps them, all or none, before anybody sees them: what is on screen is what is kept. The
   * sequence is drawn in the same transaction, so that two tabs of one sign-in never use a number twice.
   */
  async append(sessionId: string, drafts: readonly EventDraft[], seenLamport: number, at: Date): Promise<SessionEvent[]> {
    const transaction = this.db.transaction(['events', 'meta'], 'readwrite', { durability: 'relaxed' });
    const meta = transaction.objectStore('meta');
    const replica = (await meta.get('replica')) ?? { key: 'replica', replicaId: v4(), nextSeq: 1, lamport: 0 };
    let { nextSeq, lamport } = replica;
    lamport = Math.max(lamport, seenLamport);
    const events = drafts.map((draft) => {
      lamport += 1;
      const event = stampEvent(draft, {
        id: v7(),
        sessionId,
        replicaId: replica.replicaId,
        seq: nextSeq,
        lamport,
        at: at.toISOString(),
        actor: 'trainer',
      }) as SessionEvent;
      nextSeq += 1;
      return event;
    });
    await meta.put({ ...replica, nextSeq, lamport });
    for (const event of events) {
      await transaction.objectStore('events').put({ event, id: event.id, sessionId, unsent: 1 });
    }
    await transaction.done;
    this.channel.postMessage(sessionId);
    return events;
  }

  /** Takes in what the server had already, from another device or from before this one forgot. */
  async takeIn(sessionId: string, events: readonly SessionEvent[]): Promise<void> {
    const transaction = this.db.transaction('events', 'readwrite');
    for (const event of events) {
      if (!(await transaction.store.getKey(event.id))) {
        await transaction.store.put({ event, id: event.id, sessionId, unsent: 0 });
      }
    }
    await transaction.done;
  }

  async unsent(limit: number): Promise<SessionEvent[]> {
    return (await this.db.getAllFromIndex('events', 'unsent', 1, limit)).map((kept) => kept.event);
  }

  async unsentCount(): Promise<number> {
    return this.db.countFromIndex('events', 'unsent', 1);
  }

  /** The server has these, or has said why it won't take them: either way they needn't be sent again. */
  async settle(kept: readonly string[], refused: ReadonlyMap<string, string>): Promise<void> {
    const transaction = this.db.transaction('events', 'readwrite');
    for (const id of [...kept, ...refused.keys()]) {
      const known = await transaction.store.get(id);
      const reason = refused.get(id);
      if (known) await transaction.store.put({ ...known, unsent: 0, ...(reason !== undefined && { refused: reason }) });
    }
    await transaction.done;
  }

  /** Forgets what this device keeps of a client: their hours alone whole, of shared ones their part. */
  async forget(clientId: string): Promise<void> {
    const transaction = this.db.transaction(['briefs', 'events'], 'readwrite');
    const briefs = transaction.objectStore('briefs');
    const gone = new Set<string>();
    for (const brief of await briefs.getAll()) {
      const others = brief.clients.filter((client) => client.clientId !== clientId);
      if (others.length === brief.clients.length) continue;
      if (others.length > 0) await briefs.put({ ...brief, clients: others });
      else {
        await briefs.delete(brief.sessionId);
        gone.add(brief.sessionId);
      }
    }
    const events = transaction.objectStore('events');
    for (const { id, sessionId, event } of await events.getAll()) {
      if (gone.has(sessionId) || event.clientId === clientId) await events.delete(id);
    }
    await transaction.done;
  }

  close(): void {
    this.channel.close();
    this.db.close();
  }
}

const open = new Map<string, Promise<DeviceStore>>();

/** The store of a sign-in. Each has a database of its own: what one trainer keeps, the next neither sees nor sends. */
export function deviceStoreFor(trainerId: string): Promise<DeviceStore> {
  let store = open.get(trainerId);
  if (!store) {
    store = openDB<Schema>(`waxwing-${trainerId}`, 1, {
      upgrade(db) {
        db.createObjectStore('briefs', { keyPath: 'sessionId' });
        const events = db.createObjectStore('events', { keyPath: 'id' });
        events.createIndex('sessionId', 'sessionId');
        events.createIndex('unsent', 'unsent');
        db.createObjectStore('meta', { keyPath: 'key' });
      },
    }).then((db) => new DeviceStore(db, trainerId));
    // A failed opening (private mode, full disk) is tried again next time.
    store.catch(() => open.delete(trainerId));
    open.set(trainerId, store);
  }
  return store;
}
