import { useMutation } from '@tanstack/react-query';
import { numberText, type Side } from '@waxwing/core/movement';
import { MEASURES, SCOPE_LINE, type MeasureKind } from '@waxwing/core/client';
import type { ClientSummary, Measurement } from '@waxwing/core/api';
import { Play, RotateCcw, Square, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { v7 } from 'uuid';
import { api, RequestRefused } from '../../shared/api.ts';
import { clockText, localDate, shortDay } from '../../shared/dates.ts';
import { resultForm, useUnfinished } from '../../shared/device/useUnfinished.ts';
import { Field } from '../../shared/Field.tsx';
import { GoesOn } from '../../shared/GoesOn.tsx';
import { Page } from '../../shared/page.tsx';
import { useClient, useMeasurements, useRefresh } from '../../shared/queries.ts';
import { SortButtons, useSorting, type SortWay } from '../../shared/sorting.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { useNow } from '../../shared/useNow.ts';
import { useChangeClient } from './useChangeClient.ts';

/** Runs the tests that the trainer picked, with clock and counter, and writes down what is read off. */
export default function TestsPage() {
  const { clientId = '' } = useParams();
  const client = useClient(clientId);
  const measurements = useMeasurements(clientId);
  const failed = client.error ?? measurements.error;
  return (
    <Page
      title={client.data ? `Test and measure ${client.data.name}` : 'Test and measure'}
      aside={
        <Link className="link text-lg" to={`/clients/${clientId}`}>
          back to their page
        </Link>
      }
    >
      {failed && (
        <Failed what="this client" error={failed} onRetry={() => void Promise.all([client.refetch(), measurements.refetch()])} />
      )}
      {!failed && !(client.data && measurements.data) && <Loading what="what was measured" />}
      {client.data && measurements.data && <Protocol client={client.data} measurements={measurements.data} />}
    </Page>
  );
}

function Protocol({ client, measurements }: { client: ClientSummary; measurements: readonly Measurement[] }) {
  const change = useChangeClient(client);
  const follows = new Set(client.follows ?? []);
  const picked = MEASURES.filter(({ id }) => follows.has(id));
  const [openId, setOpenId] = useState<string | null>(null);
  const open = picked.find(({ id }) => id === openId) ?? picked[0] ?? null;
  const toggle = (id: string) =>
    change.mutate({ follows: follows.has(id) ? [...follows].filter((each) => each !== id) : [...follows, id] });
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[17rem_1fr]">
      <div>
        <h2 className="text-xl">The protocol</h2>
        <p className="text-quiet">Pick what tells something about their goal. Two or three are enough.</p>
        {(['test', 'body'] as const).map((kind) => (
          <div key={kind} className="mt-2">
            <h3>{kind === 'test' ? 'Tests' : 'Body, where you agreed on it'}</h3>
            {MEASURES.filter((each) => each.kind === kind).map(({ id, name }) => (
              <div key={id} className="flex items-center gap-3">
                <input
                  type="checkbox"
                  className="checkbox"
                  aria-label={`Follow ${name}`}
                  checked={follows.has(id)}
                  disabled={change.isPending}
                  onChange={() => toggle(id)}
                />
                <button
                  type="button"
                  aria-pressed={open?.id === id}
                  disabled={!follows.has(id)}
                  className="min-h-11 flex-1 cursor-pointer text-left disabled:cursor-default disabled:opacity-70"
                  onClick={() => setOpenId(id)}
                >
                  <span className={open?.id === id ? 'tail font-bold' : ''}>{name}</span>
                </button>
              </div>
            ))}
          </div>
        ))}
        {change.error && (
          <p role="alert" className="font-bold">
            {change.error.message}
          </p>
        )}
      </div>
      {open ? (
        <Run
          key={open.id}
          measure={open}
          client={client}
          measurements={measurements.filter(({ measureId }) => measureId === open.id)}
        />
      ) : (
        <p className="text-quiet text-lg">Pick a test on the left.</p>
      )}
    </div>
  );
}

/** What is written down of one try, as it is typed. */
interface Result {
  readonly side: Side;
  readonly value: string;
  readonly note: string;
}
const NO_RESULT: Result = { side: 'left', value: '', note: '' };

const RESULT_SORTS: readonly SortWay<Measurement>[] = [
  // Of one day the later one stands first.
  {
    id: 'day',
    name: 'day',
    compare: (a, b) => b.localDate.localeCompare(a.localDate) || b.measurementId.localeCompare(a.measurementId),
  },
  { id: 'result', name: 'result', compare: (a, b) => b.value - a.value },
];

interface RunProps {
  readonly measure: MeasureKind;
  readonly client: ClientSummary;
  readonly measurements: readonly Measurement[];
}

function Run({ measure, client, measurements }: RunProps) {
  const refresh = useRefresh();
  const sorting = useSorting(RESULT_SORTS, 'results');
  const unfinished = useUnfinished<Result>(resultForm(client.clientId, measure.id));
  const { found } = unfinished;
  const [result, setResult] = useState<Result>(found?.value ?? NO_RESULT);
  const { side, value, note } = result;
  const change = (part: Partial<Result>) => {
    const next = { ...result, ...part };
    setResult(next);
    unfinished.keep(next);
  };
  const begin = (nextSide: Side) => {
    unfinished.forget();
    setResult({ ...NO_RESULT, side: nextSide });
  };
  // One id a result, so that a second press writes it once.
  const [id, setId] = useState(() => v7());
  const keep = useMutation({
    mutationFn: () =>
      api.post<Measurement>(`clients/${client.clientId}/measurements`, {
        measurementId: id,
        measureId: measure.id,
        value: value.trim() === '' ? null : Number(value.trim().replace(',', '.')),
        localDate: localDate(),
        ...(measure.oneSided && { side }),
        ...(note.trim() !== '' && { note: note.trim() }),
      }),
    onSuccess: async () => {
      begin(measure.oneSided && side === 'left' ? 'right' : 'left');
      setId(v7());
      await refresh();
    },
  });
  const remove = useMutation({
    mutationFn: (measurementId: string) => api.delete(`clients/${client.clientId}/measurements/${measurementId}`),
    onSuccess: refresh,
  });
  const problem =
    keep.error instanceof RequestRefused ? keep.error.problems.find(({ path }) => path === 'value')?.message : undefined;
  return (
    <section aria-label={measure.name}>
      <h2 className="text-3xl">{measure.name}</h2>
      <p className="mt-1 max-w-2xl text-lg">{measure.how}</p>
      {measure.kind === 'body' && <p className="text-quiet max-w-2xl">{SCOPE_LINE}</p>}
      {measure.oneSided && (
        <div className="mt-3 flex gap-2" role="group" aria-label="Side">
          {(['left', 'right'] as const).map((each) => (
            <button
              key={each}
              type="button"
              aria-pressed={side === each}
              className={`btn min-h-14 px-6 text-lg ${side === each ? 'btn-neutral' : ''}`}
              onClick={() => change({ side: each })}
            >
              {each}
            </button>
          ))}
        </div>
      )}
      {measure.run !== 'read' && <ClockAndCounter measure={measure} onValue={(counted) => change({ value: counted })} />}
      {found && (
        <div className="mt-4">
          <GoesOn at={found.at} onAnew={() => begin('left')} />
        </div>
      )}
      <form
        className="mt-4 flex flex-wrap items-start gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate();
        }}
      >
        <Field
          label={`Result, ${measure.unit}`}
          wide="w-40"
          className="figures"
          inputMode="decimal"
          value={value}
          problem={problem}
          onChange={(event) => change({ value: event.target.value })}
        />
        <Field
          label="Note"
          wide="min-w-52 flex-1"
          value={note}
          maxLength={200}
          onChange={(event) => change({ note: event.target.value })}
        />
        <button type="submit" className="btn btn-primary mt-5 min-h-11 px-5" disabled={keep.isPending || value.trim() === ''}>
          Write it down
        </button>
      </form>
      {keep.error && !problem && (
        <p role="alert" className="mt-1 font-bold">
          {keep.error.message}. What you typed is still here.
        </p>
      )}
      <p className="text-quiet mt-3">
        Stop for pain that is sharp, in a joint or running down a limb. Chest tightness, faintness or breathlessness at rest:
        stop, and call your local emergency number.
      </p>
      {measurements.length > 1 && (
        <div className="mt-4">
          <SortButtons sorting={sorting} />
        </div>
      )}
      {measurements.length > 0 && (
        <ul className="mt-4 max-w-xl">
          {sorting.sorted(measurements).map((each) => (
            <li key={each.measurementId} className="border-base-300 flex min-h-11 items-center gap-4 border-t">
              <span className="w-28">{shortDay(each.localDate)}</span>
              <b className="figures">
                {numberText(each.value)} {measure.unit}
                {each.side && `, ${each.side}`}
              </b>
              <span className="text-quiet">
                {each.note} {each === measurements[0] && '(first)'}
              </span>
              <button
                type="button"
                className="btn btn-ghost btn-square ml-auto size-11"
                aria-label={`Take back ${numberText(each.value)} ${measure.unit} of ${shortDay(each.localDate)}`}
                onClick={() => remove.mutate(each.measurementId)}
              >
                <X size={18} />
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** Seconds or minutes of a stopped clock as the result; a counter counts by itself, or as long as the clock runs. */
function ClockAndCounter({ measure, onValue }: { measure: MeasureKind; onValue: (value: string) => void }) {
  const [startedAt, setStartedAt] = useState<number | null>(null);
  const [stoppedAt, setStoppedAt] = useState<number | null>(null);
  const [count, setCount] = useState(0);
  // A tap adds to what was counted, whatever has been drawn of it so far.
  const counted = useRef(0);
  const now = useNow(startedAt !== null && stoppedAt === null ? 100 : null);
  const elapsed = startedAt === null ? 0 : ((stoppedAt ?? now.getTime()) - startedAt) / 1000;
  const counts = measure.run !== 'time';
  const limit = measure.run === 'count-in' ? measure.seconds! : null;
  const isOver = limit !== null && elapsed >= limit;
  const isRunning = startedAt !== null && stoppedAt === null && !isOver;
  const stop = () => {
    const at = Date.now();
    setStoppedAt(at);
    if (startedAt === null || counts) return;
    const seconds = (at - startedAt) / 1000;
    onValue(numberText(measure.unit === 'min' ? Math.round(seconds / 6) / 10 : Math.round(seconds)));
  };
  const add = () => {
    counted.current += 1;
    setCount(counted.current);
    onValue(String(counted.current));
  };
  const reset = () => {
    setStartedAt(null);
    setStoppedAt(null);
    counted.current = 0;
    setCount(0);
    onValue('');
  };
  return (
    <div className="mt-4 flex flex-wrap gap-3">
      <div className="bg-base-200 flex min-h-28 min-w-56 items-center gap-4 rounded-2xl px-6">
        <span role="timer" className="heading figures text-5xl">
          {clockText(limit === null ? elapsed : Math.ceil(Math.max(0, limit - elapsed)))}
        </span>
        {isRunning ? (
          <button type="button" className="btn btn-primary min-h-14" onClick={stop}>
            <Square aria-hidden="true" size={18} /> Stop
          </button>
        ) : startedAt === null ? (
          <button
            type="button"
            className="btn btn-primary min-h-14"
            onClick={() => {
              setStoppedAt(null);
              setStartedAt(Date.now());
            }}
          >
            <Play aria-hidden="true" size={18} /> Go
          </button>
        ) : (
          <span role="status">{isOver ? 'time' : 'stopped'}</span>
        )}
      </div>
      {counts && (
        <button
          type="button"
          className="bg-base-200 hover:bg-base-300 flex min-h-28 min-w-56 cursor-pointer items-center gap-4 rounded-2xl select-none px-6 disabled:cursor-default disabled:opacity-60"
          disabled={limit !== null && !isRunning}
          onClick={add}
        >
          <span className="heading figures text-5xl">{count}</span>
          <span>tap to count</span>
        </button>
      )}
      <button type="button" className="btn btn-ghost min-h-14 self-center" onClick={reset}>
        <RotateCcw aria-hidden="true" size={18} /> Again from nothing
      </button>
    </div>
  );
}
