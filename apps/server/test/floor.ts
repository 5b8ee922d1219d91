import { expect } from '@jest/globals';
import {
  countRep,
  endSet,
  indexBrief,
  laneSituation,
  lookClean,
  openSession,
  rateEffort,
  sayBestCue,
  seeFault,
  SessionFold,
  type ActionContext,
  type EventDraft,
  type SessionBrief,
  type SessionEvent,
} from '@waxwing/core/session';
import { v4 } from 'uuid';
import type { SignedIn } from '../src/accounts/actor.ts';
import type { SignedInClient, TestServer } from './testServer.ts';

export const SQUAT = 'waxwing:bodyweight-squat';
export const FAULT = `${SQUAT}/knees-in`;

/** A trainer on the floor whose every tap is sent at once, as its own batch. */
export class Floor {
  readonly fold = new SessionFold();
  readonly events: SessionEvent[] = [];
  private readonly index;

  private constructor(
    private readonly by: SignedInClient,
    readonly brief: SessionBrief,
  ) {
    this.index = indexBrief(brief);
  }

  /** With a client of the server’s owner, unless they are another’s. */
  static async open(server: TestServer, by: SignedInClient, name: string, of: SignedIn = server.owner): Promise<Floor> {
    const clientId = await server.client(of, name);
    const floor = new Floor(by, await by.start(clientId, [SQUAT], '2026-03-02'));
    await floor.say(openSession(floor.brief));
    return floor;
  }

  get laneId(): string {
    return this.brief.clients[0]!.laneId;
  }

  stamp(drafts: readonly EventDraft[]): SessionEvent[] {
    return this.by.stamp(this.brief.sessionId, drafts, '2026-03-02T09:00:00.000Z');
  }

  async say(drafts: readonly EventDraft[]): Promise<SessionEvent[]> {
    const stamped = this.stamp(drafts);
    this.fold.add(stamped);
    this.events.push(...stamped);
    expect(await this.by.send(this.brief.sessionId, stamped)).toMatchObject({ refused: [] });
    return stamped;
  }

  tap(action: (context: ActionContext) => readonly EventDraft[]): Promise<SessionEvent[]> {
    const { state } = this.fold;
    const situation = laneSituation(this.index, state, this.laneId)!;
    return this.say(action({ index: this.index, state, situation, newId: () => v4() }));
  }

  /** Everything that a set may have: reps, a fault, a cue with its outcome, a look, the end and the answer. */
  async set(): Promise<void> {
    await this.tap(countRep);
    await this.tap((context) => seeFault(context, FAULT, 'left'));
    await this.tap((context) => seeFault(context, FAULT, 'right'));
    const [given] = await this.tap(sayBestCue);
    if (given)
      await this.say([{ type: 'cue-outcome', laneId: this.laneId, payload: { cueGivenId: given.id, outcome: 'fixed' } }]);
    await this.tap(countRep);
    await this.tap(lookClean);
    await this.tap((context) => endSet(context, 'done'));
    await this.tap((context) => rateEffort(context, { effort: 'about-right' }));
  }
}
