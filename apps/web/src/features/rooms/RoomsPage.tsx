import { useMutation } from '@tanstack/react-query';
import type { PlaceSummary } from '@waxwing/core/api';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { v4 } from 'uuid';
import { api, RequestRefused } from '../../shared/api.ts';
import { Field } from '../../shared/Field.tsx';
import { draftFrom, inventoryOf, type DraftProblems } from '../../shared/inventory/draft.ts';
import { InventoryEditor } from '../../shared/inventory/InventoryEditor.tsx';
import { WhatCanBeMade } from '../../shared/inventory/WhatCanBeMade.tsx';
import { Page } from '../../shared/page.tsx';
import { useLibrary, usePlaces, useRefresh, type IndexedLibrary } from '../../shared/queries.ts';
import { SettingsNav } from '../../shared/SettingsNav.tsx';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed, Loading } from '../../shared/states.tsx';

/** The studio's rooms: what each has, and which loads that gives. */
export default function RoomsPage() {
  const { placeId } = useParams();
  const navigate = useNavigate();
  const places = usePlaces();
  const { library, error } = useLibrary();
  const chosen = placeId === 'new' ? null : (places.data?.find((each) => each.placeId === placeId) ?? places.data?.[0] ?? null);
  const failed = places.error ?? error;
  return (
    <Page title="Rooms and kit" aside={<SettingsNav />}>
      {failed && <Failed what="the rooms" error={failed} onRetry={() => void places.refetch()} />}
      {!failed && !(places.data && library) && <Loading what="the rooms" />}
      {places.data && library && (
        <>
          <div className="mb-3 flex flex-wrap items-center gap-x-5" role="group" aria-label="Which room">
            {places.data.map((place) => (
              <button
                key={place.placeId}
                type="button"
                aria-pressed={chosen?.placeId === place.placeId}
                className="min-h-11 cursor-pointer text-lg"
                onClick={() => void navigate(`/rooms/${place.placeId}`)}
              >
                <span className={chosen?.placeId === place.placeId ? 'tail font-bold' : 'text-quiet'}>{place.name}</span>
              </button>
            ))}
            <button type="button" className="btn btn-ghost min-h-11 font-normal" onClick={() => void navigate('/rooms/new')}>
              <Plus aria-hidden="true" size={18} />
              Another room
            </button>
          </div>
          <RoomForm key={chosen?.placeId ?? 'new'} place={chosen} library={library} />
        </>
      )}
    </Page>
  );
}

function RoomForm({ place, library }: { place: PlaceSummary | null; library: IndexedLibrary }) {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const [name, setName] = useState(place?.name ?? '');
  const [draft, setDraft] = useState(() => draftFrom(place?.inventory, v4));
  const [shown, setShown] = useState<DraftProblems>({});
  const [asksRemoval, setAsksRemoval] = useState(false);
  const read = inventoryOf(draft);
  const save = useMutation({
    mutationFn: async () => {
      if (!read.ok) throw new Error('Some fields are not right');
      const form = { name, inventory: read.inventory };
      return place ? api.put<PlaceSummary>(`places/${place.placeId}`, form) : api.post<PlaceSummary>('places', form);
    },
    onMutate: () => setShown(read.ok ? {} : read.problems),
    onSuccess: async ({ placeId }) => {
      await refresh();
      await navigate(`/rooms/${placeId}`);
    },
  });
  const { me } = useSignedIn();
  const remove = useMutation({
    mutationFn: () => api.delete(`places/${place!.placeId}`),
    onSuccess: async () => {
      await refresh();
      await navigate('/rooms');
    },
  });
  const problems = save.error instanceof RequestRefused ? save.error.problems : [];
  // What was wrong stays marked until it is right, and only that.
  const still = read.ok ? {} : Object.fromEntries(Object.entries(read.problems).filter(([path]) => shown[path]));
  return (
    <form
      className="grid gap-x-10 gap-y-6 lg:grid-cols-[1fr_20rem]"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <div>
        <div className="mb-4 max-w-md">
          <Field
            label="What the room is called"
            value={name}
            problem={problems.find(({ path }) => path === 'name')?.message}
            onChange={(event) => setName(event.target.value)}
          />
        </div>
        <InventoryEditor draft={draft} problems={still} lexicon={library.lexicon} onChange={setDraft} />
        <div className="mt-5 flex flex-wrap items-center gap-3">
          <button type="submit" className="btn btn-primary min-h-12 px-6 text-lg" disabled={save.isPending}>
            {place ? 'Keep it' : 'Add this room'}
          </button>
          {save.isSuccess && <span role="status">Kept. Sessions from now on go by it.</span>}
          {save.isError && (
            <span role="alert" className="font-bold">
              {save.error.message}.{' '}
              {problems
                .filter(({ path }) => path !== 'name')
                .map(({ message }) => message)
                .join('; ')}{' '}
              What you typed is still here.
            </span>
          )}
          {place && me.role !== 'owner' && (
            <span className="text-quiet ml-auto">Everybody who works here keeps the rooms; only the owner removes one.</span>
          )}
          {place && me.role === 'owner' && !asksRemoval && (
            <button type="button" className="btn btn-ghost ml-auto min-h-12 font-normal" onClick={() => setAsksRemoval(true)}>
              Remove this room
            </button>
          )}
          {asksRemoval && (
            <span className="ml-auto flex items-center gap-2">
              It can’t be brought back. Past sessions keep what it had.
              <button type="button" className="btn min-h-12" onClick={() => remove.mutate()}>
                Remove it
              </button>
              <button type="button" className="btn btn-ghost min-h-12" onClick={() => setAsksRemoval(false)}>
                Leave it
              </button>
            </span>
          )}
        </div>
      </div>
      <aside aria-label="What can be made here">
        <h2 className="text-xl">What can be made here</h2>
        {read.ok ? (
          <WhatCanBeMade inventory={read.inventory} />
        ) : (
          <p className="text-quiet">Shown once every field can be read.</p>
        )}
        <p className="text-quiet mt-3 text-sm">
          Before use: benches and boxes stand firm, bands have no nicks, bars and anchors are checked, collars are closed.
        </p>
      </aside>
    </form>
  );
}
