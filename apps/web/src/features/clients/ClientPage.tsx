import { firstName, isMinor, readinessOf } from '@waxwing/core/client';
import type { ClientSummary } from '@waxwing/core/api';
import { Pencil } from 'lucide-react';
import { Link, useParams } from 'react-router';
import { localDate } from '../../shared/dates.ts';
import { Page } from '../../shared/page.tsx';
import { useClient, useHistory, useLibrary, useMeasurements, type IndexedLibrary } from '../../shared/queries.ts';
import { Failed, Loading } from '../../shared/states.tsx';
import { HandOverAndForget } from './HandOverAndForget.tsx';
import { Measured } from './Measured.tsx';
import { OnTheLadders } from './OnTheLadders.tsx';
import { WhatTheyDo } from './WhatTheyDo.tsx';
import { WhoTheyAre } from './WhoTheyAre.tsx';

/** Everything about one person, the way a trainer thinks of them before they come through the door. */
export default function ClientPage() {
  const { clientId = '' } = useParams();
  const client = useClient(clientId);
  const { library, error } = useLibrary();
  const failed = client.error ?? error;
  return (
    <Page
      title={client.data?.name ?? 'Client'}
      aside={
        client.data && (
          <>
            <span className="text-quiet text-lg">{aboutText(client.data)}</span>
            <span className="ml-auto flex flex-wrap gap-2">
              <Link to={`/clients/${clientId}/record`} className="btn min-h-11">
                <Pencil aria-hidden="true" size={16} />
                Change the record
              </Link>
              <Link to={`/start/${clientId}`} className="btn btn-primary min-h-11">
                Start with {firstName(client.data.name)}
              </Link>
            </span>
          </>
        )
      }
    >
      {failed && <Failed what="this client" error={failed} onRetry={() => void client.refetch()} />}
      {!failed && !(client.data && library) && <Loading what="this client" />}
      {client.data && library && <Person client={client.data} library={library} />}
    </Page>
  );
}

function aboutText({ birthYear, dayJob, trainingYears, guardian }: ClientSummary): string {
  const year = Number(localDate().slice(0, 4));
  const trained =
    trainingYears === undefined
      ? null
      : trainingYears < 0.5
        ? 'new to training'
        : `${trainingYears} ${trainingYears === 1 ? 'year' : 'years'} of training`;
  const minor = isMinor(birthYear, year) && guardian ? `guardian ${guardian}` : null;
  return [String(year - birthYear), dayJob, trained, minor].filter(Boolean).join(' · ');
}

function Person({ client, library }: { client: ClientSummary; library: IndexedLibrary }) {
  const history = useHistory(client.clientId);
  const measurements = useMeasurements(client.clientId);
  const readiness = readinessOf(client.readiness);
  return (
    <>
      {(readiness.kind === 'hold' || readiness.kind === 'not-asked') && (
        <p className="border-accent mb-4 border-l-8 pl-4 text-lg">
          {readiness.kind === 'hold' && <b>No session yet. </b>}
          {readiness.text}{' '}
          <Link className="link" to={`/clients/${client.clientId}/record#readiness`}>
            {readiness.kind === 'hold' ? 'Record it' : 'Ask them now'}
          </Link>
        </p>
      )}
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[19rem_minmax(0,1fr)]">
        <div className="grid content-start gap-6">
          <WhoTheyAre client={client} library={library} />
          {measurements.data && <Measured client={client} measurements={measurements.data} />}
        </div>
        <div className="grid min-w-0 content-start gap-8">
          {history.error && <Failed what="what they did" error={history.error} onRetry={() => void history.refetch()} />}
          {history.data && <WhatTheyDo client={client} library={library} history={history.data} />}
          <OnTheLadders client={client} library={library} />
          <HandOverAndForget client={client} />
        </div>
      </div>
    </>
  );
}
