import { useMutation } from '@tanstack/react-query';
import type { PlaceSummary } from '@waxwing/core/api';
import { commonRooms } from '@waxwing/core/loading';
import { MASS_UNITS, type MassUnit } from '@waxwing/core/movement';
import { Plus } from 'lucide-react';
import { useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { v4 } from 'uuid';
import { api, RequestRefused } from '../../shared/api.ts';
import { useUnfinished } from '../../shared/device/useUnfinished.ts';
import { Field } from '../../shared/Field.tsx';
import { GoesOn } from '../../shared/GoesOn.tsx';
import { draftFrom, furnish, inventoryOf, type DraftProblems, type InventoryDraft } from '../../shared/inventory/draft.ts';
import { InventoryEditor } from '../../shared/inventory/InventoryEditor.tsx';
import { WhatCanBeMade } from '../../shared/inventory/WhatCanBeMade.tsx';
import { Page } from '../../shared/page.tsx';
import { useLibrary, usePlaces, useRefresh, type IndexedLibrary } from '../../shared/queries.ts';
import { SettingsNav } from '../../shared/SettingsNav.tsx';
import { showFirstProblem } from '../../shared/showFirstProblem.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { Failed, Loading, NotHere } from '../../shared/states.tsx';

/** What a studio’s first room is called until somebody knows better. */
const FIRST_ROOM = 'Main room';

/** The studio’s rooms: what each has, and which loads that gives. */
export default function RoomsPage() {
  const { placeId } = useParams();
  const navigate = useNavigate();
  const places = usePlaces();
  const { library, error } = useLibrary();
  const isNew = placeId === 'new';
  const named = places.data?.find((each) => each.placeId === placeId);
  const chosen = isNew ? null : (named ?? places.data?.[0] ?? null);
  const isNotHere = places.data !== undefined && placeId !== undefined && !isNew && !named;
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
                aria-pressed={!isNotHere && chosen?.placeId === place.placeId}
                className="min-h-11 cursor-pointer text-lg"
                onClick={() => void navigate(`/rooms/${place.placeId}`)}
              >
                <span className={!isNotHere && chosen?.placeId === place.placeId ? 'tail font-bold' : 'text-quiet'}>
                  {place.name}
                </span>
              </button>
            ))}
            {places.data.length > 0 && (
              <button type="button" className="btn btn-ghost min-h-11 font-normal" onClick={() => void navigate('/rooms/new')}>
                <Plus aria-hidden="true" size={18} />
                Another room
              </button>
            )}
          </div>
          {isNotHere ? (
            <NotHere what="this room" />
          ) : (
            <RoomForm key={chosen?.placeId ?? 'new'} place={chosen} isFirst={places.data.length === 0} library={library} />
          )}
        </>
      )}
    </Page>
  );
}

/** A room as it stands half typed. */
interface TypedRoom {
  readonly name: string;
  readonly draft: InventoryDraft;
}

interface RoomFormProps {
  readonly place: PlaceSummary | null;
  /** Nothing was described before. */
  readonly isFirst: boolean;
  readonly library: IndexedLibrary;
}

/** Begun again, everything in it is made anew. */
function RoomForm(props: RoomFormProps) {
  const [begun, setBegun] = useState(0);
  return <Room key={begun} {...props} onAnew={() => setBegun(begun + 1)} />;
}

function Room({ place, isFirst, library, onAnew }: RoomFormProps & { readonly onAnew: () => void }) {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const unfinished = useUnfinished<TypedRoom>(`room.${place?.placeId ?? 'new'}`);
  const found = unfinished.found?.value;
  const form = useRef<HTMLFormElement>(null);
  const [name, setName] = useState(found?.name ?? place?.name ?? (isFirst ? FIRST_ROOM : ''));
  const [draft, setDraft] = useState(() => found?.draft ?? draftFrom(place?.inventory, v4));
  const [shown, setShown] = useState<DraftProblems>({});
  const [asksRemoval, setAsksRemoval] = useState(false);
  const read = inventoryOf(draft);
  const change = (typed: Partial<TypedRoom>) => {
    const next = { name, draft, ...typed };
    setName(next.name);
    setDraft(next.draft);
    unfinished.keep(next);
  };
  const showProblem = () => {
    if (form.current) showFirstProblem(form.current);
  };
  const save = useMutation({
    mutationFn: async () => {
      if (name.trim() === '' || !read.ok) throw new Error('Some fields need another look');
      const body = { name, inventory: read.inventory };
      return place ? api.put<PlaceSummary>(`places/${place.placeId}`, body) : api.post<PlaceSummary>('places', body);
    },
    onMutate: () => setShown({ ...(read.ok ? {} : read.problems), ...(name.trim() === '' && { name: 'A name for the room' }) }),
    onError: showProblem,
    onSuccess: async ({ placeId }) => {
      unfinished.forget();
      await refresh();
      // On the first day Today says what comes next.
      await navigate(isFirst ? '/' : `/rooms/${placeId}`);
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
      ref={form}
      noValidate
      className="grid gap-x-10 gap-y-6 lg:grid-cols-[1fr_20rem]"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <div>
        {unfinished.found && (
          <GoesOn
            at={unfinished.found.at}
            onAnew={() => {
              unfinished.forget();
              onAnew();
            }}
          />
        )}
        <div className="mb-4 max-w-md">
          <Field
            label="What the room is called"
            data-most={80}
            value={name}
            problem={problems.find(({ path }) => path === 'name')?.message ?? (name.trim() === '' ? shown['name'] : undefined)}
            onChange={(event) => change({ name: event.target.value })}
          />
        </div>
        {!place && <BeginFrom draft={draft} onChange={(furnished) => change({ draft: furnished })} />}
        <InventoryEditor
          draft={draft}
          problems={still}
          lexicon={library.lexicon}
          onChange={(edited) => change({ draft: edited })}
        />
        <div className="bg-base-100 border-base-content sticky bottom-0 z-10 mt-5 flex flex-wrap items-center gap-3 border-t-2 py-3">
          <button type="submit" className="btn btn-primary min-h-12 px-6 text-lg" disabled={save.isPending}>
            {place ? 'Save the room' : 'Add this room'}
          </button>
          {save.isSuccess && <span role="status">Saved. Sessions from now on use it.</span>}
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
      <aside aria-label="Loads that can be made here">
        <h2 className="text-xl">Loads that can be made here</h2>
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

/** In which units iron is sold where this device’s language is spoken. */
const usualUnit = (): MassUnit => (navigator.language === 'en-US' ? 'lb' : 'kg');

interface BeginFromProps {
  readonly draft: InventoryDraft;
  readonly onChange: (draft: InventoryDraft) => void;
}

/** A usual room to begin from, to be changed below: quicker than a list of everything that there could be. */
function BeginFrom({ draft, onChange }: BeginFromProps) {
  const [unit, setUnit] = useState(usualUnit);
  const [chosen, setChosen] = useState<string | null>(null);
  const every = MASS_UNITS.flatMap((each) => commonRooms(each).map(({ inventory }) => inventory));
  const take = (id: string, takenUnit: MassUnit) => {
    setChosen(id);
    setUnit(takenUnit);
    onChange(furnish(draft, commonRooms(takenUnit).find((room) => room.id === id)!.inventory, every, v4));
  };
  return (
    <fieldset className="mb-5">
      <legend className="heading text-xl">Begin with a usual room</legend>
      <p className="text-quiet">Then change below what is different in yours.</p>
      <div className="mt-2 grid gap-2 sm:grid-cols-2 xl:grid-cols-4">
        {commonRooms(unit).map(({ id, name, about }) => (
          <button
            key={id}
            type="button"
            aria-pressed={chosen === id}
            className="bg-base-200 aria-pressed:outline-accent min-h-16 cursor-pointer rounded-xl px-4 py-2 text-left aria-pressed:outline-4"
            onClick={() => take(id, unit)}
          >
            <b className="block text-lg leading-tight">{name}</b>
            <span className="text-quiet">{about}</span>
          </button>
        ))}
      </div>
      <div className="mt-2 flex gap-x-6" role="radiogroup" aria-label="What the weights are marked in">
        {MASS_UNITS.map((each) => (
          <label key={each} className="flex min-h-11 cursor-pointer items-center gap-2">
            <input
              type="radio"
              className="radio"
              name="unit"
              checked={unit === each}
              onChange={() => (chosen ? take(chosen, each) : setUnit(each))}
            />
            {each === 'kg' ? 'marked in kilograms' : 'marked in pounds'}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
