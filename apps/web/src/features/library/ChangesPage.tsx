import { useInfiniteQuery, useMutation, useQuery } from '@tanstack/react-query';
import type { MovementChange, MovementSession } from '@waxwing/core/api';
import { firstName } from '@waxwing/core/client';
import type { MovementDocument } from '@waxwing/core/movement';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api } from '../../shared/api.ts';
import { Choice } from '../../shared/Choice.tsx';
import { momentText, shortDay } from '../../shared/dates.ts';
import { DoneWithUndo } from '../../shared/DoneWithUndo.tsx';
import { Page } from '../../shared/page.tsx';
import { useLibrary, useRefresh, type IndexedLibrary } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { useAddress } from '../../shared/useAddress.ts';
import { DifferenceList } from './DifferenceList.tsx';
import { revisionsOf, saveMovement } from './saveMovement.ts';

/** Every revision of a movement: who made it, when, and what it says otherwise. Any two can be compared, and any made to stand again. */
export default function ChangesPage() {
  const { movementId = '' } = useParams();
  const { library, error, refetch } = useLibrary();
  const changes = useInfiniteQuery({
    queryKey: ['changes', movementId],
    queryFn: ({ pageParam }) =>
      api.get<readonly MovementChange[]>(`${revisionsOf(movementId)}${pageParam ? `?before=${pageParam}` : ''}`),
    initialPageParam: null as number | null,
    // The first of all has nothing before it.
    getNextPageParam: (last) => (last.length > 0 && last.at(-1)!.number > 1 ? last.at(-1)!.number : undefined),
    refetchOnMount: 'always',
  });
  const all = changes.data?.pages.flat() ?? [];
  const name = all[0]?.document.name ?? library?.nameOf(movementId) ?? 'A movement';
  const failed = error ?? changes.error;
  return (
    <Page
      title="What changed"
      aside={
        <Link className="link text-lg" to={`/library/${movementId}`}>
          {name}
        </Link>
      }
    >
      {failed && <Failed what="the changes" error={failed} onRetry={() => void (error ? refetch() : changes.refetch())} />}
      {!failed && (!library || changes.isPending) && <Loading what="the changes" />}
      {library && all.length > 0 && <Revisions key={movementId} all={all} library={library} />}
      {changes.hasNextPage && (
        <button type="button" className="btn mt-4 min-h-11" onClick={() => void changes.fetchNextPage()}>
          Show earlier ones
        </button>
      )}
    </Page>
  );
}

interface RevisionsProps {
  /** Newest first. */
  readonly all: readonly MovementChange[];
  readonly library: IndexedLibrary;
}

function Revisions({ all, library }: RevisionsProps) {
  const { me } = useSignedIn();
  const restoring = useRestore(all[0]!);
  const { data: sessions = [] } = useQuery({
    queryKey: ['sessions with', all[0]!.document.id],
    queryFn: () => api.get<readonly MovementSession[]>(`library/${encodeURIComponent(all[0]!.document.id)}/sessions`),
    refetchOnMount: 'always',
  });
  const address = useAddress();
  const numbered = (name: string) => all.find(({ number }) => String(number) === address.get(name));
  const [from, to] = [numbered('from'), numbered('to')];
  const options = all.map(({ number }) => ({ value: String(number), text: `revision ${number}` }));
  return (
    <>
      <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Compare two">
        <span className="text-quiet">compare</span>
        <Choice
          label="Compare"
          none="a revision"
          value={address.get('from')}
          options={options}
          onChoose={(number) => address.set({ from: number || null })}
        />
        <span className="text-quiet">with</span>
        <Choice
          label="With"
          none="another"
          value={address.get('to')}
          options={options}
          onChoose={(number) => address.set({ to: number || null })}
        />
      </div>
      {from && to && (
        <section aria-label="The two compared" className="mt-3">
          <DifferenceList before={from.document} after={to.document} library={library} nothing="They say the same." />
        </section>
      )}
      <DoneWithUndo
        done={restoring.done && `Revision ${restoring.done.number} stands again.`}
        className="mt-3"
        onUndo={restoring.undo}
      />
      {restoring.error && <Failed what="the change" error={restoring.error} onRetry={restoring.again} />}
      <ol className="mt-2">
        {all.map((change, at) => {
          const { revisionId, number, authorName, createdAt, document } = change;
          const before = all[at + 1];
          return (
            <li key={revisionId} className="border-base-300 grid gap-x-6 border-t py-3 md:grid-cols-[16rem_1fr_auto]">
              <div className="min-w-0">
                <h2 className="text-xl">
                  Revision {number}
                  {at === 0 && <span className="text-quiet text-base font-normal"> · as it is now</span>}
                </h2>
                <p className="text-quiet">
                  {authorName}, {momentText(createdAt)}
                </p>
              </div>
              <div>
                {before ? (
                  <DifferenceList
                    before={before.document}
                    after={document}
                    library={library}
                    nothing="Nothing that can be seen."
                  />
                ) : (
                  <p className="text-quiet">{number === 1 ? 'The first one.' : 'The one before isn’t shown yet.'}</p>
                )}
                <DoneWith sessions={sessions.filter((each) => each.revisionId === revisionId)} />
              </div>
              {at > 0 && me.keepsLibrary && (
                <button
                  type="button"
                  className="btn btn-ghost min-h-11 justify-self-start font-normal"
                  disabled={restoring.isPending}
                  onClick={() => restoring.restore(change)}
                >
                  Restore this one
                </button>
              )}
            </li>
          );
        })}
      </ol>
    </>
  );
}

const SESSIONS_SHOWN = 3;

/** The hours in which it was done as it was said then. */
function DoneWith({ sessions }: { readonly sessions: readonly MovementSession[] }) {
  const [isAll, setAll] = useState(false);
  if (sessions.length === 0) return null;
  const shown = isAll ? sessions : sessions.slice(0, SESSIONS_SHOWN);
  return (
    <p className="text-sm">
      <span className="text-quiet">done with it: </span>
      {shown.map(({ sessionId, localDate, clientNames }) => (
        <Link key={sessionId} className="link mr-3 inline-flex min-h-11 items-center" to={`/log/${sessionId}`}>
          {shortDay(localDate)}, {clientNames.map(firstName).join(' and ')}
        </Link>
      ))}
      {sessions.length > shown.length && (
        <button type="button" className="link min-h-11 cursor-pointer" onClick={() => setAll(true)}>
          and {sessions.length - shown.length} more
        </button>
      )}
    </p>
  );
}

/** Makes an earlier revision stand again, as a new one; undone by what stood before it. */
function useRestore(current: MovementChange) {
  const refresh = useRefresh();
  const [done, setDone] = useState<{ readonly number: number; readonly stood: MovementDocument } | null>(null);
  const save = useMutation({
    mutationFn: ({ document }: { readonly document: MovementDocument }) => saveMovement(current.revisionId, document),
    onSettled: refresh,
  });
  const stood = current.document;
  return {
    done,
    error: save.error,
    isPending: save.isPending,
    restore: ({ number, document }: MovementChange) => save.mutate({ document }, { onSuccess: () => setDone({ number, stood }) }),
    undo: () => done && save.mutate({ document: done.stood }, { onSuccess: () => setDone(null) }),
    again: () => save.variables && save.mutate(save.variables),
  };
}
