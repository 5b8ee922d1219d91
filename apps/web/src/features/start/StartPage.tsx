import {
  amountText,
  loadKindOf,
  loadText,
  lowerFirst,
  startingTarget,
  unitText,
  type ClientSummary,
  type LastTime,
  type Load,
  type MovementDocument,
  type SessionBrief,
  type StartSession,
} from '@waxwing/core';
import { useQuery } from '@tanstack/react-query';
import { ArrowDown, ArrowUp, Plus, Search, X } from 'lucide-react';
import { useId, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { api, RequestRefused } from '../../shared/api.ts';
import { localDate, localZone } from '../../shared/dates.ts';
import { Page } from '../../shared/page.tsx';
import { useLibrary, useRefresh, type IndexedLibrary } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { useViewpoint } from '../../shared/viewpoint.ts';
import { Empty, Failed, Loading } from '../../shared/states.tsx';
import { deviceStoreFor } from '../../shared/device/deviceStore.ts';

export default function StartPage() {
  const { clientId = '' } = useParams();
  const { library, error: libraryError } = useLibrary();
  const client = useQuery({
    queryKey: ['clients', clientId],
    queryFn: () => api.get<ClientSummary>(`clients/${clientId}`),
  });
  const last = useQuery({
    queryKey: ['last-time', clientId],
    queryFn: () => api.get<readonly LastTime[]>(`clients/${clientId}/last-time`),
    refetchOnMount: 'always',
    gcTime: 0,
  });
  const error = client.error ?? libraryError ?? last.error;
  return (
    <Page title={client.data ? `Start with ${client.data.name}` : 'Start a session'}>
      {error ? (
        <Failed what="this client" error={error} onRetry={() => void client.refetch()} />
      ) : client.data && library && last.data && !last.isFetching ? (
        <Picker client={client.data} library={library} lastTime={last.data} />
      ) : (
        <Loading what="what they did last time" />
      )}
    </Page>
  );
}

/** A line of the list as it is being made; numbers stay text until they are sent, so that nothing typed is lost. */
interface Picked {
  readonly key: string;
  readonly movementId: string;
  readonly sets: string;
  readonly target: string;
  readonly load: string;
}

function pick(document: MovementDocument, lastTime: LastTime | undefined): Picked {
  const load = lastTime?.load;
  return {
    key: uuid(),
    movementId: document.id,
    sets: String(document.sets),
    target: String(lastTime?.target ?? startingTarget(document)),
    load: load && (load.kind === 'pair' || load.kind === 'single') ? String(load.value) : '',
  };
}

function loadOf(picked: Picked, document: MovementDocument): Load | undefined {
  const kind = loadKindOf(document);
  const value = Number(picked.load.replace(',', '.'));
  if (kind === 'bodyweight' || picked.load.trim() === '') return undefined;
  return { kind, value, unit: 'kg' };
}

interface PickerProps {
  readonly client: ClientSummary;
  readonly library: IndexedLibrary;
  readonly lastTime: readonly LastTime[];
}

function Picker({ client, library, lastTime }: PickerProps) {
  const { me } = useSignedIn();
  const navigate = useNavigate();
  const refresh = useRefresh();
  const lastOf = (movementId: string) => lastTime.find((each) => each.movementId === movementId);
  const [picked, setPicked] = useState<readonly Picked[]>(() =>
    lastTime.flatMap((each) => {
      const revision = library.revision(each.movementId);
      return revision ? [pick(revision.document, each)] : [];
    }),
  );
  const [query, setQuery] = useState('');
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  // Made once, so that a second press of the button asks for the same session.
  const [ids] = useState(() => ({ sessionId: uuid(), laneId: uuid() }));

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
      const form: StartSession = {
        sessionId: ids.sessionId,
        localDate: localDate(),
        zone: localZone(),
        lanes: [
          {
            laneId: ids.laneId,
            clientId: client.clientId,
            movements: picked.map((each) => {
              const load = loadOf(each, library.revision(each.movementId)!.document);
              return {
                movementId: each.movementId,
                sets: Number(each.sets),
                target: Number(each.target),
                ...(load && { load }),
              };
            }),
          },
        ],
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
        <Cautions client={client} library={library} />
        {picked.length === 0 ? (
          <Empty title="Nothing picked yet">
            <p>Find the first movement on the right; three or four fill an hour.</p>
          </Empty>
        ) : (
          <ol>
            {picked.map((each, at) => (
              <PickedRow
                key={each.key}
                picked={each}
                document={library.revision(each.movementId)!.document}
                lastTime={lastOf(each.movementId)}
                problemAt={(field) => problemAt(at, field)}
                onChange={(part) => change(each.key, part)}
                onUp={at > 0 ? () => move(at, -1) : undefined}
                onDown={at < picked.length - 1 ? () => move(at, 1) : undefined}
                onRemove={() => setPicked((before) => before.filter((other) => other.key !== each.key))}
              />
            ))}
          </ol>
        )}
        {picked.length > 0 && <LayOut picked={picked} library={library} />}
        {error !== null && (
          <p role="alert" className="mt-4 font-bold">
            {error instanceof Error ? error.message : 'That didn’t work.'} What you picked is still here.
          </p>
        )}
        <button
          type="button"
          className="btn btn-primary mt-5 min-h-16 px-8 text-xl"
          disabled={picked.length === 0 || busy}
          onClick={() => void start()}
        >
          {busy ? 'Laying out …' : 'Go to the floor'}
        </button>
      </section>
      <section aria-label="Add from the library">
        <label className="input bg-panel flex min-h-12 w-full items-center gap-2 text-lg">
          <Search aria-hidden="true" size={20} />
          <span className="sr-only">Find a movement to add</span>
          <input type="search" value={query} placeholder="Add a movement" onChange={(event) => setQuery(event.target.value)} />
        </label>
        <Candidates
          library={library}
          client={client}
          query={query}
          onPick={(document) => setPicked((before) => [...before, pick(document, lastOf(document.id))])}
        />
      </section>
    </div>
  );
}

function Cautions({ client, library }: { client: ClientSummary; library: IndexedLibrary }) {
  return (
    <ul className="mb-3">
      {client.cautions.map((each) => {
        const entry = library.lexicon.cautions.get(each.caution);
        return (
          <li key={each.caution} className="py-0.5">
            <b className="border-accent border-b-4">
              {each.side && `${each.side} `}
              {lowerFirst(entry?.name ?? each.caution)}
            </b>{' '}
            {each.note} <span className="text-quiet">{entry?.general}</span>
          </li>
        );
      })}
    </ul>
  );
}

interface PickedRowProps {
  readonly picked: Picked;
  readonly document: MovementDocument;
  readonly lastTime: LastTime | undefined;
  readonly problemAt: (field: string) => string | undefined;
  readonly onChange: (part: Partial<Picked>) => void;
  readonly onUp: (() => void) | undefined;
  readonly onDown: (() => void) | undefined;
  readonly onRemove: () => void;
}

function PickedRow({ picked, document, lastTime, problemAt, onChange, onUp, onDown, onRemove }: PickedRowProps) {
  const unit = unitText(document.dose.kind);
  const each = document.dose.perSide ? ' a side' : '';
  const loadKind = loadKindOf(document);
  return (
    <li className="border-base-300 grid items-center gap-x-4 gap-y-2 border-t py-3 md:grid-cols-[1fr_auto_auto]">
      <div>
        <h2 className="text-xl leading-tight">{document.name}</h2>
        <p className="text-quiet">
          {lastTime
            ? `last time ${amountText(lastTime.target, document.dose.kind)}${each}, ${loadText(lastTime.load)}`
            : 'new to them'}
        </p>
      </div>
      <div className="flex flex-wrap gap-3">
        <NumberField label="sets" value={picked.sets} problem={problemAt('sets')} onChange={(sets) => onChange({ sets })} />
        <NumberField
          label={`${unit}${each}`}
          value={picked.target}
          problem={problemAt('target')}
          onChange={(target) => onChange({ target })}
        />
        {loadKind !== 'bodyweight' && (
          <NumberField
            label={loadKind === 'pair' ? 'kg in each hand' : 'kg'}
            value={picked.load}
            problem={problemAt('load')}
            onChange={(load) => onChange({ load })}
          />
        )}
      </div>
      <div className="flex">
        <IconButton label={`Move ${document.name} up`} onClick={onUp} icon={<ArrowUp size={20} />} />
        <IconButton label={`Move ${document.name} down`} onClick={onDown} icon={<ArrowDown size={20} />} />
        <IconButton label={`Leave out ${document.name}`} onClick={onRemove} icon={<X size={20} />} />
      </div>
    </li>
  );
}

function IconButton({ label, onClick, icon }: { label: string; onClick: (() => void) | undefined; icon: React.ReactNode }) {
  return (
    <button type="button" className="btn btn-ghost btn-square size-11" aria-label={label} disabled={!onClick} onClick={onClick}>
      {icon}
    </button>
  );
}

interface NumberFieldProps {
  readonly label: string;
  readonly value: string;
  readonly problem: string | undefined;
  readonly onChange: (value: string) => void;
}

function NumberField({ label, value, problem, onChange }: NumberFieldProps) {
  const id = useId();
  return (
    <div className="w-28">
      <label htmlFor={id} className="text-quiet block text-sm">
        {label}
      </label>
      <input
        id={id}
        className="input bg-panel figures min-h-11 w-full text-lg"
        inputMode="decimal"
        value={value}
        aria-invalid={problem !== undefined}
        aria-describedby={problem ? `${id}-problem` : undefined}
        onChange={(event) => onChange(event.target.value)}
      />
      {problem && (
        <p id={`${id}-problem`} role="alert" className="text-sm">
          {problem}
        </p>
      )}
    </div>
  );
}

/** What to put out before they come. */
function LayOut({ picked, library }: { picked: readonly Picked[]; library: IndexedLibrary }) {
  const kit = [...new Set(picked.flatMap((each) => library.revision(each.movementId)!.document.kit.needed))];
  if (kit.length === 0) return null;
  return (
    <p className="border-base-300 border-t pt-3 text-lg">
      <b>Lay out:</b> {kit.map((id) => library.lexicon.kit.get(id)?.name ?? id).join(', ')}
    </p>
  );
}

interface CandidatesProps {
  readonly library: IndexedLibrary;
  readonly client: ClientSummary;
  readonly query: string;
  readonly onPick: (document: MovementDocument) => void;
}

function Candidates({ library, client, query, onPick }: CandidatesProps) {
  const { openness } = useViewpoint(client.clientId);
  const obstaclesTo = (id: string) => openness?.obstaclesTo(id) ?? [];
  const all = library.revisions.map((revision) => revision.document);
  const documents =
    query.trim() === ''
      ? // What they may do comes first.
        [...all].sort((a, b) => Number(obstaclesTo(a.id).length > 0) - Number(obstaclesTo(b.id).length > 0))
      : library.search.find(query, 20).flatMap((hit) => library.revision(hit.movementId)?.document ?? []);
  const cautions = new Set(client.cautions.map((each) => each.caution));
  const cautionName = (id: string) => library.lexicon.cautions.get(id)?.name ?? id;
  if (documents.length === 0) return <p className="text-quiet mt-3">Nothing found.</p>;
  return (
    <ul className="mt-2 max-h-[34rem] overflow-y-auto">
      {documents.map((document) => {
        const obstacles = obstaclesTo(document.id);
        const isShut = obstacles.some(({ kind }) => kind === 'caution');
        const why = obstacles.map(({ text }) => text).join('; ');
        const limit = document.cautions.find((caution) => cautions.has(caution.caution) && !caution.closed);
        return (
          <li key={document.id} className="border-base-300 border-b">
            <button
              type="button"
              aria-label={`Add ${document.name}`}
              className="hover:bg-base-200 flex min-h-12 w-full cursor-pointer items-center gap-2 px-2 py-2 text-left"
              onClick={() => onPick(document)}
            >
              <Plus aria-hidden="true" size={18} className="shrink-0" />
              <span>
                <span className="text-lg leading-tight">{document.name}</span>
                {isShut && <span className="block text-sm font-bold">Not open to them: {why}</span>}
                {!isShut && why && <span className="text-quiet block text-sm">Not yet: {why}</span>}
                {obstacles.length === 0 && limit && (
                  <span className="text-quiet block text-sm">
                    {cautionName(limit.caution)}: {limit.limit}
                  </span>
                )}
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
