import { useMutation } from '@tanstack/react-query';
import { stancePointsOf, type StancePoint, type Stances } from '@waxwing/core/movement';
import { firstName } from '@waxwing/core/client';
import type { ClientSummary, StancesAnswer } from '@waxwing/core/api';
import clsx from 'clsx';
import { useEffect, useMemo, useState } from 'react';
import { api } from '../../shared/api.ts';
import { Choice } from '../../shared/Choice.tsx';
import { LibraryNav } from '../../shared/LibraryNav.tsx';
import { Page } from '../../shared/page.tsx';
import { useClients, useLibrary, useRefresh, useStances, type IndexedLibrary } from '../../shared/queries.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed, Loading } from '../../shared/states.tsx';
import { useAddress } from '../../shared/useAddress.ts';

/** Whose positions are looked at: the studio's, one's own, or a client's. */
function useHolder(stances: StancesAnswer | undefined, clients: readonly ClientSummary[]) {
  const { me } = useSignedIn();
  const address = useAddress();
  const who = address.get('who') ?? 'mine';
  const client = clients.find(({ clientId }) => clientId === who);
  const above: Stances = who === 'studio' ? {} : client ? { ...stances?.studio, ...stances?.mine } : (stances?.studio ?? {});
  const own: Stances = (client ? client.stances : stances?.[who === 'studio' ? 'studio' : 'mine']) ?? {};
  const path = client ? `clients/${client.clientId}/stances` : who === 'studio' ? 'stances/studio' : 'stances/mine';
  return {
    who: client ? client.clientId : who === 'studio' ? 'studio' : 'mine',
    name: client ? firstName(client.name) : null,
    above,
    own,
    path,
    mayChange: who !== 'studio' || me.role === 'owner',
    choose: (next: string) => address.set({ who: next }),
  };
}

/** Positions that somebody chose, and whose. */
interface Wanted {
  readonly path: string;
  readonly positions: Stances;
}

export default function StancesPage() {
  const { library, error, refetch } = useLibrary();
  const stances = useStances();
  const clients = useClients();
  const holder = useHolder(stances.data, clients.data ?? []);
  const refresh = useRefresh();
  const save = useMutation({
    mutationFn: ({ path, positions }: Wanted) => api.put(path, { positions }),
    onSuccess: refresh,
  });
  // Shown, and built upon by the next choice, from the tap on: the server's answer may take its time.
  const [wanted, setWanted] = useState<Wanted | null>(null);
  const held = wanted?.path === holder.path ? wanted.positions : holder.own;
  const touches = useMemo(() => (library ? touchedBy(library) : new Map<string, number>()), [library]);
  useGoToAnchor(library !== undefined);
  const failed = error ?? stances.error;
  const hold = (point: string, position: string | null) => {
    const { [point]: _before, ...rest } = held;
    const next = { path: holder.path, positions: position === null ? rest : { ...rest, [point]: position } };
    setWanted(next);
    save.mutate(next, { onSettled: () => setWanted((now) => (now === next ? null : now)) });
  };
  return (
    <Page title="Stances" aside={<LibraryNav />}>
      <p className="max-w-3xl text-lg">
        Where good coaches disagree. A client’s position goes before yours, yours before the studio’s, and where nobody said, the
        library’s own holds. Cues, faults and checks follow at once; a session that is running keeps what it began with.
      </p>
      <div className="my-2 flex flex-wrap items-center gap-x-5" role="group" aria-label="Whose">
        {[
          { who: 'studio', text: 'the studio’s' },
          { who: 'mine', text: 'mine' },
        ].map(({ who, text }) => (
          <button
            key={who}
            type="button"
            aria-pressed={holder.who === who}
            className="min-h-11 cursor-pointer text-lg"
            onClick={() => holder.choose(who)}
          >
            <span className={holder.who === who ? 'tail font-bold' : 'text-quiet'}>{text}</span>
          </button>
        ))}
        <Choice
          label="A client’s"
          none="a client’s"
          value={holder.name ? holder.who : null}
          options={(clients.data ?? []).map(({ clientId, name }) => ({ value: clientId, text: `${firstName(name)}’s` }))}
          onChoose={(id) => holder.choose(id || 'mine')}
        />
        {!holder.mayChange && <span>Only the studio’s owner decides these.</span>}
        {save.error && (
          <span role="alert" className="font-bold">
            Not kept: {save.error.message}
          </span>
        )}
      </div>
      {failed && <Failed what="the stances" error={failed} onRetry={() => void Promise.all([refetch(), stances.refetch()])} />}
      {!library && !failed && <Loading what="the stances" />}
      {library &&
        stances.data &&
        [...library.lexicon.stances.values()].map((point) => (
          <Point
            key={point.id}
            point={point}
            held={held[point.id] ?? null}
            inherited={holder.above[point.id] ?? point.default}
            touches={touches.get(point.id) ?? 0}
            mayChange={holder.mayChange}
            onHold={(position) => hold(point.id, position)}
          />
        ))}
    </Page>
  );
}

/** How many movements something depends on, by contested point. */
function touchedBy({ revisions, lexicon }: IndexedLibrary): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const { document } of revisions) {
    for (const { id } of stancePointsOf(document, lexicon)) counts.set(id, (counts.get(id) ?? 0) + 1);
  }
  return counts;
}

/** An address with a point in it goes to that point once there is something to go to. */
function useGoToAnchor(isReady: boolean) {
  useEffect(() => {
    if (isReady && location.hash) document.getElementById(location.hash.slice(1))?.scrollIntoView();
  }, [isReady]);
}

interface PointProps {
  readonly point: StancePoint;
  /** The position that the holder chose; `null` leaves it to who stands above. */
  readonly held: string | null;
  readonly inherited: string;
  readonly touches: number;
  readonly mayChange: boolean;
  readonly onHold: (position: string | null) => void;
}

function Point({ point, held, inherited, touches, mayChange, onHold }: PointProps) {
  const inForce = held ?? inherited;
  return (
    <fieldset
      id={point.id}
      className="border-base-300 target:bg-base-200 grid gap-x-8 border-t py-3 md:grid-cols-[1fr_22rem]"
      disabled={!mayChange}
    >
      <legend className="sr-only">{point.name}</legend>
      <div>
        <h2 aria-hidden="true" className="text-xl">
          {point.name}
        </h2>
        {point.positions.map((position) => (
          <label key={position.id} className="flex min-h-11 cursor-pointer items-center gap-3 text-lg">
            <input
              type="radio"
              className="radio"
              name={point.id}
              checked={inForce === position.id}
              onChange={() => onHold(position.id === inherited ? null : position.id)}
            />
            <span className={clsx(inForce === position.id && 'font-bold')}>{position.name}</span>
            {position.id === point.default && <span className="text-quiet text-base">the library’s own</span>}
          </label>
        ))}
      </div>
      <div className="md:pt-9">
        <p>{point.reason}</p>
        <p className="text-quiet mt-1">
          {point.does} {touches > 0 && `Matters in ${touches} movement${touches === 1 ? '' : 's'}.`}
        </p>
      </div>
    </fieldset>
  );
}
