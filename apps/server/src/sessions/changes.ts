import { Injectable } from '@nestjs/common';
import { v4 as uuid } from 'uuid';

interface Change {
  readonly sessionId: string;
  readonly studioId: string;
  /** The replica that brought it, where one alone did. */
  readonly by: string | null;
}

type Listener = (change: Change, position: string) => void;

/** Says which sessions have just changed, once what changed is stored. Holds nothing of what happened. */
@Injectable()
export class Changes {
  /** Of this run of the server: positions begin anew with it. */
  private readonly run = uuid();
  private count = 0;
  private readonly listeners = new Set<Listener>();

  /** Up to where everything was said: who was there at this position has missed nothing. */
  get position(): string {
    return `${this.run}.${this.count}`;
  }

  say(change: Change): void {
    this.count += 1;
    for (const listener of this.listeners) listener(change, this.position);
  }

  listen(listener: Listener): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }
}
