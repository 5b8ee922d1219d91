import { Injectable } from '@nestjs/common';
import type { BriefIndex, SessionFold } from '@waxwing/core/session';

/** A session as it stands in memory: what its events come to, and how far the database has been read. */
export interface LiveSession {
  readonly fold: SessionFold;
  readonly index: BriefIndex;
  /** The position of the last event that the fold has. */
  readonly cursor: number;
}

/** As many hours may go on at once without being folded anew; beyond, the one that nothing came for the longest gives way. */
const MOST = 60;

/**
 * Sessions that events come for, folded and indexed, so that one event more costs the same all hour. Whoever writes takes a session out
 * and puts it back when the write is committed: one that failed half-way is nowhere, and is read from the database next time.
 */
@Injectable()
export class LiveSessions {
  private readonly sessions = new Map<string, LiveSession>();
  /** Taken out, and not dropped since. */
  private readonly out = new Set<string>();

  /** To read from; what is taken out isn't there. */
  peek(sessionId: string): LiveSession | null {
    return this.sessions.get(sessionId) ?? null;
  }

  take(sessionId: string): LiveSession | null {
    const session = this.sessions.get(sessionId) ?? null;
    this.sessions.delete(sessionId);
    this.out.add(sessionId);
    return session;
  }

  putBack(sessionId: string, session: LiveSession): void {
    if (!this.out.delete(sessionId)) return;
    this.sessions.set(sessionId, session);
    const [oldest] = this.sessions.keys();
    if (this.sessions.size > MOST && oldest !== undefined) this.sessions.delete(oldest);
  }

  /** Somebody in it was forgotten: nothing of them stays in memory, nor comes back into it. */
  drop(sessionId: string): void {
    this.sessions.delete(sessionId);
    this.out.delete(sessionId);
  }
}
