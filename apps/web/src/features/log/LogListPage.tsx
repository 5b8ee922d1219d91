import { useInfiniteQuery } from '@tanstack/react-query';
import { SESSIONS_PAGE, type SessionSummary } from '@waxwing/core/api';
import { Link } from 'react-router';
import { api } from '../../shared/api.ts';
import { shortDay } from '../../shared/dates.ts';
import { Page } from '../../shared/page.tsx';
import { Empty, Failed, Loading } from '../../shared/states.tsx';
import { SortButtons, useSorting, type SortWay } from '../../shared/sorting.tsx';
import { whoIn } from '../../shared/whoIn.ts';

const byDay: SortWay<SessionSummary>['compare'] = (a, b) =>
  b.localDate.localeCompare(a.localDate) || (b.startedAt ?? '').localeCompare(a.startedAt ?? '');
const SORTS: readonly SortWay<SessionSummary>[] = [
  { id: 'day', name: 'day', compare: byDay },
  { id: 'who', name: 'who came', compare: (a, b) => whoIn(a).localeCompare(whoIn(b)) || byDay(a, b) },
  {
    id: 'movements',
    name: 'how much was done',
    compare: (a, b) => b.movementNames.length - a.movementNames.length || byDay(a, b),
  },
];

export default function LogListPage() {
  const sessions = useInfiniteQuery({
    queryKey: ['sessions'],
    queryFn: ({ pageParam }) => api.get<readonly SessionSummary[]>(pageParam ? `sessions?before=${pageParam}` : 'sessions'),
    initialPageParam: null as string | null,
    getNextPageParam: (last) => (last.length < SESSIONS_PAGE ? undefined : last.at(-1)?.sessionId),
    refetchOnMount: 'always',
  });
  const all = sessions.data?.pages.flat() ?? [];
  const sorting = useSorting(SORTS);
  return (
    <Page title="Log">
      {sessions.isPending && <Loading what="the log" />}
      {sessions.isError && <Failed what="the log" error={sessions.error} onRetry={() => void sessions.refetch()} />}
      {sessions.data && all.length === 0 && (
        <Empty title="Nothing written yet">
          <p>
            Sessions stand here once they have begun.{' '}
            <Link className="link" to="/">
              Start one from Today.
            </Link>
          </p>
        </Empty>
      )}
      {all.length > 1 && <SortButtons sorting={sorting} />}
      <ul>
        {sorting.sorted(all).map((session) => (
          <li key={session.sessionId} className="border-base-300 border-t">
            <Link
              to={session.status === 'ended' ? `/log/${session.sessionId}` : `/floor/${session.sessionId}`}
              className="hover:bg-base-200 grid min-h-14 items-baseline gap-x-6 px-2 py-2.5 md:grid-cols-[8rem_14rem_1fr]"
            >
              <span className="figures">{shortDay(session.localDate)}</span>
              <span className="heading text-lg">{whoIn(session)}</span>
              <span className="text-quiet">
                {session.status !== 'ended' && <b>still on the floor · </b>}
                {session.movementNames.join(', ') || 'nothing done yet'}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {sessions.hasNextPage && (
        <button type="button" className="btn mt-4 min-h-11" onClick={() => void sessions.fetchNextPage()}>
          Show earlier ones
        </button>
      )}
    </Page>
  );
}
