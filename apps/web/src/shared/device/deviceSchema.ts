import type { Plan } from '@waxwing/core/planning';
import type { PickedLane, SessionBrief, SessionEvent } from '@waxwing/core/session';
import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction, type StoreNames } from 'idb';

/** An event as it is kept here. IndexedDB can't index a boolean, hence 0 and 1. */
export interface KeptEvent {
  readonly event: SessionEvent;
  readonly id: string;
  readonly sessionId: string;
  /** 1 until the server has it, or has said why it won't take it. */
  readonly unsent: 0 | 1;
  /** Why the server won't take it; it stays here until somebody tries again. */
  readonly refused?: string;
}

/** Many of a session's events that the server has, as one text: ten thousand records take seconds to read, twenty texts don't. */
export interface Piece {
  readonly sessionId: string;
  /** Whom they are about, so that these are found without being read. */
  readonly clientIds: readonly string[];
  readonly events: string;
}

export interface Replica {
  readonly key: 'replica';
  readonly replicaId: string;
  readonly nextSeq: number;
  readonly lamport: number;
}

/** How far the server's events of a session were taken in: the position of the last. */
export interface TakenIn {
  readonly key: `taken-in ${string}`;
  readonly cursor: number;
}

/** Who joined a session while the server couldn't be reached: it is told before what they did is sent. */
export interface Joining {
  readonly key: `joining ${string}`;
  readonly lanes: readonly PickedLane[];
}

/** The server that has what was sent. */
export interface ServerMet {
  readonly key: 'server';
  readonly epoch: string;
}

/** A picture of a set-up, as base64. */
export interface KeptPicture {
  readonly pictureId: string;
  readonly clientId: string;
  readonly jpeg: string;
  /** 1 until the server has it. */
  readonly unsent: 0 | 1;
}

/** What the server answered last at an address, for a time when it can’t be asked. */
export interface KeptAnswer {
  readonly path: string;
  readonly at: string;
  readonly answer: unknown;
}

/** A brief as it is kept: found by whom it is for without being read. One is a megabyte, and a month of them are a hundred. */
interface KeptBrief extends SessionBrief {
  readonly clientIds: readonly string[];
}

/** A session that could begin without the server: of a visit, when it was fetched, and for whom as what. */
export interface Ahead {
  readonly bookingId: string;
  readonly at: string;
  readonly localDate: string;
  readonly clientIds: readonly string[];
  readonly plan?: Plan;
}

/** With everything that Floor needs, as a text: it isn't read before somebody begins. */
interface KeptAhead extends Ahead {
  readonly brief: string;
}

/** As the store had it until version 7. */
interface AheadBefore7 {
  readonly bookingId: string;
  readonly at: string;
  readonly brief: SessionBrief;
}

export interface Schema extends DBSchema {
  answers: { key: string; value: KeptAnswer };
  aheads: { key: string; value: KeptAhead };
  briefs: { key: string; value: KeptBrief; indexes: { localDate: string; clientIds: string } };
  events: {
    key: string;
    value: KeptEvent;
    indexes: {
      sessionId: string;
      sessionUnsent: [string, number];
      /** The other way round: whoever looks for what is unsent doesn't go through a month of sessions that were sent. */
      unsentSession: [number, string];
      refused: string;
      clientId: string;
    };
  };
  pieces: { key: number; value: Piece; indexes: { sessionId: string; clientIds: string } };
  pictures: { key: string; value: KeptPicture; indexes: { unsent: number; clientId: string } };
  meta: { key: string; value: Joining | Replica | ServerMet | TakenIn };
}

/** A transaction over several stores. */
export type Writing = IDBPTransaction<Schema, StoreNames<Schema>[], 'readwrite'>;

/** So that a class, which is about nobody, isn't taken for what was kept before version 7. */
const orNobody = (clientIds: readonly string[]) => (clientIds.length > 0 ? clientIds : ['nobody']);

export const pieceOf = (sessionId: string, events: readonly SessionEvent[]): Piece => ({
  sessionId,
  clientIds: orNobody([...new Set(events.flatMap(({ clientId }) => clientId ?? []))]),
  events: JSON.stringify(events),
});
export const eventsOf = (piece: Piece) => JSON.parse(piece.events) as SessionEvent[];

const idsOf = ({ clients }: SessionBrief) => clients.flatMap(({ clientId }) => clientId ?? []);

export function keptBrief(brief: SessionBrief): KeptBrief {
  return { ...brief, clientIds: orNobody(idsOf(brief)) };
}

export function briefOf({ clientIds: _clientIds, ...brief }: KeptBrief): SessionBrief {
  return brief;
}

export function keptAhead(bookingId: string, brief: SessionBrief, at: string): KeptAhead {
  const { localDate, plan } = brief;
  return { bookingId, at, localDate, clientIds: idsOf(brief), ...(plan && { plan }), brief: JSON.stringify(brief) };
}

/** Opens the database of a sign-in, and brings what an earlier version of the app kept to the shapes of this one. */
export function openDevice(trainerId: string): Promise<IDBPDatabase<Schema>> {
  return openDB<Schema>(`waxwing-${trainerId}`, 7, {
    async upgrade(db, from, _to, transaction) {
      if (from < 1) {
        db.createObjectStore('briefs', { keyPath: 'sessionId' });
        const events = db.createObjectStore('events', { keyPath: 'id' });
        events.createIndex('sessionId', 'sessionId');
        db.createObjectStore('meta', { keyPath: 'key' });
      }
      if (from < 2) {
        const events = transaction.objectStore('events');
        events.createIndex('sessionUnsent', ['sessionId', 'unsent']);
        // Only what was refused has the field, and only that is in the index.
        events.createIndex('refused', 'refused');
      }
      if (from < 3) db.createObjectStore('pieces', { autoIncrement: true }).createIndex('sessionId', 'sessionId');
      if (from < 4) {
        const pictures = db.createObjectStore('pictures', { keyPath: 'pictureId' });
        pictures.createIndex('unsent', 'unsent');
        pictures.createIndex('clientId', 'clientId');
      }
      if (from < 5) {
        db.createObjectStore('answers', { keyPath: 'path' });
        db.createObjectStore('aheads', { keyPath: 'bookingId' });
      }
      if (from < 6) transaction.objectStore('events').createIndex('unsentSession', ['unsent', 'sessionId']);
      if (from < 7) {
        transaction.objectStore('events').createIndex('clientId', 'event.clientId');
        const briefs = transaction.objectStore('briefs');
        briefs.createIndex('localDate', 'localDate');
        briefs.createIndex('clientIds', 'clientIds', { multiEntry: true });
        transaction.objectStore('pieces').createIndex('clientIds', 'clientIds', { multiEntry: true });
        const aheads = transaction.objectStore('aheads');
        for (let at = await aheads.openCursor(); at; at = await at.continue()) {
          const { bookingId, brief, at: time } = at.value as unknown as AheadBefore7;
          await at.update(keptAhead(bookingId, brief, time));
        }
      }
    },
    // A newer tab wants to change the store: this one lets go of it, and says so when it is next used.
    blocking: (_current, _blocked, event) => (event.target as IDBDatabase).close(),
  });
}
