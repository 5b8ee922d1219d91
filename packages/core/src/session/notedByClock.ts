import { inLane, segmentAfter, startItem, type ActionContext, type Drafts, type SegmentDraft } from './actions.ts';
import { turnsOf } from '../movement/turns.ts';
import type { ClockStep, ClockWork } from './clockStep.ts';
import type { EventDraft } from './envelope.ts';
import type { SegmentAmount } from './event.ts';
import { firstSide } from './firstSide.ts';
import { askedOf, nextStretch, plannedFor } from './plannedSets.ts';
import type { ItemState, SegmentState, SetState } from './state.ts';

/** Makes of what lasts an id that lasts: two devices that note one stretch note one set. */
export type LastingId = (text: string) => string;

interface Noted {
  readonly work: ClockWork;
  readonly item: ItemState;
  readonly setId: string;
}

function notedIn({ situation }: ActionContext, step: ClockStep, lasting: LastingId): Noted | null {
  const { lane } = situation;
  const work = step.works.find(({ laneId }) => laneId === lane.laneId);
  const item = work && lane.items.find(({ planItemId }) => planItemId === work.planItemId);
  return work && item ? { work, item, setId: lasting(`set ${work.stepId}`) } : null;
}

/**
 * The clock has come to a stretch of work: the lane goes to its movement and its set is on. Nothing where it was noted already, by this device or
 * another, where somebody is in the middle of a set of their own, and on what hurt or was left out: nobody goes back to that by themselves.
 */
export function beginByClock(context: ActionContext, step: ClockStep, lasting: LastingId): Drafts {
  const noted = notedIn(context, step, lasting);
  const { lane, item: current } = context.situation;
  if (!noted || lane.openSetId !== null || lane.leftAt !== null || isKnown(context, noted.setId)) return [];
  const { item } = noted;
  if (item.pain || item.dropped) return [];
  return [...(item.itemId === current.itemId ? [] : startItem(context, item)), segmentOf(context, noted, step, lasting)];
}

/** The clock has come to the next part of a set that is on. Nothing where a hand has gone on already, or the set is through. */
export function goOnByClock(context: ActionContext, step: ClockStep, part: number, lasting: LastingId): Drafts {
  const noted = notedIn(context, step, lasting);
  const set = noted && setOf(context, noted);
  if (!set || set.endedAt !== null || part < 1 || part >= noted.work.parts.length) return [];
  if ((set.segments.at(-1)!.stretch ?? set.segments.length - 1) !== part - 1) return [];
  const { index, situation } = context;
  const follows = nextStretch(index, noted.item, set, plannedFor(index, situation.lane, noted.item, set));
  const draft = follows && segmentAfter(context, set, follows, segmentIdOf(noted.work, part, lasting));
  return draft ? [draft] : [];
}

/**
 * The clock has left a stretch of work: what was on has ended, with its seconds, or as it was asked for where nobody counted; one that nobody
 * saw begin is noted whole. Parts that follow within a set are gone on to before.
 */
export function endByClock(context: ActionContext, step: ClockStep, lasting: LastingId): Drafts {
  const noted = notedIn(context, step, lasting);
  if (!noted) return [];
  const { setId, work, item } = noted;
  const known = setOf(context, noted);
  if (known && known.endedAt !== null) return [];
  const begun = known ? [] : beginByClock(context, step, lasting);
  if (!known && begun.length === 0) return [];
  const end = (...amounts: SegmentAmount[]): EventDraft => ({
    type: 'set-ended',
    ...inLane(context),
    payload: { setId, reason: 'done', ...(amounts.length > 0 && { amounts }) },
  });
  // At least two: of both sides for which the clock gives one time the other has an id too.
  const ids = Array.from({ length: Math.max(2, work.parts.length) }, (_, part) => segmentIdOf(work, part, lasting));
  // Changed half-way by hand, or counted: what was seen stands over what was asked.
  const isByHand = known?.segments.some((segment) => segment.counted > 0 || !ids.includes(segment.segmentId));
  if (isByHand || (work.fills && known && known.segments.length > 1)) return [...begun, end()];
  if (work.fills) {
    const isInSeconds = item.dose.kind === 'seconds' && work.parts.length === 1;
    const amount = Math.round(step.untilSeconds - step.fromSeconds);
    return [...begun, isInSeconds ? end({ segmentId: ids[0]!, amount }) : end()];
  }
  const first = segmentOf(context, noted, step, lasting).payload;
  const done = known?.segments ?? [{ ...first, unit: first.unit ?? item.dose.kind }];
  const amounts = done.map((segment) => ({ segmentId: segment.segmentId, amount: asAsked(context, segment) }));
  // Where the clock doesn't say when, the other side was done all the same.
  if (done.length > 1 || work.parts.length > 1 || !hasBothSides(context, noted)) return [...begun, end(...amounts)];
  const other = otherSide(context, noted, step, lasting);
  return [...begun, other, end(...amounts, { segmentId: ids[1]!, amount: amounts[0]!.amount })];
}

/** What a part of a set comes to that was done as it was asked for. */
function asAsked({ index, situation }: ActionContext, segment: Pick<SegmentState, 'movementId' | 'unit' | 'target'>): number {
  const { document } = index.movement(situation.lane.clientId, segment.movementId) ?? {};
  return segment.target * (document ? turnsOf(document, segment.unit) : 1);
}

function setOf({ situation }: ActionContext, { setId }: Noted): SetState | undefined {
  return situation.lane.sets.find((each) => each.setId === setId);
}

function segmentIdOf({ stepId }: ClockWork, part: number, lasting: LastingId): string {
  return lasting(`${part === 0 ? 'segment' : part === 1 ? 'second' : `part ${part}`} ${stepId}`);
}

/** Both sides of a set for which the clock gives one time. */
function hasBothSides({ index, situation }: ActionContext, { work, item }: Pick<Noted, 'work' | 'item'>): boolean {
  const { laterality } = index.movement(situation.lane.clientId, item.movementId)?.document ?? {};
  return work.side === null && laterality === 'one-side';
}

function otherSide(context: ActionContext, noted: Noted, step: ClockStep, lasting: LastingId): SegmentDraft {
  const first = segmentOf(context, noted, step, lasting);
  const side = (setOf(context, noted)?.segments[0]?.side ?? first.payload.side) === 'left' ? 'right' : 'left';
  return { ...first, payload: { ...first.payload, segmentId: segmentIdOf(noted.work, 1, lasting), side } };
}

function isKnown({ situation }: ActionContext, setId: string): boolean {
  return situation.lane.sets.some((each) => each.setId === setId);
}

function segmentOf(context: ActionContext, noted: Noted, step: ClockStep, lasting: LastingId): SegmentDraft {
  const { work, item, setId } = noted;
  const seconds = Math.max(1, Math.round((step.untilSeconds - step.fromSeconds) / work.parts.length));
  const { lane } = context.situation;
  const side = hasBothSides(context, noted) ? firstSide(lane, item) : work.side;
  // What goes at one's own pace is asked for as its plan has it, set by set.
  const { index } = context;
  const asked = work.fills ? null : askedOf(index, lane, item, plannedFor(index, lane, item, null));
  return {
    type: 'segment-started',
    ...inLane(context),
    payload: {
      setId,
      segmentId: segmentIdOf(work, 0, lasting),
      itemId: item.itemId,
      movementId: item.movementId,
      revisionId: item.revisionId,
      load: asked?.load ?? item.load,
      target: asked?.target ?? seconds,
      ...(side && { side }),
      ...(asked?.tempo && { tempo: asked.tempo }),
      ...(asked?.unit && { unit: asked.unit }),
      ...(asked?.stretch !== undefined && { stretch: asked.stretch }),
      ...(asked?.manner && { manner: asked.manner }),
      ...(asked?.part && { part: asked.part }),
      ...(side && asked?.sideAlone && { sideAlone: true }),
      ...(item.nextChange && { change: item.nextChange }),
    },
  };
}
