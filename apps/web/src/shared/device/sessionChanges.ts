import type { SessionChanged } from '@waxwing/core/api';

type Listener = (change: SessionChanged) => void;

/** The part of the browser's own stream that is used here. */
export interface Stream {
  addEventListener(type: 'message', listener: (event: { readonly data: string }) => void): void;
  readonly readyState: number;
  close(): void;
}

/** While the stream stands still it is asked this often instead; by then the browser has tried again itself. */
export const ASK_MS = 15_000;
const CLOSED = 2;
const MISSED: SessionChanged = { sessionId: null, by: null };

/**
 * Which sessions other devices have changed, at once where the network allows, else every now and then. One stream for all tabs of a device:
 * a browser holds only a few to one server.
 */
export class SessionChanges {
  private readonly listeners = new Set<Listener>();
  private readonly channel: BroadcastChannel;
  private stop: (() => void) | null = null;
  /** Of the channel between tabs, and of the lock that one of them holds. */
  private readonly name: string;

  constructor(
    trainerId: string,
    private readonly openStream: () => Stream = () => new EventSource('/api/changes'),
    private readonly locks: Pick<LockManager, 'request'> | undefined = globalThis.navigator?.locks,
  ) {
    this.name = `waxwing-changes-${trainerId}`;
    this.channel = new BroadcastChannel(this.name);
    this.channel.onmessage = ({ data }: MessageEvent<SessionChanged>) => this.tell(data);
  }

  listen(listener: Listener): () => void {
    this.listeners.add(listener);
    this.stop ??= this.begin();
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size > 0) return;
      this.stop?.();
      this.stop = null;
    };
  }

  close(): void {
    this.listeners.clear();
    this.stop?.();
    this.stop = null;
    this.channel.close();
  }

  /** Reads the stream for all tabs as soon as no other does. */
  private begin(): () => void {
    const leaving = new AbortController();
    const left = new Promise<void>((resolve) => leaving.signal.addEventListener('abort', () => resolve()));
    const lead = () => {
      const stop = this.read();
      return left.then(stop);
    };
    // Without locks every tab reads for itself.
    if (!this.locks) void lead();
    else this.locks.request(this.name, { signal: leaving.signal }, lead).catch(() => undefined);
    return () => leaving.abort();
  }

  private read(): () => void {
    let stream: Stream | null = null;
    const open = () => {
      stream = this.openStream();
      stream.addEventListener('message', ({ data }) => this.share(JSON.parse(data) as SessionChanged));
    };
    open();
    const asking = setInterval(() => {
      // 1 is open; the browser tries again by itself until an answer tells it not to.
      if (stream?.readyState === 1) return;
      if (stream?.readyState === CLOSED) open();
      this.share(MISSED);
    }, ASK_MS);
    return () => {
      clearInterval(asking);
      stream?.close();
    };
  }

  private share(change: SessionChanged): void {
    this.channel.postMessage(change);
    this.tell(change);
  }

  private tell(change: SessionChanged): void {
    for (const listener of this.listeners) listener(change);
  }
}
