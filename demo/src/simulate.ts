import { loadKg, type CueOutcome } from '@waxwing/core/movement';
import { effortOfReserve, repsAt, type Effort } from '@waxwing/core/loading';
import {
  SessionFold,
  amountPerSide,
  beginSet,
  countRep,
  decideNext,
  decisionsDue,
  endSet,
  indexBrief,
  isClean,
  laneSituation,
  lookClean,
  makeChange,
  nextSetAfter,
  noteOutcome,
  noteSetUp,
  openSession,
  rateEffort,
  sayBestCue,
  sayTypedCue,
  seeFault,
  seeTypedFault,
  stampEvent,
  startItem,
  switchSide,
  takeNextSet,
  type ActionContext,
  type EventDraft,
  type LaneSituation,
  type SessionBrief,
  type SessionEvent,
  type SessionState,
} from '@waxwing/core/session';
import { v7 as uuid } from 'uuid';
import type { Chance } from './chance.ts';
import type { Person } from './people.ts';

/** A trainer's hour with one person, as the events that the taps would have made. */
export function simulateSession(
  brief: SessionBrief,
  person: Person,
  /** `progress` is 0 at the beginning of the ten weeks and 1 at the end. */
  { progress, isFirst }: { readonly progress: number; readonly isFirst: boolean },
  startAt: Date,
  replicaId: string,
  firstSeq: number,
  chance: Chance,
): readonly SessionEvent[] {
  const index = indexBrief(brief);
  const laneId = brief.clients[0]!.laneId;
  const events: SessionEvent[] = [];
  const fold = new SessionFold();
  let now = startAt.getTime();
  let seq = firstSeq;

  const add = (drafts: readonly EventDraft[]) => {
    for (const draft of drafts) {
      const event = stampEvent(draft, {
        id: uuid({ msecs: now, seq }),
        sessionId: brief.sessionId,
        replicaId,
        seq,
        lamport: seq,
        at: new Date(now).toISOString(),
        actor: 'trainer',
      }) as SessionEvent;
      events.push(event);
      fold.add([event]);
      seq += 1;
    }
  };
  const wait = (seconds: number) => {
    now += seconds * 1000;
  };
  const look = (): { state: SessionState; situation: LaneSituation } => {
    const { state } = fold;
    return { state, situation: laneSituation(index, state, laneId)! };
  };
  const act = (action: (context: ActionContext) => readonly EventDraft[]) => {
    const { state, situation } = look();
    add(action({ index, state, situation, newId: () => uuid() }));
  };

  add(openSession(brief));
  for (const item of brief.clients[0]!.items) {
    wait(chance.between(40, 90));
    act((context) => startItem(context, item));
    const setUp = person.program.find(({ movementId }) => movementId === item.movementId)?.setUp;
    if (isFirst && setUp) act((context) => noteSetUp(context, setUp));
    for (let round = 0; round < item.sets; round += 1) doSet(round);
  }
  for (const decision of decisionsDue(index, fold.state, fold.state.lanes[0]!)) {
    add(decideNext({ laneId, clientId: brief.clients[0]!.clientId }, decision));
  }
  wait(60);
  add([{ type: 'session-ended', payload: {} }]);
  return events;

  function doSet(round: number): void {
    act(beginSet);
    wait(6);
    act(seeWhatThereIs);
    if (isFirst && round === 0) typeWhatIsMissing();
    work(0.6);
    correct();
    work(0.4);
    act((context) => {
      const clean = context.situation.set && isClean(context.situation.set, context.situation.movement) === true;
      return clean || !context.situation.correction ? lookClean(context) : [];
    });
    act((context) => endSet(context, 'done'));
    wait(8);
    const effort = answer(round);
    act((context) => rateEffort(context, { effort }));
    act((context) => {
      const next = nextSetAfter(index, context.situation, context.situation.set!, { effort });
      // A harder or easier movement is for the end of an exercise, not between two rounds of a plan.
      return next.kind === 'rung' || next.kind === 'stop' ? [] : takeNextSet(context, next);
    });
    wait(look().situation.item.restSeconds);
  }

  function work(share: number): void {
    const { situation } = look();
    const { item, movement } = situation;
    // With a load it is strength that decides, not chance.
    const able = repsLeftToday(situation);
    const tired = able === null && chance.is(0.04) ? chance.between(1, 2) : 0;
    if (item.dose.kind === 'seconds') return wait(Math.max(3, Math.round(item.target * share) - tired));
    const made = Math.min(item.target, Math.max(3, Math.floor(able ?? item.target)));
    const perSide = Math.max(1, Math.round(made * share) - (share < 0.5 ? tired : 0));
    const sides = movement.document.laterality === 'one-side' ? 2 : 1;
    for (let side = 0; side < sides; side += 1) {
      if (side > 0) act(switchSide);
      const { state, situation: working } = look();
      for (let rep = 0; rep < perSide; rep += 1) {
        add(countRep({ index, state, situation: working, newId: () => uuid() }));
        wait(3);
      }
    }
  }

  /** Said once, and gone: what comes after it is as it would have been. */
  function typeWhatIsMissing(): void {
    if (!person.typed || look().situation.item.itemId !== brief.clients[0]!.items[0]!.itemId) return;
    const { fault, cue } = person.typed;
    if (look().situation.correction) return;
    act((context) => seeTypedFault(context, fault));
    act((context) => sayTypedCue(context, cue));
    act((context) => noteOutcome(context, 'fixed'));
  }

  function seeWhatThereIs(context: ActionContext): readonly EventDraft[] {
    const seen = context.situation.movement.faults.filter((fault) =>
      chance.is((person.faults[fault.faultId] ?? 0.03) * (1 - 0.7 * progress)),
    );
    // One at a time: a trainer taps what strikes them first.
    const [first] = seen;
    const side = first?.oneSided ? (chance.is(0.6) ? 'left' : 'right') : undefined;
    return first ? seeFault(context, first.faultId, side) : [];
  }

  function correct(): void {
    for (let tries = 0; tries < 3; tries += 1) {
      act(sayBestCue);
      const waiting = look().situation.correction?.waitingFor;
      if (!waiting) break;
      wait(10);
      const outcome = outcomeOf(person.hears.includes(waiting.cueId));
      act((context) => noteOutcome(context, outcome));
      if (outcome === 'fixed' || outcome === 'better') return;
    }
    const { situation } = look();
    const change = situation.correction?.changes.find((each) => each.kind !== 'swap');
    if (situation.correction && change) act((context) => makeChange(context, change));
  }

  function outcomeOf(hears: boolean): CueOutcome {
    const roll = chance.next();
    if (hears) return roll < 0.75 ? 'fixed' : roll < 0.9 ? 'better' : 'same';
    return roll < 0.15 ? 'fixed' : roll < 0.35 ? 'better' : roll < 0.95 ? 'same' : 'worse';
  }

  /** What their strength allows at this load, to failure: it grows by about a fifth in ten weeks. `null` where it isn't about a load. */
  function repsLeftToday({ item }: LaneSituation): number | null {
    const oneRm = person.program.find(({ movementId }) => movementId === item.movementId)?.oneRm;
    const kg = loadKg(item.load);
    if (!oneRm || !kg) return null;
    return repsAt({ oneRm: oneRm * (1 + 0.2 * progress), formula: 'epley', isRough: false }, kg);
  }

  function answer(round: number): Effort {
    const { situation } = look();
    const short = amountPerSide(situation.set!, situation.movement.document) < situation.item.target;
    const felt = short ? 'nothing-left' : feltAfter(situation, round);
    // Felt first even by who always says the same: chance is drawn alike, so that nobody else's hour changes.
    return person.always ?? felt;
  }

  function feltAfter(situation: LaneSituation, round: number): Effort {
    const able = repsLeftToday(situation);
    if (able !== null) return effortOfReserve(able - situation.item.target - 0.5 * round + chance.next() - 0.5);
    const spare = person.spare + 0.25 * progress - 0.1 * round;
    return chance.is(spare) ? 'plenty-left' : chance.is(0.12) ? 'nothing-left' : 'about-right';
  }
}
