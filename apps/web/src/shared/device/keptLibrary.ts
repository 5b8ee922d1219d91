import type { MovementRevision, Vocabulary } from '@waxwing/core/movement';
import { changedLibrary, type LibraryAnswer, type StudioLibrary } from '@waxwing/core/api';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { api, Unreachable } from '../api.ts';

interface Schema extends DBSchema {
  /** By movement. */
  revisions: { key: string; value: MovementRevision };
  state: { key: 'state'; value: { readonly version: string; readonly vocabulary: Vocabulary } };
}

/** A store that hasn't answered by then is done without: nobody waits for it longer than for the server. */
const STORE_MS = 3_000;

/** Answers what has changed since a version; everything without one. */
export type AskLibrary = (since: string | undefined) => Promise<LibraryAnswer>;

const askServer: AskLibrary = (since) =>
  api.get<LibraryAnswer>(since === undefined ? 'library' : `library?since=${encodeURIComponent(since)}`);

/**
 * A studio's library on this device: there at once, also without a network, and brought up to date by what has changed since. A device
 * that can't keep it (private mode, full disk) has it from the server each time.
 */
export class KeptLibrary {
  private known: StudioLibrary | null = null;

  constructor(
    private readonly database: Promise<IDBPDatabase<Schema> | null>,
    private readonly ask: AskLibrary = askServer,
    private readonly patienceMs = STORE_MS,
  ) {}

  /** What this device has, however old; `null` when that is nothing. */
  async kept(): Promise<StudioLibrary | null> {
    this.known ??= await this.within(this.read().catch(() => null));
    return this.known;
  }

  /** As the server has it; as it is kept when the server can't be reached. Throws when there is neither. */
  async latest(): Promise<StudioLibrary> {
    const known = await this.kept();
    try {
      const answer = await this.ask(known?.version);
      const library = changedLibrary(known, answer);
      this.known = library;
      if (library !== known) await this.within(this.keep(known, answer, library.vocabulary).catch(() => undefined));
      return library;
    } catch (error) {
      if (known && error instanceof Unreachable) return known;
      throw error;
    }
  }

  /** Sees to it that this device has one, of whatever day: what has one already isn't asked for again. */
  async keepOne(): Promise<void> {
    const state = (await this.database)?.transaction('state').objectStore('state');
    if (!this.known && state && !(await state.get('state'))) await this.latest();
  }

  /** `null` where the store takes too long: a page that is being closed may hold it. */
  private async within<T>(work: Promise<T>): Promise<T | null> {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const late = new Promise<null>((resolve) => (timer = setTimeout(() => resolve(null), this.patienceMs)));
    const first = await Promise.race([work, late]);
    clearTimeout(timer);
    return first;
  }

  private async read(): Promise<StudioLibrary | null> {
    const transaction = (await this.database)?.transaction(['revisions', 'state']);
    const state = await transaction?.objectStore('state').get('state');
    if (!transaction || !state) return null;
    const revisions = await transaction.objectStore('revisions').getAll();
    return changedLibrary(null, { ...state, isWhole: true, revisions });
  }

  private async keep(before: StudioLibrary | null, answer: LibraryAnswer, vocabulary: Vocabulary): Promise<void> {
    const transaction = (await this.database)?.transaction(['revisions', 'state'], 'readwrite');
    if (!transaction) return;
    const state = transaction.objectStore('state');
    const revisions = transaction.objectStore('revisions');
    // Another tab may have kept more meanwhile: changes go only onto what they were made from.
    const isOurs = answer.isWhole || (await state.get('state'))?.version === before?.version;
    const writes = isOurs
      ? [
          ...(answer.isWhole ? [revisions.clear()] : []),
          ...answer.revisions.map((revision) => revisions.put(revision, revision.document.id)),
          state.put({ version: answer.version, vocabulary }, 'state'),
        ]
      : [];
    await Promise.all([...writes, transaction.done]);
  }
}

/**
 * Goes up when what the server answers means something else than to a page of before, which may go on for a while: 2, words come one by one.
 */
const KEPT_AS = 2;

/** `null` where the browser keeps nothing. */
export async function openLibrary(studioId: string): Promise<IDBPDatabase<Schema> | null> {
  try {
    return await openDB<Schema>(`library of ${studioId}`, KEPT_AS, {
      // It is all at the server: what was kept otherwise is asked for again.
      upgrade(db) {
        for (const store of [...db.objectStoreNames]) db.deleteObjectStore(store);
        db.createObjectStore('revisions');
        db.createObjectStore('state');
      },
      // A newer tab wants to change the store: this one lets go of it.
      blocking: (_current, _blocked, event) => (event.target as IDBDatabase).close(),
    });
  } catch {
    return null;
  }
}

const open = new Map<string, KeptLibrary>();

/** The library of a studio. Nothing in it is about a client: all who sign in there on this device share it. */
export function keptLibraryOf(studioId: string): KeptLibrary {
  const library = open.get(studioId) ?? new KeptLibrary(openLibrary(studioId));
  open.set(studioId, library);
  return library;
}
