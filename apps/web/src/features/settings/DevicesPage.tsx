import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { SignedInDevice } from '@waxwing/core/api';
import { api } from '../../shared/api.ts';
import { momentText } from '../../shared/dates.ts';
import { Page } from '../../shared/page.tsx';
import { SettingsNav } from '../../shared/SettingsNav.tsx';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { SortHead, useSorting, type SortWay } from '../../shared/sorting.tsx';
import { Failed, Loading } from '../../shared/states.tsx';

const bySeen: SortWay<SignedInDevice>['compare'] = (a, b) =>
  Number(b.isThis) - Number(a.isThis) || b.lastSeenAt.localeCompare(a.lastSeenAt);
const SORTS: readonly SortWay<SignedInDevice>[] = [
  { id: 'seen', name: 'Last seen', compare: bySeen },
  { id: 'device', name: 'Device', compare: (a, b) => a.device.localeCompare(b.device) || bySeen(a, b) },
  { id: 'who', name: 'Who', compare: (a, b) => a.trainerName.localeCompare(b.trainerName) || bySeen(a, b) },
  { id: 'since', name: 'Signed in', compare: (a, b) => b.signedInAt.localeCompare(a.signedInAt) },
];

/** Where somebody is signed in, to end it on a tablet that was lost. */
export default function DevicesPage() {
  const { me } = useSignedIn();
  const queries = useQueryClient();
  const devices = useQuery({ queryKey: ['devices'], queryFn: () => api.get<readonly SignedInDevice[]>('devices') });
  const sorting = useSorting(SORTS);
  const signOut = useMutation({
    mutationFn: ({ deviceId }: SignedInDevice) => api.delete(`devices/${deviceId}`),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['devices'] }),
  });
  return (
    <Page title="Devices" aside={<SettingsNav />}>
      <p className="text-quiet mb-4 max-w-2xl text-lg">
        {me.role === 'owner' ? 'Where anybody of the studio is signed in.' : 'Where you are signed in.'} A device that is signed
        out here opens nothing more. What a session on it had not sent yet stays on it until its trainer signs in there again.
      </p>
      {devices.error && <Failed what="the devices" error={devices.error} onRetry={() => void devices.refetch()} />}
      {devices.isPending && <Loading what="the devices" />}
      {devices.data && (
        <table className="w-full max-w-4xl text-left">
          <thead>
            <tr className="text-quiet">
              <SortHead sorting={sorting} id="device" />
              {me.role === 'owner' && <SortHead sorting={sorting} id="who" />}
              <SortHead sorting={sorting} id="seen" />
              <SortHead sorting={sorting} id="since" className="hidden sm:table-cell" />
              <th scope="col">
                <span className="sr-only">End it</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {sorting.sorted(devices.data).map((device) => (
              <tr key={device.deviceId} className="border-base-300 border-t">
                <th scope="row" className="heading py-2 pr-4 text-lg font-normal">
                  {device.device}
                </th>
                {me.role === 'owner' && <td className="pr-4">{device.trainerName}</td>}
                <td className="pr-4">{device.isThis ? 'now' : momentText(device.lastSeenAt)}</td>
                <td className="hidden pr-4 sm:table-cell">{momentText(device.signedInAt)}</td>
                <td className="text-right">
                  {device.isThis ? (
                    <span className="text-quiet inline-flex min-h-11 items-center">this one</span>
                  ) : (
                    <button
                      type="button"
                      className="btn min-h-11 font-normal"
                      disabled={signOut.isPending}
                      aria-label={`Sign out ${device.device}, ${device.trainerName}`}
                      onClick={() => signOut.mutate(device)}
                    >
                      Sign out
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {signOut.error && (
        <p role="alert" className="mt-2 font-bold">
          {signOut.error.message}
        </p>
      )}
    </Page>
  );
}
