import type { MovementRevision } from '@waxwing/core/movement';
import {
  LAMPORT_MAX,
  stampEvent,
  withRevisions,
  type EventDraft,
  type PickedLane,
  type SessionBrief,
  type SessionEvent,
} from '@waxwing/core/session';
import type { IDBPDatabase, IDBPObjectStore, StoreNames } from 'idb';
import { v4, v7 } from 'uuid';
import {
  briefOf,
  eventsOf,
  keptAhead,
  keptBrief,
  openDevice,
  pieceOf,
  type Ahead,
  type Joining,
  type KeptAnswer,
  type KeptEvent,
  type KeptPicture,
  type Replica,
  type Schema,
  type ServerMet,
  type TakenIn,
  type Writing,
} from './deviceSchema.ts';

/** What an outbox has before it. */
export interface Waiting {
  readonly sessionIds: readonly string[];
  readonly pictures: number;
  /** Events and pictures. */
  readonly unsent: number;
  /** Events that the server won't take, and why not the first of them. */
  readonly refused: number;
  readonly reason: string | null;
}

interface ToSend {
  /** Lanes that the server hasn't been told of. */
  readonly joining: readonly PickedLane[];
  readonly events: readonly SessionEvent[];
}

/** In the index by unsent and session: all that is unsent. */
const allUnsent = () => IDBKeyRange.bound([1], [1, []]);

/** Events of a session that were sent are put together when there are so many of them. */
const PIECE_OF = 500;

/** Sent events stay this long: a server that is put back to a backup gets them once more. */
export const SENT_KEPT_DAYS = 30;
const DAY_MS = 86_400_000;

/** What one sign-in keeps on this device: briefs, events, and its place among the replicas. */
export class DeviceStore {
  private readonly channel: BroadcastChannel;
  private replica: string | null = null;

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

  /** Which replica this device is with this sign-in; `null` before it has kept anything. Drawn once, it never changes. */
  async replicaId(): Promise<string | null> {
    if (this.replica === null) {
      const known = (await this.db.get('meta', 'replica')) as Replica | undefined;
      this.replica = known?.replicaId ?? null;
    }
    return this.replica;
  }

  async keepAnswer(path: string, answer: unknown, at: Date): Promise<void> {
    await this.db.put('answers', { path, answer, at: at.toISOString() });
  }

  async keptAnswer(path: string): Promise<KeptAnswer | undefined> {
    return this.db.get('answers', path);
  }

  async dropAnswer(path: string): Promise<void> {
    await this.db.delete('answers', path);
  }

  async keepAhead(bookingId: string, brief: SessionBrief, at: Date): Promise<void> {
    await this.db.put('aheads', keptAhead(bookingId, brief, at.toISOString()));
  }

  /** Those of a day; older ones go. */
  async aheadsOf(day: string): Promise<Ahead[]> {
    const all = await this.db.getAll('aheads');
    for (const { bookingId, localDate } of all) if (localDate < day) await this.db.delete('aheads', bookingId);
    return all.flatMap(({ brief: _brief, ...ahead }) => (ahead.localDate === day ? [ahead] : []));
  }

  /** What it would begin with. */
  async ahead(bookingId: string): Promise<SessionBrief | undefined> {
    const kept = await this.db.get('aheads', bookingId);
    return kept && (JSON.parse(kept.brief) as SessionBrief);
  }

  /** Sessions since a day that this device knows of and that haven’t ended, the newest first. */
  async openSince(localDate: string): Promise<SessionBrief[]> {
    const open: SessionBrief[] = [];
    for (const sessionId of await this.db.getAllKeysFromIndex('briefs', 'localDate', IDBKeyRange.lowerBound(localDate))) {
      const events = await this.events(sessionId);
      const taken = new Set(events.flatMap((event) => (event.type === 'retracted' ? [event.payload.eventId] : [])));
      if (events.some(({ type, id }) => type === 'session-ended' && !taken.has(id))) continue;
      const brief = await this.brief(sessionId);
      if (brief) open.push(brief);
    }
    return open.sort((a, b) => (a.sessionId < b.sessionId ? 1 : -1));
  }

  async brief(sessionId: string): Promise<SessionBrief | undefined> {
    const kept = await this.db.get('briefs', sessionId);
    return kept && briefOf(kept);
  }

  async saveBrief(brief: SessionBrief): Promise<void> {
    await this.db.put('briefs', keptBrief(brief));
  }

  /**
   * Somebody joins here, or a guest turns out to be somebody, with what was put together of them: the brief and what is still to be told,
   * both or neither. Of a lane it is enough to tell whose it is now.
   */
  async keepJoined(brief: SessionBrief, lane: PickedLane): Promise<void> {
    const transaction = this.db.transaction(['briefs', 'meta'], 'readwrite');
    const { sessionId } = brief;
    const meta = transaction.objectStore('meta');
    const known = (await meta.get(`joining ${sessionId}`)) as Joining | undefined;
    await Promise.all([
      transaction.objectStore('briefs').put(keptBrief(brief)),
      meta.put({
        key: `joining ${sessionId}`,
        lanes: [...(known?.lanes ?? []).filter(({ laneId }) => laneId !== lane.laneId), lane],
      }),
      transaction.done,
    ]);
  }

  /** The server knows of the lane, or has said why it won't. */
  async settleJoining(sessionId: string, { laneId, clientId }: PickedLane): Promise<void> {
    const transaction = this.db.transaction('meta', 'readwrite');
    // While a guest was told of, it may have been said who that is.
    await leaveJoining(transaction.store, sessionId, (lane) => lane.laneId === laneId && lane.clientId === clientId);
    await transaction.done;
  }

  /** Revisions that a session was brought elsewhere. Answers its brief with them; nothing when the session isn't here any more. */
  async holdRevisions(sessionId: string, revisions: readonly MovementRevision[]): Promise<SessionBrief | undefined> {
    const transaction = this.db.transaction(['briefs'], 'readwrite');
    const brief = await putRevisions(transaction, sessionId, revisions);
    await transaction.done;
    return brief;
  }

  async events(sessionId: string): Promise<SessionEvent[]> {
    const transaction = this.db.transaction(['events', 'pieces']);
    const [single, pieces] = await Promise.all([
      transaction.objectStore('events').index('sessionId').getAll(sessionId),
      transaction.objectStore('pieces').index('sessionId').getAll(sessionId),
    ]);
    return [...pieces.flatMap(eventsOf), ...single.map(({ event }) => event)];
  }

  /**
   * Gives drafts their place and keeps them, all or none, before anybody sees them: what is on screen is what is kept. The
   * sequence is drawn in the same transaction, so that two tabs of one sign-in never use a number twice. Revisions that the events
   * speak of go into the session's brief with them.
   */
  async append(
    sessionId: string,
    drafts: readonly EventDraft[],
    seenLamport: number,
    at: Date,
    tap?: string,
    revisions: readonly MovementRevision[] = [],
  ): Promise<SessionEvent[]> {
    const stores = ['events', 'meta', ...(revisions.length > 0 ? (['briefs'] as const) : [])] as const;
    const transaction = this.db.transaction([...stores], 'readwrite', { durability: 'relaxed' });
    if (revisions.length > 0) await putRevisions(transaction, sessionId, revisions);
    const meta = transaction.objectStore('meta');
    const known = (await meta.get('replica')) as Replica | undefined;
    const replica = known ?? { key: 'replica', replicaId: v4(), nextSeq: 1, lamport: 0 };
    let { nextSeq, lamport } = replica;
    lamport = Math.max(lamport, seenLamport);
    const events = drafts.map((draft) => {
      lamport = Math.min(lamport + 1, LAMPORT_MAX);
      const event = stampEvent(draft, {
        id: v7(),
        sessionId,
        replicaId: replica.replicaId,
        seq: nextSeq,
        lamport,
        at: at.toISOString(),
        actor: 'trainer',
        ...(tap && { tap }),
      }) as SessionEvent;
      nextSeq += 1;
      return event;
    });
    const kept = transaction.objectStore('events');
    // Asked for together, and to commit without waiting for the answers: each round trip to the store is time between a tap and its picture.
    const asked = [
      meta.put({ ...replica, nextSeq, lamport }),
      ...events.map((event) => kept.put({ event, id: event.id, sessionId, unsent: 1 })),
    ];
    transaction.commit();
    await Promise.all([...asked, transaction.done]);
    this.channel.postMessage(sessionId);
    return events;
  }

  /** After which of the server's events of a session others may have come. */
  async takenIn(sessionId: string): Promise<number> {
    const known = (await this.db.get('meta', `taken-in ${sessionId}`)) as TakenIn | undefined;
    return known?.cursor ?? 0;
  }

  /**
   * Takes in what the server had already, from another device or from before this one forgot, up to a position. Answers what was new
   * here. All at once: one after the other, a long hour would take minutes.
   */
  async takeIn(sessionId: string, events: readonly SessionEvent[], cursor: number): Promise<SessionEvent[]> {
    const transaction = this.db.transaction(['events', 'pieces', 'meta'], 'readwrite');
    const single = transaction.objectStore('events');
    const pieces = transaction.objectStore('pieces');
    const known = new Set(await single.index('sessionId').getAllKeys(sessionId));
    for (const piece of await pieces.index('sessionId').getAll(sessionId)) for (const { id } of eventsOf(piece)) known.add(id);
    const fresh = events.filter(({ id }) => !known.has(id));
    await Promise.all([
      ...(fresh.length >= PIECE_OF
        ? [pieces.add(pieceOf(sessionId, fresh))]
        : fresh.map((event) => single.put({ event, id: event.id, sessionId, unsent: 0 }))),
      transaction.objectStore('meta').put({ key: `taken-in ${sessionId}`, cursor }),
      transaction.done,
    ]);
    return fresh;
  }

  /** Puts a session's sent events together once they are many. What is unsent, or refused, stays by itself. */
  async putTogether(sessionId: string): Promise<void> {
    if ((await this.db.countFromIndex('events', 'sessionUnsent', [sessionId, 0])) < PIECE_OF) return;
    const transaction = this.db.transaction(['events', 'pieces'], 'readwrite');
    const single = transaction.objectStore('events');
    const sent = (await single.index('sessionUnsent').getAll([sessionId, 0])).filter(({ refused }) => refused === undefined);
    await Promise.all([
      ...(sent.length >= PIECE_OF
        ? [
            transaction.objectStore('pieces').add(
              pieceOf(
                sessionId,
                sent.map(({ event }) => event),
              ),
            ),
            ...sent.map(({ id }) => single.delete(id)),
          ]
        : []),
      transaction.done,
    ]);
  }

  /** All that an outbox has to know before it sends, asked at once: each asking takes time from whoever taps. */
  async waiting(): Promise<Waiting> {
    const transaction = this.db.transaction(['events', 'pictures']);
    const events = transaction.objectStore('events');
    const pictures = transaction.objectStore('pictures').index('unsent').count(1);
    const unsent = events.index('unsentSession').count(allUnsent());
    const refused = events.index('refused').count();
    const first = events.index('refused').getAll(null, 1);
    const sessionIds: string[] = [];
    const index = events.index('unsentSession');
    for (let at = await index.openKeyCursor(allUnsent(), 'nextunique'); at; at = await at.continue()) sessionIds.push(at.key[1]);
    return {
      sessionIds,
      pictures: await pictures,
      unsent: (await unsent) + (await pictures),
      refused: await refused,
      reason: (await first)[0]?.refused ?? null,
    };
  }

  /** What is to be told of a session, and at most so many of its unsent events. */
  async toSend(sessionId: string, most: number): Promise<ToSend> {
    const transaction = this.db.transaction(['events', 'meta']);
    const [joining, kept] = await Promise.all([
      transaction.objectStore('meta').get(`joining ${sessionId}`) as Promise<Joining | undefined>,
      transaction.objectStore('events').index('sessionUnsent').getAll([sessionId, 1], most),
    ]);
    return { joining: joining?.lanes ?? [], events: kept.map(({ event }) => event) };
  }

  async unsentOfLane(sessionId: string, laneId: string): Promise<SessionEvent[]> {
    const kept = await this.db.getAllFromIndex('events', 'sessionUnsent', [sessionId, 1]);
    return kept.flatMap(({ event }) => (event.laneId === laneId ? [event] : []));
  }

  async keepPicture(picture: KeptPicture): Promise<void> {
    await this.db.put('pictures', picture);
  }

  async picture(pictureId: string): Promise<KeptPicture | undefined> {
    return this.db.get('pictures', pictureId);
  }

  async unsentPictures(): Promise<KeptPicture[]> {
    return this.db.getAllFromIndex('pictures', 'unsent', 1);
  }

  /** The server has it, or will never take it. */
  async settlePicture(pictureId: string, kept: boolean): Promise<void> {
    const known = await this.db.get('pictures', pictureId);
    if (known && kept) await this.db.put('pictures', { ...known, unsent: 0 });
    else await this.db.delete('pictures', pictureId);
  }

  /** The server has these, or has said why it won't take them: either way they needn't be sent again by themselves. */
  async settle(kept: readonly string[], refused: ReadonlyMap<string, string>): Promise<void> {
    const transaction = this.db.transaction('events', 'readwrite');
    for (const id of kept) {
      const known = await transaction.store.get(id);
      if (known) await transaction.store.put({ event: known.event, id, sessionId: known.sessionId, unsent: 0 });
    }
    for (const [id, reason] of refused) {
      const known = await transaction.store.get(id);
      if (known) await transaction.store.put({ ...known, unsent: 0, refused: reason });
    }
    await transaction.done;
  }

  /** What was refused is sent once more: the reason may be gone. */
  async retryRefused(): Promise<void> {
    await this.changeAll(({ refused, ...kept }) => (refused === undefined ? null : { ...kept, unsent: 1 }));
  }

  /**
   * Which server answered. Another than the one that has what was sent, after a restored backup, gets everything again that is
   * still here; what it knows already it says so of. Answers whether that is so.
   */
  async meetServer(epoch: string): Promise<boolean> {
    const met = (await this.db.get('meta', 'server')) as ServerMet | undefined;
    if (met?.epoch === epoch) return false;
    if (met) {
      await this.takeApart();
      await this.changeAll(({ refused: _refused, ...kept }) => ({ ...kept, unsent: 1 }));
      // Its positions are others.
      for (const key of await this.db.getAllKeys('meta')) if (key.startsWith('taken-in ')) await this.db.delete('meta', key);
      for (const picture of await this.db.getAll('pictures')) await this.db.put('pictures', { ...picture, unsent: 1 });
    }
    // Last: if this is cut off, it is done again.
    await this.db.put('meta', { key: 'server', epoch });
    return met !== undefined;
  }

  /** Every event by itself again, so that it can be sent. */
  private async takeApart(): Promise<void> {
    const transaction = this.db.transaction(['events', 'pieces'], 'readwrite');
    const single = transaction.objectStore('events');
    for (let at = await transaction.objectStore('pieces').openCursor(); at; at = await at.continue()) {
      const { sessionId } = at.value;
      await Promise.all(eventsOf(at.value).map((event) => single.put({ event, id: event.id, sessionId, unsent: 0 })));
      await at.delete();
    }
    await transaction.done;
  }

  private async changeAll(change: (kept: KeptEvent) => KeptEvent | null): Promise<void> {
    const transaction = this.db.transaction('events', 'readwrite');
    for (let at = await transaction.store.openCursor(); at; at = await at.continue()) {
      const changed = change(at.value);
      if (changed) await at.update(changed);
    }
    await transaction.done;
  }

  /** Deletes sessions of which the server has everything: all of them, or those whose day is longer ago than sent events are kept. */
  async forgetSent(before: Date | 'all'): Promise<void> {
    const latest = before === 'all' ? null : new Date(before.getTime() - SENT_KEPT_DAYS * DAY_MS).toISOString().slice(0, 10);
    const transaction = this.db.transaction(['briefs', 'events', 'pieces', 'meta'], 'readwrite');
    const events = transaction.objectStore('events');
    const briefs = transaction.objectStore('briefs');
    const sessionIds =
      latest === null
        ? await briefs.getAllKeys()
        : await briefs.index('localDate').getAllKeys(IDBKeyRange.upperBound(latest, true));
    const waiting = new Set((await events.index('refused').getAll()).map(({ sessionId }) => sessionId));
    for (const sessionId of sessionIds) {
      const unsent = await events.index('sessionUnsent').count([sessionId, 1]);
      if (unsent === 0 && !waiting.has(sessionId)) await deleteSession(transaction, sessionId);
    }
    await transaction.done;
    // The server has them, for whoever opens a set-up again, or a page.
    if (before === 'all') {
      await this.db.clear('answers');
      await this.db.clear('aheads');
      for (const pictureId of await this.db.getAllKeysFromIndex('pictures', 'unsent', 0))
        await this.db.delete('pictures', pictureId);
    }
  }

  /** The server has said that this session was deleted for good. */
  async forgetSession(sessionId: string): Promise<void> {
    const transaction = this.db.transaction(['briefs', 'events', 'pieces', 'meta'], 'readwrite');
    await deleteSession(transaction, sessionId);
    await transaction.done;
  }

  /**
   * Forgets what this device keeps of clients: their hours alone whole, of shared ones their part. It is asked of every client who was
   * ever deleted, each time that Waxwing opens: nothing is read that isn't theirs.
   */
  async forget(...clientIds: readonly string[]): Promise<void> {
    if (clientIds.length === 0) return;
    for (const kept of await this.db.getAll('answers')) {
      const text = JSON.stringify(kept);
      if (clientIds.some((clientId) => text.includes(clientId))) await this.db.delete('answers', kept.path);
    }
    for (const { bookingId, clientIds: theirs } of await this.db.getAll('aheads')) {
      if (theirs.some((clientId) => clientIds.includes(clientId))) await this.db.delete('aheads', bookingId);
    }
    await this.keepAnew();
    for (const clientId of clientIds) {
      for (const pictureId of await this.db.getAllKeysFromIndex('pictures', 'clientId', clientId)) {
        await this.db.delete('pictures', pictureId);
      }
      await this.forgetHours(clientId);
    }
  }

  /**
   * What was kept before version 7 is found by client once it was kept anew: one at a time and not when the store is opened, since a
   * month of it would hold up Floor for twenty seconds on a slow tablet.
   */
  private async keepAnew(): Promise<void> {
    const briefs = new Set(await this.db.getAllKeysFromIndex('briefs', 'clientIds'));
    for (const sessionId of await this.db.getAllKeys('briefs')) {
      if (briefs.has(sessionId)) continue;
      const { store, done } = this.db.transaction('briefs', 'readwrite');
      const kept = await store.get(sessionId);
      if (kept) await store.put(keptBrief(briefOf(kept)));
      await done;
    }
    const pieces = new Set(await this.db.getAllKeysFromIndex('pieces', 'clientIds'));
    for (const key of await this.db.getAllKeys('pieces')) {
      if (pieces.has(key)) continue;
      const { store, done } = this.db.transaction('pieces', 'readwrite');
      const piece = await store.get(key);
      if (piece) await store.put(pieceOf(piece.sessionId, eventsOf(piece)), key);
      await done;
    }
  }

  private async forgetHours(clientId: string): Promise<void> {
    const transaction = this.db.transaction(['briefs', 'events', 'pieces', 'meta'], 'readwrite');
    const briefs = transaction.objectStore('briefs');
    const single = transaction.objectStore('events');
    const about = [
      ...(await single.index('clientId').getAll(clientId)),
      ...(await transaction.objectStore('pieces').index('clientIds').getAll(clientId)),
    ];
    const sessionIds = new Set(about.map(({ sessionId }) => sessionId));
    const lanes = new Set<string>();
    for (const brief of await briefs.index('clientIds').getAll(clientId)) {
      const others = brief.clients.filter((client) => client.clientId !== clientId);
      for (const client of brief.clients) if (client.clientId === clientId) lanes.add(client.laneId);
      await leaveJoining(transaction.objectStore('meta'), brief.sessionId, (lane) => lane.clientId === clientId);
      if (others.length > 0) await briefs.put(keptBrief({ ...brief, clients: others }));
      else await deleteSession(transaction, brief.sessionId);
      sessionIds.add(brief.sessionId);
    }
    for (const sessionId of sessionIds) await forgetEvents(transaction, sessionId, clientId, lanes);
    await transaction.done;
  }

  close(): void {
    this.channel.close();
    this.db.close();
  }
}

/** What a session's events say of a client or of their lanes, in a transaction over everything. */
async function forgetEvents(
  transaction: Writing,
  sessionId: string,
  clientId: string,
  lanes: ReadonlySet<string>,
): Promise<void> {
  const single = transaction.objectStore('events');
  const all = (await single.index('sessionId').getAll(sessionId)).map(({ event }) => event);
  const pieces: { readonly key: number; readonly events: readonly SessionEvent[] }[] = [];
  const ofSession = transaction.objectStore('pieces').index('sessionId');
  for (let at = await ofSession.openCursor(sessionId); at; at = await at.continue()) {
    const events = eventsOf(at.value);
    pieces.push({ key: at.primaryKey, events });
    all.push(...events);
  }
  const deleted = new Set<string>();
  for (const { id, clientId: about, laneId } of all) {
    if (about === clientId || (laneId !== undefined && lanes.has(laneId))) deleted.add(id);
  }
  // What amends something of theirs may repeat it.
  for (const event of all) {
    if ((event.type === 'amended' || event.type === 'retracted') && deleted.has(event.payload.eventId)) deleted.add(event.id);
  }
  for (const id of deleted) await single.delete(id);
  for (const { key, events } of pieces) {
    const others = events.filter(({ id }) => !deleted.has(id));
    if (others.length < events.length) await transaction.objectStore('pieces').put(pieceOf(sessionId, others), key);
  }
}

/** A session's brief with more revisions, in a transaction over the briefs. */
async function putRevisions(
  transaction: Writing,
  sessionId: string,
  revisions: readonly MovementRevision[],
): Promise<SessionBrief | undefined> {
  const briefs = transaction.objectStore('briefs');
  const kept = await briefs.get(sessionId);
  if (!kept) return undefined;
  const brief = briefOf(kept);
  const more = withRevisions(brief, revisions);
  if (more !== brief) await briefs.put(keptBrief(more));
  return more;
}

/** All that is kept of a session, in a transaction over everything. */
async function deleteSession(transaction: Writing, sessionId: string): Promise<void> {
  await transaction.objectStore('briefs').delete(sessionId);
  await transaction.objectStore('meta').delete(`taken-in ${sessionId}`);
  await transaction.objectStore('meta').delete(`joining ${sessionId}`);
  const events = transaction.objectStore('events');
  for (const id of await events.index('sessionId').getAllKeys(sessionId)) await events.delete(id);
  const pieces = transaction.objectStore('pieces');
  for (const key of await pieces.index('sessionId').getAllKeys(sessionId)) await pieces.delete(key);
}

/** Without these lanes among those of whom the server is still to be told. */
async function leaveJoining(
  meta: IDBPObjectStore<Schema, StoreNames<Schema>[], 'meta', 'readwrite'>,
  sessionId: string,
  leaves: (lane: PickedLane) => boolean,
): Promise<void> {
  const known = (await meta.get(`joining ${sessionId}`)) as Joining | undefined;
  if (!known) return;
  const lanes = known.lanes.filter((lane) => !leaves(lane));
  if (lanes.length > 0) await meta.put({ ...known, lanes });
  else await meta.delete(known.key);
}

const open = new Map<string, Promise<DeviceStore>>();

/** The store of a sign-in. Each has a database of its own: what one trainer keeps, the next neither sees nor sends. */
export function deviceStoreFor(trainerId: string): Promise<DeviceStore> {
  let store = open.get(trainerId);
  if (!store) {
    store = openDevice(trainerId).then((db) => new DeviceStore(db, trainerId));
    // A failed opening (private mode, full disk) is tried again next time.
    store.catch(() => open.delete(trainerId));
    open.set(trainerId, store);
  }
  return store;
}
