import type { Load, MovementDocument } from '@waxwing/core/movement';
import { loadFormsOf, thingText, type Inventory } from '@waxwing/core/loading';
import { setUpText, type SetUp } from '@waxwing/core/client';
import type { IndexedLibrary } from '../../shared/queries.ts';

interface LayOutProps {
  readonly picked: readonly { readonly document: MovementDocument; readonly load: Load; readonly setUp: SetUp | undefined }[];
  readonly inventory: Inventory | null;
  readonly library: IndexedLibrary;
}

/** What to put out before they come: the loads by name, what else is needed, and how it stands for this client. */
export function LayOut({ picked, inventory, library }: LayOutProps) {
  const things = picked.flatMap(({ document, load }) => {
    const isLoaded = load.kind !== 'bodyweight' && loadFormsOf(document).length > 0;
    const weights = new Set(isLoaded ? loadFormsOf(document).flatMap(({ what }) => [what, `${what}s`]) : []);
    const others = document.kit.needed.filter((id) => !weights.has(id)).map((id) => library.lexicon.kit.get(id)?.name ?? id);
    return isLoaded ? [thingText(document, inventory, load), ...others] : others;
  });
  const setUps = picked.flatMap(({ document, setUp }) => {
    const text = setUpText(setUp);
    return text ? [`${document.name}: ${text}`] : [];
  });
  if (things.length + setUps.length === 0) return null;
  return (
    <div className="border-base-300 border-t pt-3 text-lg">
      {things.length > 0 && (
        <p>
          <b>Lay out:</b> {[...new Set(things)].join(', ')}
        </p>
      )}
      {setUps.length > 0 && (
        <p>
          <b>Set up:</b> {setUps.join('; ')}
        </p>
      )}
    </div>
  );
}
