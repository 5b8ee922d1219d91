import { EVENT_BATCH_MAX, startAgain, type PickedLane, type SessionBrief, type SessionEvent } from '@waxwing/core/session';
import type { EventsAnswer } from '@waxwing/core/api';
import { api, RequestRefused, Unreachable } from '../api.ts';
import type { KeptPicture } from './deviceSchema.ts';
import type { DeviceStore, Waiting } from './deviceStore.ts';

export interface OutboxState {
  /**
   * `sent`: nothing waits. `offline`: no answer. `trouble`: the server can't store just now, and says why. `signed-out`: it wants a
   * new sign-in first.
   */
  readonly kind: 'sent' | 'sending' | 'offline' | 'trouble' | 'signed-out';
  readonly unsent: number;
  /** What the server says is wrong with it, while there is trouble. */
  readonly trouble: string | null;
  /** Events that the server won't take; they stay on this device. */
  readonly refused: number;
  /** Why not the first of them. */
  readonly reason: string | null;
}

export interface Server {
  send(sessionId: string, events: readonly SessionEvent[]): Promise<EventsAnswer>;
  /** Makes a session known that the server has never heard of, since it was put back to an earlier backup. */
  start(brief: SessionBrief): Promise<unknown>;
  /** Somebody joined a session that the server knows. Told twice it is done once. */
  join(sessionId: string, lane: PickedLane): Promise<unknown>;
  sendPicture(picture: KeptPicture): Promise<unknown>;
}

const realServer: Server = {
  send: (sessionId, events) => api.post<EventsAnswer>(`sessions/${sessionId}/events`, { events }),
  start: async (brief) => {
    const { placeId: _placeId, ...anywhere } = brief;
    try {
      await api.post('sessions', startAgain(brief));
    } catch (error) {
      // The room is gone by now, or not there yet in a backup: the hour happened all the same.
      if (!(error instanceof RequestRefused) || !error.problems.some(({ path }) => path === 'placeId')) throw error;
      await api.post('sessions', startAgain(anywhere));
    }
  },
  join: (sessionId, lane) => api.post(`sessions/${sessionId}/lanes`, lane),
  sendPicture: ({ clientId, pictureId, jpeg }) => api.put(`clients/${clientId}/pictures/${pictureId}`, { jpeg }),
};

/** What was tapped is drawn before it is sent; quick taps go together. */
const SOON_MS = 150;
export const FIRST_PAUSE_MS = 2000;
export const LONGEST_PAUSE_MS = 60_000;

/** What an answer that is no "kept" means for what waits. */
type Verdict =
  /** Nobody will get through now. */
  | { readonly kind: 'offline' | 'signed-out' }
  /** Later, with this session; others may go through. */
  | { readonly kind: 'trouble'; readonly words: string }
  /** Fewer at once. */
  | { readonly kind: 'too-large' }
  | { readonly kind: 'unknown-session' | 'forgotten' }
  /** Not as it is: set aside and said. */
  | { readonly kind: 'refused'; readonly words: string };

/** Only what Waxwing's own server says of an event decides about it; whatever stands in between can only be waited out. */
export function verdictOf(error: unknown): Verdict {
  if (error instanceof Unreachable) return error.status === 413 ? { kind: 'too-large' } : { kind: 'offline' };
  if (!(error instanceof RequestRefused)) return { kind: 'trouble', words: 'Something went wrong on this device' };
  const { status, code, message } = error;
  if (status === 401) return { kind: 'signed-out' };
  if (status >= 500 || status === 408 || status === 429) return { kind: 'trouble', words: message };
  if (status === 413) return { kind: 'too-large' };
  if (code === 'forgotten') return { kind: 'forgotten' };
  if (code === 'no-such-session') return { kind: 'unknown-session' };
  return { kind: 'refused', words: message };
}

/** What stands in the way of sending. */
type Obstacle = Extract<Verdict, { kind: 'offline' | 'signed-out' | 'trouble' }>;

interface Pause {
  readonly why: Obstacle;
  readonly fails: number;
  readonly since: number;
  readonly until: number;
}

/** What everything waits for when nobody gets through. */
const EVERYTHING = '';
const PICTURES = 'pictures';

/** Before it has looked, nobody may say that all is sent. */
export const NOT_LOOKED: OutboxState = { kind: 'sending', unsent: 0, trouble: null, refused: 0, reason: null };

/** Brings what was kept to the server, as often as it takes. Sending twice is harmless there. */
export class Outbox {
  private state: OutboxState = NOT_LOOKED;
  private readonly listeners = new Set<() => void>();
  private running: Promise<void> | null = null;
  private again = false;
  private stopped = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private soon: ReturnType<typeof setTimeout> | undefined;
  /** By session, and under `EVERYTHING`: how often it failed, and until when it isn't tried. */
  private readonly pauses = new Map<string, Pause>();
  private readonly batch = new Map<string, number>();
  /** Sessions that were made known anew; a server that still doesn't know them never will. */
  private readonly startedAgain = new Set<string>();

  constructor(
    private readonly store: DeviceStore,
    private readonly server: Server = realServer,
    private readonly now: () => number = Date.now,
  ) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getState = (): OutboxState => this.state;

  /** Sends what waits and isn't paused; a call while sending makes it look once more at the end. */
  flush(): Promise<void> {
    if (this.stopped) return Promise.resolve();
    this.again = true;
    this.running ??= this.run().finally(() => {
      this.running = null;
    });
    return this.running;
  }

  /** The same in a moment. */
  flushSoon(): void {
    this.soon ??= setTimeout(() => {
      this.soon = undefined;
      void this.flush();
    }, SOON_MS);
  }

  /** Something has changed, such as the network coming back: nothing waits any longer. */
  flushNow(): Promise<void> {
    this.pauses.clear();
    return this.flush();
  }

  /**
   * Something else has had an answer: what waits for the network needn't wait its pause out. Not right after a failure, since what
   * that answer came through may not let this through.
   */
  answered(): void {
    const pause = this.pauses.get(EVERYTHING);
    if (pause?.why.kind !== 'offline' || this.running || this.now() < pause.since + FIRST_PAUSE_MS) return;
    this.pauses.set(EVERYTHING, { ...pause, until: this.now() });
    void this.flush();
  }

  /** Tries what the server wouldn't take once more. */
  async retryRefused(): Promise<void> {
    await this.store.retryRefused();
    this.startedAgain.clear();
    await this.flushNow();
  }

  /** Sends nothing more: somebody else is signing in. What waits stays with the one who left. */
  stop(): void {
    this.stopped = true;
    this.again = false;
    clearTimeout(this.timer);
    clearTimeout(this.soon);
    this.listeners.clear();
  }

  private async run(): Promise<void> {
    clearTimeout(this.timer);
    let obstacle: Obstacle | null = null;
    let waiting: Waiting | null = null;
    while (this.again) {
      this.again = false;
      waiting = await this.store.waiting();
      obstacle = await this.goThrough(waiting);
    }
    // Without another pass nothing was sent since it was looked at, but for pictures.
    this.tell(obstacle, waiting && waiting.pictures === 0 ? waiting : await this.store.waiting());
    if (obstacle) this.wakeLater();
  }

  /** One batch of every session that isn't paused. Answers what stood in the way of any. */
  private async goThrough(waiting: Waiting): Promise<Obstacle | null> {
    let obstacle: Obstacle | null = null;
    for (const sessionId of waiting.sessionIds) {
      const paused = this.pauseOf(EVERYTHING) ?? this.pauseOf(sessionId);
      if (!paused && this.state.kind === 'sent') this.tell(null, waiting);
      const met = paused?.why ?? (await this.sendBatch(sessionId));
      if (met) obstacle = met;
      // Neither would get any other session through.
      if (met?.kind === 'offline' || met?.kind === 'signed-out') return met;
    }
    return (waiting.pictures > 0 ? await this.sendPictures() : null) ?? obstacle;
  }

  /** After the events, which are small and urgent; one that the server will never take is let go. */
  private async sendPictures(): Promise<Obstacle | null> {
    for (const picture of await this.store.unsentPictures()) {
      const paused = this.pauseOf(EVERYTHING) ?? this.pauseOf(PICTURES);
      if (paused) return paused.why;
      const verdict = await this.attempt(() => this.server.sendPicture(picture));
      if (verdict?.kind === 'offline' || verdict?.kind === 'signed-out' || verdict?.kind === 'trouble') {
        this.pause(verdict.kind === 'trouble' ? PICTURES : EVERYTHING, verdict);
        return verdict;
      }
      this.pauses.delete(PICTURES);
      await this.store.settlePicture(picture.pictureId, verdict === null);
    }
    return null;
  }

  /** `null`: this batch is done with, whatever became of it, and there may be another. */
  private async sendBatch(sessionId: string): Promise<Obstacle | null> {
    const { joining, events } = await this.store.toSend(sessionId, this.batch.get(sessionId) ?? EVENT_BATCH_MAX);
    if (joining[0]) return this.tellOfJoining(sessionId, joining[0], events);
    if (events.length === 0) return null;
    const verdict = await this.attempt(async () => {
      const { kept, refused } = await this.server.send(sessionId, events);
      const reasons = new Map(refused.map(({ id, problems }) => [id, problems.map((each) => each.message).join('; ')]));
      await this.store.settle(kept, reasons);
      // It may be put back once more.
      this.startedAgain.delete(sessionId);
    });
    if (verdict?.kind === 'unknown-session') return this.makeKnown(sessionId, events);
    if (verdict?.kind === 'too-large' && events.length > 1) this.batch.set(sessionId, Math.ceil(events.length / 2));
    else if (verdict) return this.deal(verdict, sessionId, events);
    this.wellAgain(sessionId);
    return null;
  }

  /** Before anything of them is sent. Who may not join has done what they did on this device alone. */
  private async tellOfJoining(sessionId: string, lane: PickedLane, events: readonly SessionEvent[]): Promise<Obstacle | null> {
    const verdict = await this.attempt(() => this.server.join(sessionId, lane));
    if (verdict?.kind === 'unknown-session') return this.makeKnown(sessionId, events);
    const theirs = verdict ? await this.store.unsentOfLane(sessionId, lane.laneId) : [];
    const obstacle = verdict && (await this.deal(verdict, sessionId, theirs));
    if (obstacle) return obstacle;
    await this.store.settleJoining(sessionId, lane);
    this.wellAgain(sessionId);
    return null;
  }

  /** The server has answered about this session: nothing is paused for it, and it is looked at again. */
  private wellAgain(sessionId: string): void {
    this.pauses.delete(sessionId);
    this.pauses.delete(EVERYTHING);
    this.again = true;
  }

  private async attempt(work: () => Promise<unknown>): Promise<Verdict | null> {
    try {
      await work();
      return null;
    } catch (error) {
      return verdictOf(error);
    }
  }

  /** The server was put back to a time before this session: it is begun there again, under its id. */
  private async makeKnown(sessionId: string, events: readonly SessionEvent[]): Promise<Obstacle | null> {
    const brief = await this.store.brief(sessionId);
    const isHopeless = !brief || this.startedAgain.has(sessionId);
    const verdict: Verdict | null = isHopeless ? { kind: 'unknown-session' } : await this.attempt(() => this.server.start(brief));
    if (verdict) return this.deal(verdict, sessionId, events);
    this.startedAgain.add(sessionId);
    this.again = true;
    return null;
  }

  private async deal(verdict: Verdict, sessionId: string, events: readonly SessionEvent[]): Promise<Obstacle | null> {
    switch (verdict.kind) {
      case 'offline':
      case 'signed-out':
        this.pause(EVERYTHING, verdict);
        return verdict;
      case 'trouble':
        this.pause(sessionId, verdict);
        return verdict;
      case 'forgotten':
        await this.store.forgetSession(sessionId);
        break;
      case 'too-large':
        await this.setAside(events, 'is too large to be sent');
        break;
      case 'unknown-session':
        await this.setAside(events, 'the server doesn’t know this session');
        break;
      case 'refused':
        await this.setAside(events, verdict.words);
    }
    this.wellAgain(sessionId);
    return null;
  }

  private setAside(events: readonly SessionEvent[], reason: string): Promise<void> {
    return this.store.settle([], new Map(events.map((event) => [event.id, reason])));
  }

  private pauseOf(what: string): Pause | null {
    const pause = this.pauses.get(what);
    return pause && pause.until > this.now() ? pause : null;
  }

  /** Each time twice as long; signed out, until somebody signs in. */
  private pause(what: string, why: Obstacle): void {
    const fails = (this.pauses.get(what)?.fails ?? 0) + 1;
    const ms = why.kind === 'signed-out' ? Infinity : Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** (fails - 1));
    this.pauses.set(what, { why, fails, since: this.now(), until: this.now() + ms });
  }

  private wakeLater(): void {
    const next = Math.min(...[...this.pauses.values()].map(({ until }) => until));
    if (!this.stopped && Number.isFinite(next)) this.timer = setTimeout(() => void this.flush(), Math.max(0, next - this.now()));
  }

  private tell(obstacle: Obstacle | null, { unsent, refused, reason }: Waiting): void {
    this.state = {
      kind: unsent === 0 ? 'sent' : (obstacle?.kind ?? 'sending'),
      trouble: unsent > 0 && obstacle?.kind === 'trouble' ? obstacle.words : null,
      unsent,
      refused,
      reason,
    };
    for (const listener of this.listeners) listener();
  }
}
