import { loadFormsOf, loadText, setUpText, type Load, type MovementDocument, type SetUp } from '@waxwing/core';
import type { IndexedLibrary } from '../../shared/queries.ts';

interface LayOutProps {
  readonly picked: readonly { readonly document: MovementDocument; readonly load: Load; readonly setUp: SetUp | undefined }[];
  readonly library: IndexedLibrary;
}

/** What to put out before they come: the loads by name, what else is needed, and how it stands for this client. */
export function LayOut({ picked, library }: LayOutProps) {
  const loads = picked
    .filter(({ document, load }) => loadFormsOf(document).length > 0 && load.kind !== 'bodyweight')
    .map(({ load }) => loadText(load));
  const named = new Set(
    picked
      .filter(({ load }) => load.kind !== 'bodyweight')
      .flatMap(({ document }) => loadFormsOf(document).map(({ what }) => what)),
  );
  const kit = picked
    .flatMap(({ document }) => document.kit.needed)
    .filter((id) => !named.has(id.replace(/s$/, '')) && !named.has(id))
    .map((id) => library.lexicon.kit.get(id)?.name ?? id);
  const setUps = picked.flatMap(({ document, setUp }) => {
    const text = setUpText(setUp);
    return text ? [`${document.name}: ${text}`] : [];
  });
  if (loads.length + kit.length + setUps.length === 0) return null;
  return (
    <div className="border-base-300 border-t pt-3 text-lg">
      {loads.length + kit.length > 0 && (
        <p>
          <b>Lay out:</b> {[...new Set([...loads, ...kit])].join(', ')}
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
