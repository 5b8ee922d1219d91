import type { KeptPlan } from '@waxwing/core/api';
import { join } from '@waxwing/core/movement';
import {
  historyOf,
  redone,
  undone,
  withDone,
  type Plan,
  type PlanEdit,
  type PlanForm,
  type PlanHistory,
} from '@waxwing/core/planning';
import { RequestRefused, Unreachable } from '../../shared/api.ts';

/** A plan on this device that the server hasn't got, or hasn't got as it is now. */
export interface PlanDraft {
  readonly plan: Plan;
  /** What it was made from; `null` for a new one. */
  readonly base: Plan | null;
  readonly version: number;
  readonly bookingId?: string;
  readonly isTemplate?: boolean;
}

/**
 * Where the plan is: on the server as it stands, on its way, on this device until there is a network, changed elsewhere in the same places
 * (somebody has to choose), or refused with the reason.
 */
export type Kept =
  | { readonly kind: 'kept' }
  | { readonly kind: 'sending' }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'met'; readonly theirs: KeptPlan; readonly joined: Plan }
  | { readonly kind: 'refused'; readonly text: string };

export interface PlanSnapshot {
  readonly history: PlanHistory;
  readonly kept: Kept;
}

/** What the keeper needs of the world. */
export interface PlanWorld {
  readonly put: (form: PlanForm) => Promise<KeptPlan>;
  readonly read: () => Promise<KeptPlan>;
  readonly keepDraft: (draft: PlanDraft) => void;
  readonly forgetDraft: () => void;
  readonly later: (work: () => void, ms: number) => () => void;
  /** Milliseconds of some clock. */
  readonly now: () => number;
}

/** After the last change: whoever types isn't answered letter by letter. */
const SEND_AFTER_MS = 700;
const TRY_AGAIN_MS = 5_000;
/** The same thing done again so soon is the next letter of it: one step back for both. */
const GOES_ON_MS = 1_000;

/** Holds a plan while it is made: every change on the device at once, on the server a moment later, and the way back. */
export class PlanKeeper {
  private snapshot: PlanSnapshot;
  private base: Plan | null;
  private version: number;
  private readonly rest: Pick<PlanDraft, 'bookingId' | 'isTemplate'>;
  private cancelLater: () => void = () => undefined;
  private isSending = false;
  private lastChange: { readonly did: string; readonly at: number } | null = null;
  private readonly listeners = new Set<() => void>();

  constructor(
    { plan, base, version, bookingId, isTemplate }: PlanDraft,
    private readonly world: PlanWorld,
  ) {
    this.base = base;
    this.version = version;
    this.rest = { ...(bookingId && { bookingId }), ...(isTemplate && { isTemplate }) };
    this.snapshot = { history: historyOf(plan), kept: { kind: 'kept' } };
    // A new one of which nothing was made yet needn't be kept anywhere.
    const isBegun = base !== null || plan.blocks.some(({ items }) => items.length > 0);
    if (plan !== base && isBegun) this.sendIn(0);
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly read = (): PlanSnapshot => this.snapshot;

  get plan(): Plan {
    return this.snapshot.history.now;
  }

  /** Made in what the change before has left, however fast they come. */
  readonly change = (edit: PlanEdit, did: string): void => {
    const now = this.world.now();
    const goesOn = this.lastChange?.did === did && now - this.lastChange.at < GOES_ON_MS;
    this.lastChange = { did, at: now };
    this.take(withDone(this.snapshot.history, edit(this.plan), did, goesOn));
  };
  readonly undo = (): void => this.step(undone(this.snapshot.history));
  readonly redo = (): void => this.step(redone(this.snapshot.history));

  /** What two devices changed in the same places: as it is here, as it is there, or joined with theirs where they met. */
  choose(which: 'mine' | 'theirs' | 'joined'): void {
    const { kept } = this.snapshot;
    if (kept.kind !== 'met') return;
    this.base = kept.theirs.plan;
    this.version = kept.theirs.version;
    const next = which === 'mine' ? this.plan : which === 'theirs' ? kept.theirs.plan : kept.joined;
    this.show({ history: withDone(this.snapshot.history, next, 'took what another device changed'), kept: { kind: 'sending' } });
    this.keepOnDevice();
    this.sendIn(0);
  }

  /** Sends at once what is unsent; resolves when it is there, or can't be now. */
  async flush(): Promise<void> {
    this.cancelLater();
    if (this.isSending || this.snapshot.kept.kind === 'met') return;
    this.isSending = true;
    try {
      while (this.plan !== this.base) await this.sendNow();
      this.show({ ...this.snapshot, kept: { kind: 'kept' } });
    } catch (error) {
      this.stopped(error);
    } finally {
      this.isSending = false;
    }
  }

  close(): void {
    this.cancelLater();
  }

  private async sendNow(): Promise<void> {
    const sent = this.plan;
    this.show({ ...this.snapshot, kept: { kind: 'sending' } });
    try {
      const { version } = await this.world.put({ plan: sent, version: this.version, ...this.rest });
      this.base = sent;
      this.version = version;
      if (this.plan === sent) this.world.forgetDraft();
      else this.keepOnDevice();
    } catch (error) {
      if (!(error instanceof RequestRefused) || error.code !== 'changed' || this.base === null) throw error;
      this.joinWith(await this.world.read());
    }
  }

  /** What another device made of it meanwhile: joined where the two didn't meet, else shown. */
  private joinWith(theirs: KeptPlan): void {
    const { document, conflicts } = join(this.base!, this.plan, theirs.plan);
    if (conflicts.length > 0) throw new Met(theirs, document);
    this.base = theirs.plan;
    this.version = theirs.version;
    this.show({ ...this.snapshot, history: withDone(this.snapshot.history, document, 'joined with another device') });
    this.keepOnDevice();
  }

  private stopped(error: unknown): void {
    if (error instanceof Met) {
      this.show({ ...this.snapshot, kept: { kind: 'met', theirs: error.theirs, joined: error.joined } });
    } else if (error instanceof Unreachable) {
      this.show({ ...this.snapshot, kept: { kind: 'waiting' } });
      this.sendIn(TRY_AGAIN_MS);
    } else {
      const text = error instanceof Error ? error.message : 'It can’t be kept';
      const problems = error instanceof RequestRefused ? error.problems.map(({ message }) => message) : [];
      this.show({ ...this.snapshot, kept: { kind: 'refused', text: [text, ...problems].join(': ') } });
    }
  }

  private step(history: PlanHistory): void {
    this.lastChange = null;
    this.take(history);
  }

  private take(history: PlanHistory): void {
    if (history.now === this.plan) return;
    this.show({ ...this.snapshot, history });
    this.keepOnDevice();
    this.sendIn(SEND_AFTER_MS);
  }

  private keepOnDevice(): void {
    this.world.keepDraft({ plan: this.plan, base: this.base, version: this.version, ...this.rest });
  }

  private sendIn(ms: number): void {
    this.cancelLater();
    this.cancelLater = this.world.later(() => void this.flush(), ms);
  }

  private show(snapshot: PlanSnapshot): void {
    this.snapshot = snapshot;
    for (const listener of this.listeners) listener();
  }
}

class Met extends Error {
  constructor(
    readonly theirs: KeptPlan,
    readonly joined: Plan,
  ) {
    super('changed elsewhere in the same places');
  }
}
