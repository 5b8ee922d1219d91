import { Link } from 'react-router';
import type { IndexedLibrary } from '../../shared/queries.ts';

/** Movements named one after the other, each a link to its page. */
export function MovementLinks({ ids, library }: { ids: readonly string[]; library: IndexedLibrary }) {
  return ids.map((id, i) => (
    <span key={id}>
      {i > 0 && ', '}
      <Link className="link" to={`/library/${id}`}>
        {library.nameOf(id)}
      </Link>
    </span>
  ));
}
