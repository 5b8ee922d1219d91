import { listed, lowerFirst } from '@waxwing/core/movement';
import { firstName } from '@waxwing/core/client';
import type { SessionSummary, TodayAnswer, TodayClient, TodayVisit } from '@waxwing/core/api';
import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { api } from '../../shared/api.ts';
import { dayText, localDate, shortDay, timeOfDay } from '../../shared/dates.ts';
import type { Ahead } from '../../shared/device/deviceSchema.ts';
import { deviceStoreFor } from '../../shared/device/deviceStore.ts';
import { useIsCutOff } from '../../shared/device/useIsCutOff.ts';
import { Page } from '../../shared/page.tsx';
import { PlanLinks } from '../../shared/PlanLinks.tsx';
import { useClients, useLibrary, usePlaces } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Empty, Failed, Loading } from '../../shared/states.tsx';
import { TodayNav } from '../../shared/TodayNav.tsx';
import { whoIn } from '../../shared/whoIn.ts';
import { decidedLines, layOutFor, watchText } from './dayWords.ts';
import { FirstSteps } from './FirstSteps.tsx';
import { isPlanned } from './hourAhead.ts';
import { useAheads, useOpenHere } from './useAheads.ts';

/** So many faults can be kept in mind on the way to the floor. */
const WATCH_MOST = 2;

export function TodayPage() {
  const date = localDate();
  const today = useQuery({
    queryKey: ['today', date],
    queryFn: () => api.get<TodayAnswer>(`today?date=${date}`),
    // Coming back from Floor has to show what was just decided.
    refetchOnMount: 'always',
  });
  return (
    <Page
      title="Today"
      aside={
        <>
          <span className="text-quiet text-lg">{dayText(date)}</span>
          <TodayNav />
        </>
      }
    >
      {today.isPending && <Loading what="your day" />}
      {today.isError && <Failed what="your day" error={today.error} onRetry={() => void today.refetch()} />}
      {today.data && (
        <>
          <FloorSessions live={today.data.live} since={date} />
          {!today.data.hasBegun && <FirstSteps />}
          {today.data.visits.length > 0 && <Visits date={date} visits={today.data.visits} />}
          {today.data.visits.length === 0 && today.data.hasBegun && <NobodyBooked />}
        </>
      )}
    </Page>
  );
}

interface FloorSessionsProps {
  readonly live: readonly SessionSummary[];
  readonly since: string;
}

/** What the server knows of, and without it what this device does. */
function FloorSessions({ live, since }: FloorSessionsProps) {
  const here = useOpenHere(since, useIsCutOff());
  const all = [...live, ...here.filter(({ sessionId }) => !live.some((each) => each.sessionId === sessionId))];
  if (all.length === 0) return null;
  return (
    <section aria-label="Still going on" className="mb-6">
      {all.map((session) => (
        <Link
          key={session.sessionId}
          to={`/floor/${session.sessionId}`}
          className="bg-neutral text-neutral-content mb-2 flex min-h-16 flex-wrap items-center gap-x-4 rounded-2xl px-5 py-3"
        >
          <span className="heading text-xl">{whoIn(session)}</span>
          <span>still on the floor, since {shortDay(session.localDate)}</span>
          <span className="bg-accent text-accent-content ml-auto rounded-xl px-4 py-2 font-bold">Back to the floor</span>
        </Link>
      ))}
    </section>
  );
}

interface VisitsProps {
  readonly date: string;
  readonly visits: readonly TodayVisit[];
}

function Visits({ date, visits }: VisitsProps) {
  const aheads = useAheads(date, visits);
  return (
    <ol>
      {visits.map((visit) => (
        <li key={visit.bookingId} className="border-base-300 grid grid-cols-[4.5rem_1fr] gap-x-4 border-t py-4">
          <p className="heading figures text-2xl">{timeOfDay(visit.startMinute)}</p>
          <div className="grid gap-5">
            <VisitHead visit={visit} />
            {visit.clients.map((client, at) => (
              <Visitor
                key={client.clientId}
                client={client}
                begins={at === 0 ? visit : null}
                ahead={aheads.get(visit.bookingId)}
              />
            ))}
          </div>
        </li>
      ))}
    </ol>
  );
}

/** What is planned for the visit; a class is named. */
function VisitHead({ visit }: { visit: TodayVisit }) {
  return (
    <p className="-mb-3 flex flex-wrap items-baseline gap-x-4">
      {visit.clients.length === 0 && (
        <b className="text-xl">{visit.title ?? (visit.heads ? `A class of ${visit.heads}` : 'Nobody of yours any more')}</b>
      )}
      <PlanLinks visit={visit} />
    </p>
  );
}

interface VisitorProps {
  readonly client: TodayClient;
  readonly begins: TodayVisit | null;
  readonly ahead: Ahead | undefined;
}

function Visitor({ client, begins, ahead }: VisitorProps) {
  const { library } = useLibrary();
  const cautions = client.cautions.map(
    (each) =>
      `${each.side ? `${each.side} ` : ''}${(library?.lexicon.cautions.get(each.caution)?.name ?? each.caution).toLowerCase()}`,
  );
  const watch = library ? client.watch.slice(0, WATCH_MOST).map((fault) => watchText(fault, library)) : [];
  // An hour of today is in the first room.
  const room = usePlaces().data?.[0]?.inventory ?? null;
  const kit = library ? layOutFor(client.decided, library, room) : [];
  return (
    <article className="grid gap-x-6 gap-y-2 md:grid-cols-[15rem_1fr_auto]" aria-label={client.name}>
      <div>
        <h2 className="text-xl leading-tight">{client.name}</h2>
        {cautions.length > 0 && (
          <p className="mt-1">
            <span className="border-accent border-b-4">Careful:</span> {cautions.join(', ')}
          </p>
        )}
        {client.goal && <p className="text-quiet mt-1">{client.goal}</p>}
      </div>
      <div>
        {client.lastDate === null ? (
          <p className="text-lg">First session. Start easy and look at everything once.</p>
        ) : (
          <>
            <p className="text-quiet">Decided on {shortDay(client.lastDate)}</p>
            {client.decided.length === 0 && <p>Nothing was written down.</p>}
            <ul>
              {decidedLines(client.decided).map(({ names, text }) => (
                <li key={text} className="text-lg leading-snug">
                  <b>{listed(names)}:</b> {lowerFirst(text)}
                </li>
              ))}
            </ul>
            {watch.length > 0 && (
              <p className="mt-1">
                <span className="text-quiet">Watch</span> {watch.join('; ')}
              </p>
            )}
            {kit.length > 0 && (
              <p className="mt-1">
                <span className="text-quiet">Lay out</span> {kit.join(', ')}
              </p>
            )}
          </>
        )}
      </div>
      {begins && <Begin visit={begins} ahead={ahead} />}
    </article>
  );
}

/** Floor finds it on this device; the server is told of it with its first events. Pressed again it is the same hour. */
async function beginHere(trainerId: string, bookingId: string): Promise<string> {
  const store = await deviceStoreFor(trainerId);
  const brief = await store.ahead(bookingId);
  if (!brief) throw new Error('What was fetched ahead for them is no longer on this device.');
  if (!(await store.brief(brief.sessionId))) await store.saveBrief(brief);
  return brief.sessionId;
}

/** To the plan of the visit, from where it begins; without a network straight to the floor with what was fetched ahead. */
function Begin({ visit, ahead }: { visit: TodayVisit; ahead: Ahead | undefined }) {
  const { me } = useSignedIn();
  const navigate = useNavigate();
  const isCutOff = useIsCutOff();
  const who = `Start with ${listed(visit.clients.map(({ name }) => firstName(name)))}`;
  const button = 'btn btn-primary min-h-12 self-start px-5 text-base';
  if (!isCutOff || visit.session) {
    return (
      <Link to={`/visits/${visit.bookingId}/plan?as=last`} className={button}>
        {who}
      </Link>
    );
  }
  if (!ahead) return <p className="max-w-48 self-start">Starts again with the network: nothing was fetched ahead for them.</p>;
  return (
    <button
      type="button"
      className={`${button} flex-col gap-0 py-2`}
      onClick={() => void beginHere(me.trainerId, ahead.bookingId).then((sessionId) => navigate(`/floor/${sessionId}`))}
    >
      {who}
      <span className="block text-sm font-normal">without the network, {isPlanned(visit) ? 'as planned' : 'as last time'}</span>
    </button>
  );
}

function NobodyBooked() {
  const clients = useClients();
  return (
    <Empty title="Nobody is booked today">
      {clients.data?.length === 0 && (
        <p>
          You have no clients yet.{' '}
          <Link className="link" to="/clients/new">
            Add your first one.
          </Link>
        </p>
      )}
      {clients.data && clients.data.length > 0 && (
        <>
          <p>Somebody at the door all the same? Start with</p>
          <div className="mt-3 flex flex-wrap gap-2">
            {clients.data.map((client) => (
              <Link key={client.clientId} to={`/start/${client.clientId}`} className="btn min-h-11">
                {client.name}
              </Link>
            ))}
          </div>
        </>
      )}
    </Empty>
  );
}
