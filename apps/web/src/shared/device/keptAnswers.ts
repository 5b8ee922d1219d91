import type { DeviceStore } from './deviceStore.ts';

/** Of the server's answers those that pages show without it: who comes, who there is, what they did, what is planned, where. */
const KEPT = /^(?:today|clients|places|trainers|stances|marks|bookings|plans|sessions\?live=yes)(?:$|[/?])/;
/** What is asked for to be taken along, or is large, isn't a page's. */
const NOT_KEPT = /^clients\/(?:forgotten$|[^/]+\/(?:export|pictures))/;

/** Whoever has an answer from before waits this long for the next one. */
export const PATIENCE_WITH_KEPT_MS = 4000;

type Store = Pick<DeviceStore, 'keepAnswer' | 'keptAnswer' | 'dropAnswer'>;

/**
 * Answers of the server as this device last had them, for this sign-in: given when the server can't be reached, and said to be old as
 * long as nothing newer has come.
 */
export class KeptAnswers {
  private store: Promise<Store> | null = null;
  private readonly listeners = new Set<() => void>();
  /** What was given from before, and since when it stood (UTC). */
  private readonly old = new Map<string, string>();
  private oldest: string | null = null;

  constructor(
    private readonly isUnreachable: (error: unknown) => boolean,
    private readonly isGone: (error: unknown) => boolean,
    private readonly now: () => Date = () => new Date(),
  ) {}

  /** Whose they are from now on; nobody's while nobody is signed in. */
  use(store: Promise<Store> | null): void {
    this.store = store;
    this.old.clear();
    this.tell();
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** From when the oldest is of what was given without the server; `null` while it answers. */
  readonly since = (): string | null => this.oldest;

  /** What `ask` brings, or what it brought last where it can't be reached. Throws what `ask` throws where there is neither. */
  async get<T>(path: string, ask: (patienceMs?: number) => Promise<T>): Promise<T> {
    const whose = this.store;
    // Private windows and full disks refuse a store: no reason not to ask.
    const store = KEPT.test(path) && !NOT_KEPT.test(path) ? await whose?.catch(() => null) : null;
    if (!store) return ask();
    const kept = await store.keptAnswer(path).catch(() => undefined);
    try {
      const answer = await ask(kept && PATIENCE_WITH_KEPT_MS);
      // Somebody else may have signed in meanwhile.
      if (whose === this.store) this.came();
      await store.keepAnswer(path, answer, this.now()).catch(() => undefined);
      return answer;
    } catch (error) {
      if (this.isGone(error)) await store.dropAnswer(path).catch(() => undefined);
      if (!kept || !this.isUnreachable(error)) throw error;
      if (whose === this.store) {
        this.old.set(path, kept.at);
        this.tell();
      }
      return kept.answer as T;
    }
  }

  /** The server answers again; whoever listens asks anew for what is shown. */
  private came(): void {
    if (this.old.size === 0) return;
    this.old.clear();
    this.tell();
  }

  private tell(): void {
    const oldest = [...this.old.values()].sort()[0] ?? null;
    if (oldest === this.oldest) return;
    this.oldest = oldest;
    for (const listener of this.listeners) listener();
  }
}
