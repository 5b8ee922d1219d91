import { IMPACTS, POSITIONS } from '@waxwing/core/movement';
import { firstName } from '@waxwing/core/client';
import { Choice } from '../../shared/Choice.tsx';
import { useClients, usePlaces, type IndexedLibrary } from '../../shared/queries.ts';
import type { useAddress } from '../../shared/useAddress.ts';

/** Names in the address of what narrows the list by a movement's own terms. */
export const FACET_NAMES = ['pattern', 'position', 'impact', 'muscle', 'caution', 'needs'] as const;

const IMPACT_TEXT = { none: 'no impact', low: 'low impact at most', high: 'any impact' } as const;

/** Everything that narrows the list besides words and pattern. */
export function FacetChoices({ library, address }: { library: IndexedLibrary; address: ReturnType<typeof useAddress> }) {
  const clients = useClients();
  const places = usePlaces();
  const { lexicon } = library;
  const named = (entries: Iterable<{ readonly id: string; readonly name: string }>) =>
    [...entries].map(({ id, name }) => ({ value: id, text: name }));
  const choice = (name: string, label: string, none: string, options: readonly { value: string; text: string }[]) => (
    <Choice
      label={label}
      none={none}
      value={address.get(name)}
      options={options}
      onChoose={(value) => address.set({ [name]: value })}
    />
  );
  return (
    <div className="flex flex-wrap gap-x-1" role="group" aria-label="Narrow it down">
      {choice(
        'for',
        'Open to',
        'open to anybody',
        (clients.data ?? []).map(({ clientId, name }) => ({ value: clientId, text: `open to ${firstName(name)}` })),
      )}
      {choice(
        'place',
        'Kit at hand',
        'anywhere',
        (places.data ?? []).map(({ placeId, name }) => ({ value: placeId, text: `at ${name}` })),
      )}
      {choice('needs', 'Needs', 'any kit', named(lexicon.kit.values()))}
      {choice(
        'position',
        'Position',
        'any position',
        POSITIONS.map((each) => ({ value: each, text: each.replace('-', ' ') })),
      )}
      {choice(
        'impact',
        'Impact',
        'any impact',
        IMPACTS.filter((each) => each !== 'high').map((each) => ({ value: each, text: IMPACT_TEXT[each] })),
      )}
      {choice('muscle', 'Muscle', 'any muscle', named(lexicon.muscles.values()))}
      {choice(
        'caution',
        'Caution',
        'no caution',
        named(lexicon.cautions.values()).map(({ value, text }) => ({ value, text: `fine with: ${text.toLowerCase()}` })),
      )}
      {choice('sort', 'Order', address.get('q') ? 'best match first' : 'by family, easiest first', [
        { value: 'name', text: 'by name' },
        { value: 'easiest', text: 'easiest first' },
      ])}
    </div>
  );
}
