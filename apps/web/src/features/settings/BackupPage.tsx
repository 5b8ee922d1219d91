import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { BackupsAnswer } from '@waxwing/core/api';
import { Link } from 'react-router';
import { api, LONG_ANSWER_MS } from '../../shared/api.ts';
import { momentText } from '../../shared/dates.ts';
import { Page } from '../../shared/page.tsx';
import { SettingsNav } from '../../shared/SettingsNav.tsx';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { SortHead, useSorting, type SortWay } from '../../shared/sorting.tsx';
import { Failed, Loading } from '../../shared/states.tsx';

const WHY: Readonly<Record<BackupsAnswer['backups'][number]['reason'], string>> = {
  daily: 'of the day',
  asked: 'asked for',
  upgrade: 'before an update',
};

function sizeText(bytes: number): string {
  return bytes < 1_000_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
}

/** Copies of the whole database: when the last was made and where, one now, and what they still hold. */
export default function BackupPage() {
  const { me } = useSignedIn();
  return (
    <Page title="Backup" aside={<SettingsNav />}>
      {me.role === 'owner' ? (
        <Backups />
      ) : (
        <p className="text-quiet max-w-2xl text-lg">
          A backup holds everybody’s clients, so the studio’s owner sees to it. To take along what is held about one of your own,
          open their page.
        </p>
      )}
    </Page>
  );
}

type Backup = BackupsAnswer['backups'][number];
const SORTS: readonly SortWay<Backup>[] = [
  { id: 'made', name: 'Made', compare: (a, b) => b.madeAt.localeCompare(a.madeAt) },
  { id: 'why', name: 'Why', compare: (a, b) => a.reason.localeCompare(b.reason) || b.madeAt.localeCompare(a.madeAt) },
  { id: 'size', name: 'Size', compare: (a, b) => b.bytes - a.bytes },
];

function Backups() {
  const sorting = useSorting(SORTS);
  const queries = useQueryClient();
  const backups = useQuery({ queryKey: ['backups'], queryFn: () => api.get<BackupsAnswer>('backups') });
  const make = useMutation({
    mutationFn: (path: 'backups' | 'backups/rewrite') => api.post<BackupsAnswer>(path, {}, LONG_ANSWER_MS),
    onSuccess: (answer) => queries.setQueryData(['backups'], answer),
  });
  if (backups.error) return <Failed what="the backups" error={backups.error} onRetry={() => void backups.refetch()} />;
  if (!backups.data) return <Loading what="the backups" />;
  const { backups: all, folder, failed, forgottenStillHeld, keptDays } = backups.data;
  const [newest] = all;
  return (
    <div className="grid gap-x-12 gap-y-8 lg:grid-cols-[1fr_24rem]">
      <section aria-label="Backups">
        <p className="text-2xl">
          {newest ? (
            <>
              The last one: <b>{momentText(newest.madeAt)}</b>
            </>
          ) : (
            <b>There is none yet.</b>
          )}
        </p>
        <p className="text-quiet mt-1 text-lg">
          On the server, in <span className="wrap-anywhere">{folder}</span>. Each was opened and checked after it was made. Copy
          them to another machine now and then: a disk that fails takes both.
        </p>
        {failed && (
          <p role="alert" className="border-accent mt-3 border-l-8 pl-4 text-lg">
            <b>The last try failed.</b> {failed}
          </p>
        )}
        <button
          type="button"
          className="btn btn-primary mt-4 min-h-14 px-6 text-lg"
          disabled={make.isPending}
          onClick={() => make.mutate('backups')}
        >
          {make.isPending ? 'Making it …' : 'Make one now'}
        </button>
        {make.isSuccess && (
          <span role="status" className="ml-3">
            Made and checked.
          </span>
        )}
        {make.error && (
          <p role="alert" className="mt-2 font-bold">
            {make.error.message}
          </p>
        )}
        {all.length > 0 && (
          <table className="figures mt-6 w-full max-w-2xl text-left">
            <thead>
              <tr className="text-quiet">
                <SortHead sorting={sorting} id="made" />
                <SortHead sorting={sorting} id="why" />
                <SortHead sorting={sorting} id="size" className="text-right" />
              </tr>
            </thead>
            <tbody>
              {sorting.sorted(all).map(({ name, madeAt, reason, bytes }) => (
                <tr key={name} className="border-base-300 border-t">
                  <th scope="row" className="py-2 font-normal" title={name}>
                    {momentText(madeAt)}
                  </th>
                  <td>{WHY[reason]}</td>
                  <td className="text-right">{sizeText(bytes)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      <div className="grid content-start gap-6">
        <section aria-label="How long they are kept">
          <h2 className="text-xl">How long they are kept</h2>
          <p className="mt-1">
            One a day for {keptDays.daily} days, one a week for {keptDays.weekly / 7} weeks; those before an update and those
            asked for, {keptDays.others} days.
          </p>
        </section>
        <section aria-label="Deleted clients">
          <h2 className="text-xl">Deleted clients</h2>
          {forgottenStillHeld === 0 ? (
            <p className="mt-1">
              A client who is deleted stays in backups that were made before. When that is so, you can have them made anew here.
            </p>
          ) : (
            <>
              <p className="border-accent mt-1 border-l-8 pl-4">
                Backups still hold{' '}
                <b>{forgottenStillHeld === 1 ? '1 client who was deleted' : `${forgottenStillHeld} clients who were deleted`}</b>{' '}
                since the oldest was made.
              </p>
              <button
                type="button"
                className="btn mt-3 min-h-12"
                disabled={make.isPending}
                onClick={() => make.mutate('backups/rewrite')}
              >
                Make a new one and delete all earlier ones
              </button>
              <p className="text-quiet mt-1">Copies that you took elsewhere you delete there.</p>
            </>
          )}
        </section>
        <section aria-label="Putting one back">
          <h2 className="text-xl">Putting one back</h2>
          <p className="mt-1">On the server, with Waxwing stopped:</p>
          <code className="bg-base-200 my-2 block rounded px-3 py-2">npm run setup -- restore FILE</code>
          <p>Devices then send again what they did since, as far as they still have it: 30 days, and not after signing out.</p>
          <p className="text-quiet mt-1">
            Clients who were deleted after it was made are back then:{' '}
            <Link to="/clients" className="link">
              delete them
            </Link>{' '}
            again.
          </p>
        </section>
      </div>
    </div>
  );
}
