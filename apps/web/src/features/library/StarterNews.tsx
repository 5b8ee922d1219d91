import { useMutation, useQuery } from '@tanstack/react-query';
import type { StarterNewsEntry } from '@waxwing/core/api';
import { join, type Choice, type LibraryChange } from '@waxwing/core/movement';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../shared/api.ts';
import { useRefresh, type IndexedLibrary } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed } from '../../shared/states.tsx';
import { Choosing, conflictKey } from './Choosing.tsx';
import { DifferenceList } from './DifferenceList.tsx';

/** What a newer library that came with Waxwing says of movements that were changed here, too. */
export function StarterNews({ library }: { readonly library: IndexedLibrary }) {
  const news = useQuery({
    queryKey: ['starter news'],
    queryFn: () => api.get<readonly StarterNewsEntry[]>('library/news'),
    refetchOnMount: 'always',
  });
  if (news.error)
    return <Failed what="what is new in Waxwing’s library" error={news.error} onRetry={() => void news.refetch()} />;
  if (!news.data || news.data.length === 0) return null;
  return (
    <section aria-label="Newer in Waxwing’s own library" className="mb-8">
      <h2 className="text-2xl">Newer in Waxwing’s own library</h2>
      <p className="text-quiet max-w-2xl">
        What you had left as it came was brought up to date. These you have changed yourselves: what is new goes into yours, where
        the two don’t meet.
      </p>
      <ul className="mt-2">
        {news.data.map((entry) => (
          <News key={entry.movementId} entry={entry} library={library} />
        ))}
      </ul>
    </section>
  );
}

function News({ entry, library }: { readonly entry: StarterNewsEntry; readonly library: IndexedLibrary }) {
  const { movementId, base, document } = entry;
  const { me } = useSignedIn();
  const refresh = useRefresh();
  const [choices, setChoices] = useState<Readonly<Record<string, Choice>>>({});
  const answer = useMutation({
    mutationFn: (change: LibraryChange | undefined) =>
      api.post(`library/news/${encodeURIComponent(movementId)}/answer`, change ? { change } : {}),
    onSettled: refresh,
  });
  const current = library.revision(movementId);
  if (!current) return null;
  const { document: joined, conflicts } = join(
    base,
    current.document,
    document,
    (conflict) => choices[conflictKey(conflict)] ?? 'theirs',
  );
  const isOpen = conflicts.some((conflict) => choices[conflictKey(conflict)] === undefined);
  return (
    <li className="border-base-300 border-t py-3" aria-label={current.document.name}>
      <h3 className="text-xl">
        <Link className="link" to={`/library/${movementId}`}>
          {current.document.name}
        </Link>
      </h3>
      <div className="mt-1 grid gap-x-8 gap-y-2 md:grid-cols-2">
        <div>
          <h4 className="text-quiet">What is new in it</h4>
          <DifferenceList before={base} after={document} library={library} nothing="Nothing." />
        </div>
        <div>
          <h4 className="text-quiet">What you changed</h4>
          <DifferenceList before={base} after={current.document} library={library} nothing="Nothing." />
        </div>
      </div>
      {conflicts.map((conflict) => (
        <Choosing
          key={conflictKey(conflict)}
          conflict={conflict}
          sides={{ before: base, mine: current.document, theirs: document }}
          library={library}
          titles={{ mine: 'As you have it', theirs: 'As it is in Waxwing’s library' }}
          legend="Here the two meet: which holds?"
          chosen={choices[conflictKey(conflict)]}
          onChoose={(choice) => setChoices({ ...choices, [conflictKey(conflict)]: choice })}
        />
      ))}
      {me.keepsLibrary && (
        <div className="mt-2 flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="btn btn-neutral min-h-11"
            disabled={isOpen || answer.isPending}
            onClick={() => answer.mutate({ movements: [{ baseRevisionId: current.revisionId, document: joined }] })}
          >
            Take in what is new
          </button>
          <button
            type="button"
            className="btn btn-ghost min-h-11 font-normal"
            disabled={answer.isPending}
            onClick={() => answer.mutate(undefined)}
          >
            Keep yours as it is
          </button>
        </div>
      )}
      {answer.error && (
        <p role="alert" className="font-bold">
          {answer.error.message}
        </p>
      )}
    </li>
  );
}
