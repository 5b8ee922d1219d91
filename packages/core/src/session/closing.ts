import type { NextSession } from '../loading/nextSession.ts';
import { isOpenTo } from '../ladder/openTo.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { coolDownFor, type Proposed } from '../planning/prepare.ts';
import type { PlanBlock } from '../planning/plan.ts';
import type { BriefIndex } from './briefIndex.ts';
import { isPreparing } from './preparing.ts';
import { planContextOf } from './planContextOf.ts';
import type { LaneState } from './state.ts';

/** What may stand in a decision about a movement that nobody came to. */
export const FIRST_NEXT_TIME: Omit<NextSession, 'asksMore'> = {
  kind: 'repeat',
  text: 'First next time: we didn’t get to it',
  reasons: ['not reached'],
};

/** Movements of a lane's list of which sets are left, with how many; not what was left out, hurt, or only prepares. */
export function leftOver(
  index: BriefIndex,
  lane: LaneState,
): readonly { readonly movementId: string; readonly sets: number; readonly of: number }[] {
  return lane.items.flatMap((item) => {
    const { movementId, sets, setIds, dropped, pain } = item;
    if (dropped || pain || setIds.length >= sets || isPreparing(index, item)) return [];
    return [{ movementId, sets: sets - setIds.length, of: sets }];
  });
}

/** Stretches for what was really worked, most worked first, of what this room and this client allow. */
export function stretchesFor(index: BriefIndex, lane: LaneState, among: readonly MovementDocument[]): readonly Proposed[] {
  const { brief } = index;
  const client = index.client(lane.clientId);
  const done = lane.items.filter(({ setIds, dropped }) => setIds.length > 0 && !dropped);
  if (!client || done.length === 0) return [];
  const items = done.map(({ itemId, movementId, setIds }) => ({ itemId, movementId, sets: setIds.length, own: [] }));
  const block: PlanBlock = { blockId: lane.laneId, part: 'main', format: { kind: 'sets' }, items };
  const circumstances = {
    kit: brief.kit && new Set(brief.kit),
    cautions: new Set(client.cautions.map(({ caution }) => caution)),
    floor: brief.inventory?.floor,
  };
  return coolDownFor({
    plan: { name: '', minutes: 60, lanes: [{ laneId: lane.laneId, clientId: lane.clientId }], blocks: [block] },
    context: planContextOf(index),
    ladder: index.ladder,
    among: among.filter((document) => isOpenTo(document, circumstances)),
    markOf: () => null,
    calledFor: [],
  });
}
