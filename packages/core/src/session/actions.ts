import { faultsMeant } from '../coaching/faultsMeant.ts';
import type { Change } from '../coaching/nextChange.ts';
import type { SetUp } from '../client/setUp.ts';
import type { EffortAnswer } from '../loading/effort.ts';
import { stepsFrom, type Makeable } from '../loading/makeable.ts';
import type { NextSession } from '../loading/nextSession.ts';
import type { NextSet } from '../loading/nextSet.ts';
import type { DoseKind, Region, Side, View } from '../movement/terms.ts';
import { amountText } from '../movement/doseText.ts';
import type { LoadChange } from '../movement/movementDocument.ts';
import type { Load } from '../movement/load.ts';
import { wordsOf } from '../movement/likeTexts.ts';
import { lowerFirst } from '../movement/text.ts';
import { turnsOf } from '../movement/turns.ts';
import type { ClientBrief, SessionBrief } from './brief.ts';
import type { EventDraft } from './envelope.ts';
import type { EventOf, SegmentChange, SessionItem } from './event.ts';
import type { EndReason, PainKind } from './eventTypes.ts';
import { piecesOf, segmentAmount } from './amount.ts';
import type { BriefIndex } from './briefIndex.ts';
import { adviceFor } from './clientAdvice.ts';
import { isLevel, isNobodys } from './whoseLane.ts';
import { clockBlockOf } from './clock.ts';
import type { LaneSituation } from './laneSituation.ts';
import type { NextStretch } from './plannedSets.ts';
import { mirrorView } from './mirror.ts';
import { SLOWER_KEY } from './nextSetAfter.ts';
import { typedCueId, typedFault } from './typed.ts';
import type { ProposalState, SegmentState, SessionState, SetState } from './state.ts';

/**
 * What each tap on Floor means: pure functions from where a lane stands to the events that say what happened. Nothing is
 * changed here; the fold of the events is the change.
 */
export interface ActionContext {
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situation: LaneSituation;
  readonly newId: () => string;
}

export type Drafts = readonly EventDraft[];
export type SegmentDraft = Extract<EventDraft, { type: 'segment-started' }>;

export function inLane(context: ActionContext): { laneId: string; clientId?: string } {
  const { laneId, clientId } = context.situation.lane;
  return { laneId, ...(!isNobodys(context.situation.lane) && { clientId }) };
}

/** The first events of a session, from its brief. */
export function openSession(brief: SessionBrief): Drafts {
  return [
    { type: 'session-started', payload: { localDate: brief.localDate, zone: brief.zone } },
    ...brief.clients.flatMap(joinFloor),
  ];
}

interface OpenSet {
  readonly setId: string;
  readonly segmentId: string;
  readonly drafts: Drafts;
}

/** The set that is going on, or the events that begin one. */
function openSet(context: ActionContext): OpenSet {
  const { situation } = context;
  if (situation.set && situation.isWorking) {
    return { setId: situation.set.setId, segmentId: situation.set.segments.at(-1)!.segmentId, drafts: [] };
  }
  const { item, asked } = situation;
  const setId = context.newId();
  const segmentId = context.newId();
  return {
    setId,
    segmentId,
    drafts: [
      {
        type: 'segment-started',
        ...inLane(context),
        payload: {
          setId,
          segmentId,
          itemId: item.itemId,
          movementId: item.movementId,
          revisionId: item.revisionId,
          ...asked,
          ...(item.nextChange && { change: item.nextChange }),
        },
      },
    ],
  };
}

export function beginSet(context: ActionContext): Drafts {
  return openSet(context).drafts;
}

/** One rep; the first one begins the set. */
export function countRep(context: ActionContext): Drafts {
  const { setId, segmentId, drafts } = openSet(context);
  return [...drafts, { type: 'rep-counted', ...inLane(context), payload: { setId, segmentId } }];
}

/** The next stretch of the set: what isn't said stays as it is. */
export function nextSegment(
  context: ActionContext,
  set: SetState,
  next: Partial<SegmentState>,
  change?: SegmentChange,
): EventDraft {
  const last = set.segments.at(-1)!;
  const of = { ...last, ...next };
  const { side, tempo, stretch, manner, part, sideAlone, unit } = of;
  return {
    type: 'segment-started',
    ...inLane(context),
    payload: {
      setId: set.setId,
      segmentId: context.newId(),
      itemId: set.itemId,
      movementId: of.movementId,
      revisionId: of.revisionId,
      load: of.load,
      target: of.target,
      ...(side && { side }),
      ...(tempo && { tempo }),
      ...(change && { change }),
      ...(stretch !== undefined && { stretch }),
      ...(manner && { manner }),
      ...(part && { part }),
      ...(sideAlone && { sideAlone }),
      ...(unit !== context.situation.item.dose.kind && { unit }),
    },
  };
}

export function switchSide(context: ActionContext): Drafts {
  const { set, isWorking, follows } = context.situation;
  if (!set || !isWorking) return [];
  if (follows?.kind === 'side') return goOn(context);
  const other: Side = set.segments.at(-1)!.side === 'left' ? 'right' : 'left';
  // Back to a side that was begun: it goes on where it was left.
  const left = set.segments.findLast(({ side }) => side === other) ?? {};
  return [nextSegment(context, set, { ...left, side: other })];
}

/** What follows at once in the set: the other side, the next stretch of its plan, a lighter load, an easier movement. */
export function goOn(context: ActionContext): Drafts {
  const { set, isWorking, follows } = context.situation;
  if (!set || !isWorking || !follows) return [];
  const draft = segmentAfter(context, set, follows, context.newId());
  return draft ? [draft] : [];
}

/** The beginning of what follows at once in a set; `null` where the library has lost its movement. */
export function segmentAfter(
  context: ActionContext,
  set: SetState,
  follows: NextStretch,
  segmentId: string,
): SegmentDraft | null {
  const { kind, movementId, side, target, unit, load, manner, stretch } = follows;
  const last = set.segments.at(-1)!;
  const first = set.segments[0]!;
  const revision =
    movementId === last.movementId ? last : movementId === first.movementId ? first : context.index.revision(movementId);
  const item = context.situation.lane.items.find(({ itemId }) => itemId === set.itemId);
  if (!revision || !item) return null;
  return {
    type: 'segment-started',
    ...inLane(context),
    payload: {
      setId: set.setId,
      segmentId,
      itemId: set.itemId,
      movementId,
      revisionId: revision.revisionId,
      load,
      target,
      ...(side && { side }),
      ...(movementId === first.movementId && first.tempo && { tempo: first.tempo }),
      ...(manner && { manner }),
      ...(stretch !== null && { stretch }),
      ...(unit !== item.dose.kind && { unit }),
      ...((kind === 'lighter' || kind === 'easier') && { part: 'follow-on' as const }),
    },
  };
}

/** A hold was dropped: the piece ends, the set goes on. */
export function dropHold(context: ActionContext): Drafts {
  const { set, isWorking } = context.situation;
  const last = set?.segments.at(-1);
  if (!set || !isWorking || last?.unit !== 'seconds' || last.endedAt !== null) return [];
  return [{ type: 'hold-broken', ...inLane(context), payload: { setId: set.setId, segmentId: last.segmentId } }];
}

/** Held again, for what is left. */
export function holdAgain(context: ActionContext): Drafts {
  const { set, isWorking } = context.situation;
  const last = set?.segments.at(-1);
  if (!set || !isWorking || last?.unit !== 'seconds' || last.endedAt === null) return [];
  const held = piecesOf(set).reduce((sum, piece) => sum + segmentAmount(piece), 0);
  const { target } = piecesOf(set)[0]!;
  return [nextSegment(context, set, { target: Math.max(1, target - held) })];
}

export function changeView(context: ActionContext, view: View): Drafts {
  return [{ type: 'view-changed', ...inLane(context), payload: { view } }];
}

/** Where the trainer stands, and what a mirror shows besides. */
function whereSeen({ index, situation: { lane, movement } }: ActionContext): { readonly view: View; readonly mirror?: View } {
  const mirror = mirrorView(index, movement.document, lane.view);
  return { view: lane.view, ...(mirror && { mirror }) };
}

/** Looked, and it is good: worth knowing, and said aloud. */
export function lookClean(context: ActionContext): Drafts {
  const { setId, drafts } = openSet(context);
  return [...drafts, { type: 'looked', ...inLane(context), payload: { setId, clean: true, ...whereSeen(context) } }];
}

/** A parked fault was looked for again and isn't there. */
export function lookGone(context: ActionContext, faultId: string): Drafts {
  const { set } = context.situation;
  if (!set) return [];
  return [
    { type: 'looked', ...inLane(context), payload: { setId: set.setId, clean: false, gone: [faultId], ...whereSeen(context) } },
  ];
}

export function seeFault(context: ActionContext, faultId: string, side?: Side): Drafts {
  const fault = context.situation.movement.faults.find((each) => each.faultId === faultId);
  if (!fault) return [];
  const { setId, drafts } = openSet(context);
  return [
    ...drafts,
    {
      type: 'fault-seen',
      ...inLane(context),
      payload: {
        setId,
        faultId,
        faultTypeId: fault.type,
        ...whereSeen(context),
        ...(side && { side }),
        ...typedText(context, faultId),
      },
    },
  ];
}

/** A fault that the library lacks, as it is typed; one that is called so here, or known by these words, is that one. */
export function seeTypedFault(context: ActionContext, text: string, side?: Side): Drafts {
  const { movement } = context.situation;
  const known =
    movement.faults.find(({ name }) => isSameText(name, text)) ??
    faultsMeant(text, movement.faults, context.index.lexicon).find(({ isCalledSo }) => isCalledSo)?.fault;
  if (known) return seeFault(context, known.faultId, side);
  const { setId, drafts } = openSet(context);
  const fault = typedFault(movement.movementId, context.newId());
  return [
    ...drafts,
    { type: 'fault-seen', ...inLane(context), payload: { setId, ...fault, ...whereSeen(context), text, ...(side && { side }) } },
  ];
}

/** A cue that just came to mind: said for the fault that comes first, else kept to be said; one that is here already is that one. */
export function sayTypedCue(context: ActionContext, text: string): Drafts {
  const { movement, correction, set } = context.situation;
  const known = movement.cues.find((cue) => isSameText(cue.text, text));
  const { movementId } = movement;
  const cueId = known?.cueId ?? typedCueId(movementId, context.newId());
  if (!correction || !set) return known ? [] : [{ type: 'cue-typed', ...inLane(context), payload: { movementId, cueId, text } }];
  return sayCue(context, cueId, known ? undefined : text);
}

function isSameText(a: string, b: string): boolean {
  return wordsOf(a).join(' ') === wordsOf(b).join(' ');
}

/** Says a cue for the fault that comes first; `text` of one that the library lacks. */
export function sayCue(context: ActionContext, cueId: string, text?: string): Drafts {
  const { correction, set } = context.situation;
  if (!correction || !set) return [];
  const { fault } = correction.triage.first;
  return [
    {
      type: 'cue-given',
      ...inLane(context),
      payload: { setId: set.setId, faultId: fault.faultId, faultTypeId: fault.type, cueId, ...typedText(context, cueId, text) },
    },
  ];
}

/** Says the best cue, unless one is waiting for its outcome, enough was said, or the set should end. */
export function sayBestCue(context: ActionContext): Drafts {
  const { correction } = context.situation;
  const best = correction?.cues[0];
  if (!correction || !best || correction.waitingFor || correction.isCueingSpent || correction.triage.endSet) return [];
  return sayCue(context, best.cue.cueId);
}

/** Says the best of the cues that is not the one that was just said. */
export function sayAnotherCue(context: ActionContext): Drafts {
  const { correction } = context.situation;
  const other = correction?.cues.find((ranked) => ranked.cue.cueId !== correction.waitingFor?.cueId && !ranked.spent);
  return other ? sayCue(context, other.cue.cueId) : [];
}

export function noteOutcome(context: ActionContext, outcome: 'fixed' | 'better' | 'same' | 'worse'): Drafts {
  const waiting = context.situation.correction?.waitingFor;
  return waiting ? [{ type: 'cue-outcome', ...inLane(context), payload: { cueGivenId: waiting.cueGivenId, outcome } }] : [];
}

/** Each time that something typed is seen or said it says what it is. */
function typedText({ state }: ActionContext, id: string, text?: string): { readonly text?: string } {
  const known = text ?? state.typed.find((typed) => typed.id === id)?.text;
  return known === undefined ? {} : { text: known };
}

function proposed(context: ActionContext, about: string, text: string, reasons: readonly string[], setId?: string): Drafts {
  const proposalId = context.newId();
  return [
    {
      type: 'proposal-shown',
      ...inLane(context),
      payload: { proposalId, about, text, reasons: [...reasons], ...(setId && { setId }) },
    },
    { type: 'proposal-decided', ...inLane(context), payload: { proposalId, taken: true } },
  ];
}

/** Makes a proposed change in the set that is going on. Where the lever is the load, `load` says which; else it is one step of this room's. */
export function makeChange(context: ActionContext, change: Change, chosen?: Load): Drafts {
  const { set, isWorking, item, correction } = context.situation;
  const load = chosen ?? (change.kind === 'lever' && change.lever === 'load' ? loadOf(context, change.load) : undefined);
  const faultId = correction?.triage.first.fault.faultId;
  const log = proposed(context, change.kind === 'swap' ? 'swap' : 'change', change.text, [change.why], set?.setId);
  if (change.kind === 'swap') return [...log, ...swapFor(context, change.movementId, change.levers, faultId)];
  if (!set || !isWorking) return [];
  const lever = change.kind === 'lever' ? change.lever : undefined;
  return [
    ...log,
    ...(load ? [{ type: 'load-changed' as const, ...inLane(context), payload: { itemId: item.itemId, load } }] : []),
    nextSegment(context, set, load ? { load } : {}, {
      kind: change.kind,
      key: change.key,
      text: change.text,
      ...(lever && { lever }),
      ...(faultId && { faultId }),
    }),
  ];
}

function loadOf(context: ActionContext, change: LoadChange = 'lighter'): Load | undefined {
  if (change === 'as-said') return undefined;
  return change === 'none' ? { kind: 'bodyweight' } : lighterLoad(context)?.load;
}

/** The next lighter load of this room than what is in hand. */
export function lighterLoad({ index, situation }: Pick<ActionContext, 'index' | 'situation'>): Makeable | null {
  const { item, set, isWorking } = situation;
  const load = (isWorking ? set?.segments.at(-1)?.load : undefined) ?? item.load;
  return stepsFrom(index.rack(item.movementId), load).lighter;
}

/** Another movement for the item, at once and without a cue where the trainer wants it so. */
export function swapFor(
  context: ActionContext,
  movementId: string,
  levers: readonly SegmentChangeLever[],
  faultId?: string,
): Drafts {
  const { index, situation } = context;
  const { item, set, isWorking, client } = situation;
  const revision = index.revision(movementId);
  if (!revision || movementId === item.movementId) return [];
  const { document } = revision;
  const advice = adviceFor(index, client, document);
  // On the clock it is as long as the clock says, whatever the movement.
  const isTimed = clockBlockOf(index, item.planItemId)?.format.kind === 'intervals';
  const { dose, target } = isTimed ? item : { dose: document.dose, target: advice.target };
  const { load } = advice;
  const swapped: EventDraft = {
    type: 'movement-swapped',
    ...inLane(context),
    payload: {
      itemId: item.itemId,
      fromMovementId: item.movementId,
      toMovementId: movementId,
      toRevisionId: revision.revisionId,
      dose,
      target,
      load,
      levers: [...levers],
      ...(faultId && { faultId }),
      ...(set && isWorking && { setId: set.setId }),
    },
  };
  if (!set || !isWorking) return [swapped];
  const side = document.laterality === 'one-side' ? (set.segments.at(-1)!.side ?? 'left') : undefined;
  const { side: _side, ...rest } = nextSegment(
    context,
    set,
    { movementId, revisionId: revision.revisionId, load, target },
    { kind: 'swap', key: `swap:${movementId}`, text: document.name, ...(faultId && { faultId }) },
  ).payload as SegmentPayload;
  return [swapped, { type: 'segment-started', ...inLane(context), payload: { ...rest, ...(side && { side }) } }];
}

type SegmentPayload = Extract<EventDraft, { type: 'segment-started' }>['payload'];
type SegmentChangeLever = NonNullable<SegmentChange['lever']>;

export function endSet(context: ActionContext, reason: EndReason): Drafts {
  const { set, isWorking } = context.situation;
  return set && isWorking ? [{ type: 'set-ended', ...inLane(context), payload: { setId: set.setId, reason } }] : [];
}

/**
 * Ends a set that nobody counted as what was asked for, of each side and stretch that was begun: whoever says "done" says that they did it. What was
 * counted stands.
 */
export function endAsAsked(context: ActionContext): Drafts {
  const { set, isWorking, movement } = context.situation;
  if (!set || !isWorking) return [];
  // Seconds are told by the clock.
  const toCount = set.segments.filter(({ unit }) => unit !== 'seconds');
  if (toCount.length === 0 || toCount.some(({ counted }) => counted > 0)) return endSet(context, 'done');
  const lastOfStretches = new Map(toCount.map((segment) => [`${segment.side} ${segment.stretch}`, segment]));
  const amounts = [...lastOfStretches.values()].map(({ segmentId, target, unit }) => ({
    segmentId,
    amount: target * turnsOf(movement.document, unit),
  }));
  return [{ type: 'set-ended', ...inLane(context), payload: { setId: set.setId, reason: 'done', amounts } }];
}

/** Whether what stands for a set is what was asked, since nobody counted. */
export function isAsAsked({ segments, endReason }: SetState): boolean {
  const toCount = segments.filter(({ unit }) => unit !== 'seconds');
  const isUncounted = toCount.length > 0 && toCount.every(({ counted }) => counted === 0);
  return (
    isUncounted &&
    endReason === 'done' &&
    toCount.some((segment) => [1, 2].some((steps) => segmentAmount(segment) === segment.target * steps))
  );
}

/**
 * So many more or fewer than what stands for a segment, in whichever set of the lane it is: whoever corrects one may be tapping on what is
 * still drawn of it while the next has begun.
 */
export function correctAmount(context: ActionContext, segmentId: string, by: number): Drafts {
  for (const { setId, endedAt, endReason, segments } of context.situation.lane.sets) {
    const segment = segments.find((each) => each.segmentId === segmentId);
    if (!segment) continue;
    // The count of one that goes on is corrected when it ends.
    if (endedAt === null) return [];
    const amounts = [{ segmentId, amount: Math.max(0, segmentAmount(segment) + by) }];
    return [{ type: 'set-ended', ...inLane(context), payload: { setId, reason: endReason ?? 'done', amounts } }];
  }
  return [];
}

/** Pain ends the set, whatever else is going on. */
export function reportPain(context: ActionContext, kind: PainKind, region?: Region, side?: Side): Drafts {
  const { set, isWorking, item } = context.situation;
  return [
    {
      type: 'pain-reported',
      ...inLane(context),
      payload: {
        kind,
        movementId: item.movementId,
        ...(region && { region }),
        ...(side && { side }),
        ...(set && { setId: set.setId }),
      },
    },
    ...(isWorking ? endSet(context, 'pain') : []),
  ];
}

/** How much was left, said in the rest. */
export function rateEffort(context: ActionContext, { effort, reserve }: EffortAnswer): Drafts {
  const { set, isWorking, lane } = context.situation;
  // A class is asked nothing.
  return set && !isWorking && !isLevel(lane)
    ? [
        {
          type: 'effort-rated',
          ...inLane(context),
          payload: { setId: set.setId, effort, ...(reserve !== undefined && { reserve }) },
        },
      ]
    : [];
}

/** A proposal for the next set in words. */
export function nextSetText(next: NextSet, unit: DoseKind): string {
  const amount = amountText(next.target, unit);
  switch (next.kind) {
    case 'same':
      return `Same again: ${amount}`;
    case 'amount':
      return amount;
    case 'load':
      return `${next.direction === 'heavier' ? 'Up' : 'Down'} to ${next.to.how}, ${amount}`;
    case 'tempo':
    case 'range':
      return `${next.text}, ${amount}`;
    case 'rung':
      return `${next.direction === 'harder' ? 'Up' : 'Down'} to ${lowerFirst(next.step.name)}, ${amount}`;
    case 'stop':
      return 'Leave this movement for today';
  }
}

/** The proposal for the set after this one that was taken, if one was. */
export function takenNextSet(state: SessionState, set: SetState): ProposalState | undefined {
  return state.proposals.find((each) => each.about === 'next-set' && each.setId === set.setId && each.decided);
}

/** Takes the proposal for the next set, once. */
export function takeNextSet(context: ActionContext, next: NextSet): Drafts {
  const { item, set } = context.situation;
  if (set && takenNextSet(context.state, set)) return [];
  const log = proposed(context, 'next-set', nextSetText(next, item.dose.kind), next.reasons, set?.setId);
  // What was made slower on purpose stays slower until the load goes up.
  const slowed = set?.segments.findLast(({ change }) => change?.key === SLOWER_KEY)?.change;
  const plan = (target: number, change?: SegmentChange): EventDraft => ({
    type: 'next-set-planned',
    ...inLane(context),
    payload: { itemId: item.itemId, target, ...(change && { change }) },
  });
  switch (next.kind) {
    case 'same':
    case 'amount':
      return [...log, plan(next.target, slowed)];
    case 'load':
      return [
        ...log,
        plan(next.target),
        { type: 'load-changed', ...inLane(context), payload: { itemId: item.itemId, load: next.to.load } },
      ];
    case 'tempo':
      return [...log, plan(next.target, { kind: 'harder', key: SLOWER_KEY, lever: 'tempo', text: next.text })];
    case 'range':
      return [...log, plan(next.target, { kind: 'lever', key: 'lever:range', lever: 'range', text: next.text })];
    case 'rung':
      return [...log, ...swapFor(context, next.step.movementId, next.step.levers)];
    case 'stop':
      return log;
  }
}

/** The trainer's own numbers for the next set, over whatever was proposed. */
export function planNextSet(context: ActionContext, target: number, load: Load): Drafts {
  const { itemId } = context.situation.item;
  return [
    { type: 'next-set-planned', ...inLane(context), payload: { itemId, target } },
    { type: 'load-changed', ...inLane(context), payload: { itemId, load } },
  ];
}

/** How the place is set up for this client on this movement, for every later time. */
export function noteSetUp(context: ActionContext, setUp: SetUp): Drafts {
  const { movementId } = context.situation.item;
  return [{ type: 'set-up-noted', ...inLane(context), payload: { movementId, setUp } }];
}

/** Goes on with another item of the lane. */
export function startItem(context: ActionContext, item: SessionItem): Drafts {
  const { itemId, planItemId, movementId, revisionId, sets, dose, target, load, restSeconds } = item;
  return [
    {
      type: 'movement-started',
      ...inLane(context),
      payload: {
        item: { itemId, ...(planItemId && { planItemId }), movementId, revisionId, sets, dose, target, load, restSeconds },
      },
    },
  ];
}

/** Leaves an item of the lane out; one that has been begun stays what it is. */
export function dropItem(context: ActionContext, itemId: string): Drafts {
  const item = context.situation.lane.items.find((each) => each.itemId === itemId);
  return !item || item.dropped ? [] : [{ type: 'item-dropped', ...inLane(context), payload: { itemId } }];
}

/** Goes before the hour is over; a set that is on has ended. */
export function leaveFloor(context: ActionContext): Drafts {
  return [...endSet(context, 'other'), { type: 'lane-left', ...inLane(context), payload: {} }];
}

/** Somebody comes later, with what they are given to do. */
export function joinFloor({ laneId, clientId, items, name, guest }: ClientBrief): Drafts {
  const whose = isNobodys({ laneId, clientId }) ? {} : { clientId };
  return [{ type: 'lane-joined', laneId, ...whose, payload: { items: [...items], ...(guest && { guest: name }) } }];
}

/** Says who a guest is: as if they had joined as themselves. Nothing when the lane was no guest's, or is somebody's already. */
export function guestWas(joined: EventOf<'lane-joined'>, clientId: string): Drafts {
  const { id, laneId, payload } = joined;
  if (payload.guest === undefined || !laneId) return [];
  const amended = { ...payload, clientId };
  return [{ type: 'amended', laneId, clientId, payload: { eventId: id, amends: 'lane-joined', payload: amended } }];
}

/** What is due next time, as the trainer leaves it: the words, and what to take where it is said in numbers. */
export interface DecidedNext {
  readonly text: string;
  readonly load?: Load | undefined;
  readonly target?: number | undefined;
}

/** The decision on a movement, from what was proposed and what the trainer made of it; nothing when the words were taken out. */
export function decideNext(
  where: { readonly laneId: string; readonly clientId: string },
  proposal: NextSession & { readonly movementId: string },
  decided: DecidedNext = proposal,
): Drafts {
  const text = decided.text.trim();
  if (!text) return [];
  const isOwn = text !== proposal.text;
  // Own words may mean anything: they don't raise a load that they don't name.
  const kind = isOwn && proposal.kind === 'raise' && !decided.load ? 'repeat' : proposal.kind;
  return [
    {
      type: 'decision-made',
      ...where,
      payload: {
        movementId: proposal.movementId,
        kind,
        text,
        reasons: isOwn ? ['the trainer’s own words'] : [...proposal.reasons],
        ...(decided.load && { load: decided.load }),
        ...(decided.target && { target: decided.target }),
        ...(!isOwn && proposal.instead && { instead: proposal.instead }),
      },
    },
  ];
}
