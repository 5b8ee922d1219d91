import { Injectable, type BeforeApplicationShutdown } from '@nestjs/common';
import type { Response } from 'express';

/** So many streams one reader may hold; a further one takes the place of the oldest. */
const STREAMS_OF_ONE = 8;
/** All of them together; beyond it the oldest of anybody gives way. */
const STREAMS_MOST = 500;
/** A stream on which nothing is said for this long looks dead to what stands in between. */
const HEARTBEAT_MS = 20_000;
/** Whoever doesn't read is given no more: they come again and ask. */
const UNREAD_BYTES_MOST = 256 * 1024;

/** Server-sent events to one reader. */
export class EventStream {
  private isOver = false;

  constructor(
    private readonly response: Response,
    private readonly onEnd: (stream: EventStream) => void,
  ) {
    response.on('close', () => this.end());
    // "no-transform" also keeps what is said from waiting to be compressed with what follows.
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    });
    response.write('retry: 2000\n\n');
  }

  say(data: object, id?: string): void {
    this.write(`${id === undefined ? '' : `id: ${id}\n`}data: ${JSON.stringify(data)}\n\n`);
  }

  beat(): void {
    this.write(': here\n\n');
  }

  end(): void {
    if (this.isOver) return;
    this.isOver = true;
    this.onEnd(this);
    this.response.end();
  }

  private write(text: string): void {
    if (this.isOver) return;
    if (this.response.writableLength > UNREAD_BYTES_MOST) this.end();
    else this.response.write(text);
  }
}

interface Reader {
  readonly key: string;
  readonly isStillAllowed: () => Promise<boolean>;
}

/** All streams that are open: bounded, kept awake, ended when their reader may read no more, and when the server stops. */
@Injectable()
export class EventStreams implements BeforeApplicationShutdown {
  /** Oldest first. */
  private readonly open = new Map<EventStream, Reader>();
  private timer: NodeJS.Timeout | null = null;

  /** `key` names the reader; `isStillAllowed` is asked at every heartbeat. */
  begin(response: Response, key: string, isStillAllowed: () => Promise<boolean>): EventStream {
    const ofReader = [...this.open].filter(([, reader]) => reader.key === key);
    if (ofReader.length >= STREAMS_OF_ONE) ofReader[0]![0].end();
    if (this.open.size >= STREAMS_MOST) [...this.open.keys()][0]!.end();
    const stream = new EventStream(response, (ended) => this.open.delete(ended));
    this.open.set(stream, { key, isStillAllowed });
    this.timer ??= setInterval(() => void this.beat(), HEARTBEAT_MS).unref();
    return stream;
  }

  async beat(): Promise<void> {
    for (const [stream, { isStillAllowed }] of this.open) {
      // An answer that didn't come is none: they come again, and are asked who they are.
      if (await isStillAllowed().catch(() => false)) stream.beat();
      else stream.end();
    }
  }

  get count(): number {
    return this.open.size;
  }

  beforeApplicationShutdown(): void {
    if (this.timer) clearInterval(this.timer);
    for (const stream of this.open.keys()) stream.end();
  }
}
