import { EVENT_BATCH_MAX, type EventsAnswer, type SessionEvent } from '@waxwing/core';
import { api, isSignedOut, RequestRefused } from '../api.ts';
import type { DeviceStore } from './deviceStore.ts';

export interface OutboxState {
  /** `sent`: nothing waits. `offline`: no answer. `signed-out`: the server wants a new sign-in first. */
  readonly kind: 'sent' | 'sending' | 'offline' | 'signed-out';
  readonly unsent: number;
  /** Events that the server would not take; they stay on this device. */
  readonly refused: number;
}

const RETRY_MS = 4000;

type Send = (sessionId: string, events: readonly SessionEvent[]) => Promise<EventsAnswer>;

const sendToServer: Send = (sessionId, events) => api.post<EventsAnswer>(`sessions/${sessionId}/events`, { events });

/** Brings what was kept to the server, as often as it takes. Sending twice is harmless there. */
export class Outbox {
  private state: OutboxState = { kind: 'sent', unsent: 0, refused: 0 };
  private readonly listeners = new Set<() => void>();
  private running: Promise<void> | null = null;
  private again = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly store: DeviceStore,
    private readonly send: Send = sendToServer,
  ) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getState = (): OutboxState => this.state;

  /** Sends what waits; a call while sending makes it look once more at the end. */
  flush(): Promise<void> {
    this.again = true;
    this.running ??= this.run().finally(() => {
      this.running = null;
    });
    return this.running;
  }

  /** Sends nothing more: somebody else is signing in. What waits stays with the one who left. */
  stop(): void {
    this.again = false;
    clearTimeout(this.timer);
    this.listeners.clear();
  }

  private async run(): Promise<void> {
    clearTimeout(this.timer);
    while (this.again) {
      this.again = false;
      const waiting = await this.store.unsent(EVENT_BATCH_MAX);
      if (waiting.length === 0) {
        this.set({ kind: 'sent', unsent: 0 });
        continue;
      }
      this.set({ kind: this.state.kind === 'sent' ? 'sending' : this.state.kind, unsent: await this.store.unsentCount() });
      try {
        await this.sendAll(waiting);
        this.again = true;
      } catch (error) {
        this.set({ kind: isSignedOut(error) ? 'signed-out' : 'offline', unsent: await this.store.unsentCount() });
        this.timer = setTimeout(() => void this.flush(), RETRY_MS);
        return;
      }
    }
  }

  private async sendAll(events: readonly SessionEvent[]): Promise<void> {
    const bySession = new Map<string, SessionEvent[]>();
    for (const event of events) bySession.set(event.sessionId, [...(bySession.get(event.sessionId) ?? []), event]);
    for (const [sessionId, ofSession] of bySession) {
      let refused: Map<string, string>;
      let kept: readonly string[] = [];
      try {
        const answer = await this.send(sessionId, ofSession);
        kept = answer.kept;
        refused = new Map(answer.refused.map(({ id, problems }) => [id, problems.map((each) => each.message).join('; ')]));
      } catch (error) {
        // A session that is no longer this trainer's must not hold up the others.
        if (!(error instanceof RequestRefused) || error.status !== 404) throw error;
        refused = new Map(ofSession.map((event) => [event.id, error.message]));
      }
      await this.store.settle(kept, refused);
      if (refused.size > 0) this.state = { ...this.state, refused: this.state.refused + refused.size };
    }
  }

  private set(part: Pick<OutboxState, 'kind' | 'unsent'>): void {
    this.state = { ...this.state, ...part };
    for (const listener of this.listeners) listener();
  }
}
