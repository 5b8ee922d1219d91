import type { MovementDocument } from '@waxwing/core/movement';
import { rackFor } from '@waxwing/core/loading';
import { firstName, readinessOf } from '@waxwing/core/client';
import type { SessionBrief, StartSession } from '@waxwing/core/session';
import type { ClientSummary, HistoryAnswer, LastTime } from '@waxwing/core/api';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { api, RequestRefused } from '../../shared/api.ts';
import { Choice } from '../../shared/Choice.tsx';
import { localDate, localZone } from '../../shared/dates.ts';
import { Page } from '../../shared/page.tsx';
import { useClient, useHistory, useLibrary, usePlaces, useRefresh, type IndexedLibrary } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { FoundByKeys } from '../../shared/FoundByKeys.tsx';
import { SearchField } from '../../shared/SearchField.tsx';
import { Empty, Failed, Loading } from '../../shared/states.tsx';
import { deviceStoreFor } from '../../shared/device/deviceStore.ts';
import { useAdvise } from '../../shared/useAdvise.ts';
import { Candidates } from './Candidates.tsx';
import { Cautions } from './Cautions.tsx';
import { LayOut } from './LayOut.tsx';
import { PickedRow, type Picked } from './PickedRow.tsx';

export default function StartPage() {
  const { clientId = '' } = useParams();
  const { library, error: libraryError } = useLibrary();
  const client = useClient(clientId);
  const history = useHistory(clientId);
  const places = usePlaces();
  const last = useQuery({
    queryKey: ['last-time', clientId],
    queryFn: () => api.get<readonly LastTime[]>(`clients/${clientId}/last-time`),
    refetchOnMount: 'always',
    gcTime: 0,
  });
  const error = client.error ?? libraryError ?? last.error ?? history.error ?? places.error;
  const isReady = !last.isFetching && !history.isFetching;
  return (
    <Page title={client.data ? `Start with ${client.data.name}` : 'Start a session'}>
      {error ? (
        <Failed
          what="this client"
          error={error}
          onRetry={() => void Promise.all([client.refetch(), last.refetch(), history.refetch()])}
        />
      ) : client.data && library && places.data && last.data && history.data && isReady ? (
        <Picker client={client.data} library={library} lastTime={last.data} history={history.data} />
      ) : (
        <Loading what="what they did last time" />
      )}
    </Page>
  );
}

/** Where the session is: a room of the studio, or the client's home. */
function useWhere(client: ClientSummary) {
  const rooms = usePlaces().data ?? [];
  const [chosen, choose] = useState<string | null>(rooms[0]?.placeId ?? null);
  const room = rooms.find(({ placeId }) => placeId === chosen) ?? null;
  const name = firstName(client.name);
  return {
    chosen,
    choose,
    inventory: chosen === 'home' ? (client.homeKit ?? { things: [], sources: [] }) : (room?.inventory ?? null),
    asked: chosen === 'home' ? { atHome: true } : room ? { placeId: room.placeId } : {},
    options: [
      ...rooms.map(({ placeId, name: text }) => ({ value: placeId, text: `at ${text}` })),
      ...(client.homeKit ? [{ value: 'home', text: `at ${name}’s home` }] : []),
    ],
  };
}

interface PickerProps {
  readonly client: ClientSummary;
  readonly library: IndexedLibrary;
  readonly lastTime: readonly LastTime[];
  readonly history: HistoryAnswer;
}

function Picker({ client, library, lastTime, history }: PickerProps) {
  const { me } = useSignedIn();
  const navigate = useNavigate();
  const refresh = useRefresh();
  const where = useWhere(client);
  const rackOf = (document: MovementDocument) => rackFor(document, where.inventory);
  const adviceFor = useAdvise(library, client, history, where.inventory);
  const pick = (document: MovementDocument): Picked => ({
    key: uuid(),
    movementId: document.id,
    sets: String(document.sets),
    // Until somebody says otherwise, the advice stands, and follows the room.
    target: null,
    load: null,
  });
  const [picked, setPicked] = useState<readonly Picked[]>(() =>
    lastTime.flatMap(({ movementId }) => {
      const revision = library.revisionInUse(movementId);
      return revision ? [pick(revision.document)] : [];
    }),
  );
  const [query, setQuery] = useState('');
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  // A second press of the button asks for the same session, unless something else is picked by then.
  const [asked, setAsked] = useState<{ readonly picks: string; readonly sessionId: string; readonly laneId: string } | null>(
    null,
  );
  const readiness = readinessOf(client.readiness);

  const change = (key: string, part: Partial<Picked>) =>
    setPicked((before) => before.map((each) => (each.key === key ? { ...each, ...part } : each)));
  const move = (at: number, by: number) =>
    setPicked((before) => {
      const next = [...before];
      const [item] = next.splice(at, 1);
      next.splice(at + by, 0, item!);
      return next;
    });

  const start = async () => {
    setBusy(true);
    setError(null);
    try {
      const movements = picked.map(({ movementId, sets, target, load }) => {
        const advice = adviceFor(library.revision(movementId)!.document);
        return {
          movementId,
          sets: Number(sets),
          target: target === null ? advice.target : Number(target),
          load: load ?? advice.load,
        };
      });
      const picks = JSON.stringify([movements, where.asked]);
      const ids = asked?.picks === picks ? asked : { picks, sessionId: uuid(), laneId: uuid() };
      setAsked(ids);
      const form: StartSession = {
        sessionId: ids.sessionId,
        localDate: localDate(),
        zone: localZone(),
        ...where.asked,
        lanes: [{ laneId: ids.laneId, clientId: client.clientId, movements }],
      };
      const brief = await api.post<SessionBrief>('sessions', form);
      await (await deviceStoreFor(me.trainerId)).saveBrief(brief);
      await refresh();
      await navigate(`/floor/${brief.sessionId}`);
    } catch (failure) {
      setError(failure);
      setBusy(false);
    }
  };

  const problemAt = (at: number, field: string) =>
    error instanceof RequestRefused
      ? error.problems.find((problem) => problem.path.startsWith(`lanes[0].movements[${at}].${field}`))?.message
      : undefined;

  return (
    <div className="grid gap-8 lg:grid-cols-[1fr_20rem]">
      <section aria-label="Picked movements">
        {readiness.kind === 'hold' && (
          <p className="border-accent mb-3 border-l-8 pl-4 text-lg">
            <b>No session yet.</b> {readiness.text}{' '}
            <Link className="link" to={`/clients/${client.clientId}/record#readiness`}>
              Record it
            </Link>
          </p>
        )}
        {readiness.kind === 'not-asked' && (
          <p className="border-accent mb-3 border-l-8 pl-4 text-lg">
            {readiness.text}{' '}
            <Link className="link" to={`/clients/${client.clientId}/record#readiness`}>
              Ask them now
            </Link>
          </p>
        )}
        <Cautions client={client} library={library} />
        {where.options.length > 0 && (
          <p className="text-lg">
            <Choice
              label="Where"
              none="anywhere"
              value={where.chosen}
              options={where.options}
              onChoose={(value) => where.choose(value || null)}
            />
            {where.inventory?.alone && <span> Nobody to spot: presses on the back are capped.</span>}
          </p>
        )}
        {picked.length === 0 ? (
          <Empty title="Nothing picked yet">
            <p>Find the first movement on the right; three or four fill an hour.</p>
          </Empty>
        ) : (
          <ol>
            {picked.map((each, at) => {
              const { document } = library.revision(each.movementId)!;
              return (
                <PickedRow
                  key={each.key}
                  picked={each}
                  document={document}
                  advice={adviceFor(document)}
                  rack={rackOf(document)}
                  unit={client.unit ?? 'kg'}
                  past={history.movements[document.id] ?? null}
                  setUp={history.setUps[document.id]}
                  problemAt={(field) => problemAt(at, field)}
                  onChange={(part) => change(each.key, part)}
                  onUp={at > 0 ? () => move(at, -1) : undefined}
                  onDown={at < picked.length - 1 ? () => move(at, 1) : undefined}
                  onRemove={() => setPicked((before) => before.filter((other) => other.key !== each.key))}
                />
              );
            })}
          </ol>
        )}
        {picked.length > 0 && (
          <LayOut
            picked={picked.map(({ movementId, load }) => {
              const { document } = library.revision(movementId)!;
              return { document, load: load ?? adviceFor(document).load, setUp: history.setUps[movementId] };
            })}
            inventory={where.inventory}
            library={library}
          />
        )}
        {error !== null && (
          <p role="alert" className="mt-4 font-bold">
            {error instanceof Error ? error.message : 'That didn’t work.'} What you picked is still here.
          </p>
        )}
        <button
          type="button"
          className="btn btn-primary mt-5 min-h-16 px-8 text-xl"
          disabled={picked.length === 0 || busy || readiness.kind === 'hold'}
          onClick={() => void start()}
        >
          {busy ? 'Laying out …' : 'Go to the floor'}
        </button>
      </section>
      <section aria-label="Add from the library">
        <FoundByKeys>
          <SearchField
            label="Find a movement to add"
            placeholder="Add a movement"
            value={query}
            className="min-h-12"
            onSearch={setQuery}
          />
          <Candidates
            library={library}
            client={client}
            query={query}
            onQuery={setQuery}
            where={where.chosen}
            onPick={(document) => setPicked((before) => [...before, pick(document)])}
          />
        </FoundByKeys>
      </section>
    </div>
  );
}
