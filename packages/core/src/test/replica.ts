import type { EventDraft } from '../session/envelope.ts';
import { stampEvent } from '../session/envelope.ts';
import type { SessionEvent } from '../session/event.ts';
import { SESSION } from './smallLibrary.ts';

function uuid(prefix: string, n: number): string {
  return `${prefix}-0000-7000-8000-${n.toString(16).padStart(12, '0')}`;
}

/** A device in a test: stamps drafts in order, a second apart. */
export class TestReplica {
  private seq = 0;
  private lamport: number;
  private made = 0;
  readonly events: SessionEvent[] = [];

  constructor(
    readonly name: string,
    startLamport = 0,
    private readonly sessionId = SESSION,
  ) {
    this.lamport = startLamport;
  }

  newId = (): string => {
    this.made += 1;
    return uuid(`0190b${this.name}`.padEnd(8, '0'), this.made);
  };

  /** Has seen what another did: what it does next comes after. */
  see(other: TestReplica): void {
    this.lamport = Math.max(this.lamport, other.lamport);
  }

  /** So much time goes by before the next thing happens. */
  pass(seconds: number): void {
    this.lamport += seconds - 1;
  }

  add(...drafts: readonly EventDraft[]): SessionEvent[] {
    const added = drafts.map((draft) => {
      this.seq += 1;
      this.lamport += 1;
      return stampEvent(draft, {
        id: uuid(`0190e${this.name}`.padEnd(8, '0'), this.seq),
        sessionId: this.sessionId,
        replicaId: uuid(`0190f${this.name}`.padEnd(8, '0'), 1),
        seq: this.seq,
        lamport: this.lamport,
        at: new Date(Date.UTC(2026, 2, 2, 9, 0, this.lamport)).toISOString(),
        actor: 'trainer',
      }) as SessionEvent;
    });
    this.events.push(...added);
    return added;
  }
}
