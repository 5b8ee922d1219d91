import { lowerFirst } from '@waxwing/core/movement';
import { laneEntry, swapMovement, swapsFor } from '@waxwing/core/planning';
import { Dialog } from '../../shared/Dialog.tsx';
import type { ItemEditing } from './itemEditing.ts';

/** What else could stand here, nearest first, each with its reasons. */
export function SwapInPlan({
  plan,
  item,
  laneId,
  context,
  library,
  onEdit,
  onClose,
}: ItemEditing & { readonly onClose: () => void }) {
  const laneIds = laneId === null ? plan.lanes.map((lane) => lane.laneId) : [laneId];
  const entry = laneEntry(item, laneIds[0]!, context);
  const of = entry?.document ?? context.documentOf(item.movementId);
  if (!of) return null;
  const among = library.revisions.map(({ document }) => document);
  const used = new Set(plan.blocks.flatMap(({ items }) => items.map(({ movementId }) => movementId)));
  const swaps = swapsFor({ of, laneIds, among, ladder: library.ladder, context, used }, 12);
  return (
    <Dialog title={`Instead of ${lowerFirst(of.name)}`} onClose={onClose}>
      {swaps.length === 0 && <p className="mt-3 text-lg">Nothing near enough is open to them here.</p>}
      <ul className="mt-3">
        {swaps.map(({ document, reasons, notYet }) => (
          <li key={document.id} className="border-base-300 border-b">
            <button
              type="button"
              className="hover:bg-base-200 min-h-12 w-full cursor-pointer px-2 py-2 text-left leading-tight"
              onClick={() => {
                onEdit(
                  swapMovement(item.itemId, laneId, document.id),
                  `${lowerFirst(document.name)} instead of ${lowerFirst(of.name)}`,
                );
                onClose();
              }}
            >
              <span className="text-lg">{document.name}</span>
              <span className="text-quiet block text-sm">{reasons.join(', ')}</span>
              {notYet && <span className="block text-sm">Not yet: {notYet}</span>}
            </button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
