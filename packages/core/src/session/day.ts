import { stepsFrom } from '../loading/makeable.ts';
import type { Region } from '../movement/terms.ts';
import { listed, lowerFirst } from '../movement/text.ts';
import type { Load } from '../movement/load.ts';
import { inLane, type ActionContext, type Drafts } from './actions.ts';
import type { BriefIndex } from './briefIndex.ts';
import { isPreparing } from './preparing.ts';
import type { ItemState, LaneState, SessionState } from './state.ts';

/** Of the reps or seconds that were asked for, where there is no lighter load. */
const FEWER_SHARE = 0.8;
/** Of a movement's work, from which a sore part has enough of it. */
const SORE_SHARE = 0.3;

/** What the day asks of the plan for one movement; the trainer decides. */
export interface DayChange {
  readonly itemId: string;
  readonly kind: 'lighter' | 'fewer' | 'leave-out';
  readonly text: string;
  readonly why: string;
  readonly load?: Load;
  readonly target?: number;
}

const aboutOf = (itemId: string) => `day ${itemId}`;

/**
 * What how they are today changes in what they haven't begun: lighter where there is a lighter load, else fewer, no jumps. Nothing of it
 * happens by itself, and what was decided isn't asked again.
 */
export function dayChanges(index: BriefIndex, state: SessionState, lane: LaneState): readonly DayChange[] {
  const { day } = lane;
  if (!day) return [];
  const tired = [day.slept === 'badly' ? 'slept badly' : null, day.did === 'hard' ? 'did something hard before' : null];
  return lane.items.flatMap((item) => {
    if (item.dropped || item.setIds.length > 0 || isPreparing(index, item)) return [];
    if (state.proposals.some(({ about, decided }) => decided && about === aboutOf(item.itemId))) return [];
    const sore = soreIn(index, item, day.sore);
    const why = [...tired, sore.length > 0 ? `sore ${listed(sore)}` : null].filter((each) => each !== null);
    return why.length === 0 ? [] : (changeOf(index, item, listed(why)) ?? []);
  });
}

function soreIn(index: BriefIndex, { movementId }: ItemState, sore: readonly Region[]): readonly string[] {
  const shares = new Map<Region, number>();
  for (const { muscle, share, role } of index.revision(movementId)?.document.muscles ?? []) {
    const region = index.lexicon.muscles.get(muscle)?.region;
    if (region && role !== 'stabilising') shares.set(region, (shares.get(region) ?? 0) + share);
  }
  return sore.filter((region) => (shares.get(region) ?? 0) >= SORE_SHARE);
}

function changeOf(index: BriefIndex, item: ItemState, why: string): DayChange | null {
  const { itemId, target, load } = item;
  const { document } = index.revision(item.movementId) ?? {};
  if (!document) return null;
  const name = lowerFirst(document.name);
  if (document.impact === 'high') return { itemId, kind: 'leave-out', text: `Leave out ${name}`, why };
  const { lighter } = stepsFrom(index.rack(item.movementId), load);
  if (lighter && load.kind !== 'bodyweight') {
    return { itemId, kind: 'lighter', text: `${document.name} with ${lighter.how}`, why, load: lighter.load };
  }
  const fewer = Math.max(1, Math.round(FEWER_SHARE * target));
  if (fewer >= target) return null;
  return { itemId, kind: 'fewer', text: `${document.name}: ${fewer} instead of ${target}`, why, target: fewer };
}

/** How they are, as they say it. */
export function tellDay(context: ActionContext, day: NonNullable<LaneState['day']>): Drafts {
  const { slept, sore, did } = day;
  return [{ type: 'day-told', ...inLane(context), payload: { slept, sore: [...sore], did } }];
}

/** Done as proposed, or left as planned; both are kept. */
export function decideDayChange(context: ActionContext, change: DayChange, taken: boolean): Drafts {
  const { itemId, text, why, load, target, kind } = change;
  const where = inLane(context);
  const proposalId = context.newId();
  const payload = { proposalId, about: aboutOf(itemId), text, reasons: [why] };
  return [
    { type: 'proposal-shown', ...where, payload },
    { type: 'proposal-decided', ...where, payload: { proposalId, taken } },
    ...(taken && load ? [{ type: 'load-changed' as const, ...where, payload: { itemId, load } }] : []),
    ...(taken && target ? [{ type: 'next-set-planned' as const, ...where, payload: { itemId, target } }] : []),
    ...(taken && kind === 'leave-out' ? [{ type: 'item-dropped' as const, ...where, payload: { itemId } }] : []),
  ];
}
