import { searchable } from '@waxwing/core/movement';
import { goalProgress, readinessOf } from '@waxwing/core/client';
import type { ClientSummary } from '@waxwing/core/api';
import { UserPlus } from 'lucide-react';
import { Link } from 'react-router';
import { cautionsText } from '../../shared/cautionsText.ts';
import { localDate } from '../../shared/dates.ts';
import { Page } from '../../shared/page.tsx';
import { useClients, useLibrary } from '../../shared/queries.ts';
import { SearchField } from '../../shared/SearchField.tsx';
import { SortHead, useSorting, type SortWay } from '../../shared/sorting.tsx';
import { Empty, Failed, Loading } from '../../shared/states.tsx';
import { useAddress } from '../../shared/useAddress.ts';

type ByClient = SortWay<ClientSummary>['compare'];
const byName: ByClient = (a, b) => a.name.localeCompare(b.name);
/** The nearest date first; who has none stands last. */
const due = (client: ClientSummary) => client.goals.map(({ by }) => by ?? '9').sort()[0] ?? '9';
const SORTS: readonly SortWay<ClientSummary>[] = [
  { id: 'name', name: 'Name', compare: byName },
  { id: 'age', name: 'Age', compare: (a, b) => a.birthYear - b.birthYear || byName(a, b) },
  { id: 'goal', name: 'Goal', compare: (a, b) => due(a).localeCompare(due(b)) || byName(a, b) },
  { id: 'careful', name: 'Careful', compare: (a, b) => b.cautions.length - a.cautions.length || byName(a, b) },
];

export default function ClientsPage() {
  const clients = useClients();
  const address = useAddress();
  const query = searchable(address.get('q') ?? '');
  const sorting = useSorting(SORTS);
  const found = (clients.data ?? []).filter(({ name, dayJob = '' }) => searchable(`${name} ${dayJob}`).includes(query));
  return (
    <Page
      title="Clients"
      aside={
        <Link to="/clients/new" className="btn btn-primary ml-auto min-h-11">
          <UserPlus aria-hidden="true" size={18} />
          Add a client
        </Link>
      }
    >
      {clients.isPending && <Loading what="your clients" />}
      {clients.isError && <Failed what="your clients" error={clients.error} onRetry={() => void clients.refetch()} />}
      {clients.data?.length === 0 && (
        <Empty title="Nobody yet">
          <p>
            <Link className="link" to="/clients/new">
              Add your first client
            </Link>
            : a name, a year of birth, a goal, and what to be careful with. The rest can come later.
          </p>
        </Empty>
      )}
      {clients.data && clients.data.length > 0 && (
        <>
          <SearchField
            label="Find a client"
            placeholder="Name or job"
            value={address.get('q') ?? ''}
            className="min-h-11 max-w-md"
            onSearch={(text) => address.set({ q: text })}
          />
          <table className="mt-3 w-full text-left">
            <thead>
              <tr className="text-quiet">
                <SortHead sorting={sorting} id="name" />
                <SortHead sorting={sorting} id="age" className="w-16" />
                <SortHead sorting={sorting} id="goal" />
                <SortHead sorting={sorting} id="careful" className="hidden md:table-cell" />
              </tr>
            </thead>
            <tbody>
              {sorting.sorted(found).map((client) => (
                <ClientRow key={client.clientId} client={client} />
              ))}
            </tbody>
          </table>
          {found.length === 0 && <p className="text-quiet mt-3">Nobody of that name or job.</p>}
        </>
      )}
    </Page>
  );
}

function ClientRow({ client }: { client: ClientSummary }) {
  const { library } = useLibrary();
  const today = localDate();
  const [goal] = client.goals;
  const readiness = readinessOf(client.readiness);
  return (
    <tr className="border-base-300 border-t align-top">
      <th scope="row" className="py-2.5 pr-4 font-normal">
        <Link to={`/clients/${client.clientId}`} className="heading text-lg hover:underline">
          {client.name}
        </Link>
        {client.dayJob && <div className="text-quiet">{client.dayJob}</div>}
        {readiness.kind === 'hold' && <div className="border-accent inline border-b-4 font-bold">held: ask a doctor first</div>}
      </th>
      <td className="figures py-2.5">{Number(today.slice(0, 4)) - client.birthYear}</td>
      <td className="py-2.5 pr-4">
        {goal && (
          <>
            {goal.text}
            <div className="text-quiet">{goalProgress(goal, today).text}</div>
          </>
        )}
      </td>
      <td className="hidden py-2.5 md:table-cell">{library && cautionsText(client.cautions, library.lexicon)}</td>
    </tr>
  );
}
