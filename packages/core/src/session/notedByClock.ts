import { inLane, startItem, type ActionContext, type Drafts } from './actions.ts';
import type { ClockStep, ClockWork } from './clockStep.ts';
import type { EventDraft } from './envelope.ts';
import type { SegmentAmount } from './event.ts';
import { firstSide } from './firstSide.ts';
import { askedOf, plannedFor } from './plannedSets.ts';
import type { ItemState } from './state.ts';

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

/**
 * The clock has left a stretch of work: what was on has ended, with its seconds, or as it was asked for where nobody counted; one that nobody
 * saw begin is noted whole.
 */
export function endByClock(context: ActionContext, step: ClockStep, lasting: LastingId): Drafts {
  const noted = notedIn(context, step, lasting);
  if (!noted) return [];
  const { setId, work, item } = noted;
  const known = context.situation.lane.sets.find((each) => each.setId === setId);
  if (known && known.endedAt !== null) return [];
  const begun = known ? [] : beginByClock(context, step, lasting);
  if (!known && begun.length === 0) return [];
  const [segmentId, secondId] = [lasting(`segment ${work.stepId}`), lasting(`second ${work.stepId}`)];
  const end = (...amounts: SegmentAmount[]): EventDraft => ({
    type: 'set-ended',
    ...inLane(context),
    payload: { setId, reason: 'done', ...(amounts.length > 0 && { amounts }) },
  });
  // Changed half-way by hand, or counted: what was seen stands over what was asked.
  const isByHand = known?.segments.some((segment) => segment.counted > 0 || ![segmentId, secondId].includes(segment.segmentId));
  if (isByHand || (work.fills && known && known.segments.length > 1)) return [...begun, end()];
  if (work.fills) {
    const isInSeconds = item.dose.kind === 'seconds' && !work.changesSides;
    const amount = Math.round(step.untilSeconds - step.fromSeconds);
    return [...begun, isInSeconds ? end({ segmentId, amount }) : end()];
  }
  const { target } = known?.segments[0] ?? segmentOf(context, noted, step, lasting).payload;
  if (!hasBothSides(context, noted)) return [...begun, end({ segmentId, amount: target })];
  const turned = known && known.segments.length > 1 ? [] : [otherSide(context, noted, step, lasting)];
  return [...begun, ...turned, end(...[segmentId, secondId].map((each) => ({ segmentId: each, amount: target })))];
}

function hasBothSides({ index, situation }: ActionContext, { work, item }: Noted): boolean {
  const { laterality } = index.movement(situation.lane.clientId, item.movementId)?.document ?? {};
  return work.changesSides || (work.side === null && laterality === 'one-side');
}

/** Half of a stretch that changes sides is over. */
export function changeSideByClock(context: ActionContext, step: ClockStep, lasting: LastingId): Drafts {
  const noted = notedIn(context, step, lasting);
  const set = noted && context.situation.lane.sets.find((each) => each.setId === noted.setId);
  if (!noted?.work.changesSides || !set || set.endedAt !== null || set.segments.length !== 1) return [];
  return [otherSide(context, noted, step, lasting)];
}

function otherSide(context: ActionContext, noted: Noted, step: ClockStep, lasting: LastingId): SegmentDraft {
  const first = segmentOf(context, noted, step, lasting);
  const known = context.situation.lane.sets.find((each) => each.setId === noted.setId);
  const side = (known?.segments[0]?.side ?? first.payload.side) === 'left' ? 'right' : 'left';
  return { ...first, payload: { ...first.payload, segmentId: lasting(`second ${noted.work.stepId}`), side } };
}

type SegmentDraft = Extract<EventDraft, { type: 'segment-started' }>;

function isKnown({ situation }: ActionContext, setId: string): boolean {
  return situation.lane.sets.some((each) => each.setId === setId);
}

function segmentOf(context: ActionContext, { work, item, setId }: Noted, step: ClockStep, lasting: LastingId): SegmentDraft {
  const seconds = Math.max(1, Math.round((step.untilSeconds - step.fromSeconds) / (work.changesSides ? 2 : 1)));
  const { lane } = context.situation;
  const takesTurns = work.changesSides || (!work.fills && hasBothSides(context, { work, item, setId }));
  const side = takesTurns ? firstSide(lane, item) : work.side;
  // What goes at one's own pace is asked for as its plan has it, set by set.
  const { index } = context;
  const asked = work.fills ? null : askedOf(index, lane, item, plannedFor(index, lane, item, null));
  return {
    type: 'segment-started',
    ...inLane(context),
    payload: {
      setId,
      segmentId: lasting(`segment ${work.stepId}`),
      itemId: item.itemId,
      movementId: item.movementId,
      revisionId: item.revisionId,
      load: asked?.load ?? item.load,
      target: asked?.target ?? seconds,
      ...(side && { side }),
      ...(asked?.tempo && { tempo: asked.tempo }),
      ...(asked?.unit && { unit: asked.unit }),
      ...(asked?.part && { part: asked.part }),
      ...(side && asked?.sideAlone && { sideAlone: true }),
      ...(item.nextChange && { change: item.nextChange }),
    },
  };
}
