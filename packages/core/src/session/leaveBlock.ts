import { startItem, type ActionContext, type Drafts } from './actions.ts';
import { planBlockOf } from './clock.ts';

/**
 * The clock of a block is through: whoever is still on it goes on to what stands after it on their list. Who has sets of it left stays, but where as many
 * rounds were done as fitted.
 */
export function leaveBlock(context: ActionContext, blockId: string): Drafts {
  const { index, situation } = context;
  const { lane, item } = situation;
  const block = planBlockOf(index, item.planItemId);
  if (block?.blockId !== blockId || lane.openSetId !== null) return [];
  const isHere = (planItemId: string | undefined) => block.items.some(({ itemId }) => itemId === planItemId);
  const ofBlock = lane.items.filter(({ planItemId, dropped, pain }) => isHere(planItemId) && !dropped && !pain);
  if (block.format.kind !== 'amrap' && ofBlock.some(({ setIds, sets }) => setIds.length < sets)) return [];
  const last = lane.items.findLastIndex(({ planItemId }) => isHere(planItemId));
  const next = lane.items.slice(last + 1).find(({ dropped }) => !dropped);
  return next ? startItem(context, next) : [];
}
