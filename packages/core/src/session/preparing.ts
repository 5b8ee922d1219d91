import { prepares } from '../movement/prepares.ts';
import type { BriefIndex } from './briefIndex.ts';
import type { ItemState } from './state.ts';

/** What warms up, stretches or cools down: it isn't meant to tire, and isn't judged by whether it did. */
export function isPreparing(index: BriefIndex, { planItemId, movementId }: ItemState): boolean {
  const block = index.brief.plan?.blocks.find(({ items }) => items.some(({ itemId }) => itemId === planItemId));
  const document = index.revision(movementId)?.document;
  return block?.part === 'warm-up' || block?.part === 'cool-down' || (document !== undefined && prepares(document));
}
