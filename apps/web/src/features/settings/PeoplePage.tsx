import { useMutation } from '@tanstack/react-query';
import type { TrainerSummary } from '@waxwing/core/api';
import { useState } from 'react';
import { api, RequestRefused } from '../../shared/api.ts';
import { useUnfinished } from '../../shared/device/useUnfinished.ts';
import { Field, Pick, Tick } from '../../shared/Field.tsx';
import { GoesOn } from '../../shared/GoesOn.tsx';
import { Page } from '../../shared/page.tsx';
import { useRefresh, useTrainers } from '../../shared/queries.ts';
import { SettingsNav } from '../../shared/SettingsNav.tsx';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { SortButtons, useSorting, type SortWay } from '../../shared/sorting.tsx';
import { Failed, Loading } from '../../shared/states.tsx';

/** The reason at a field, where the server named it. */
function problemAt(error: unknown, path: string): string | undefined {
  return error instanceof RequestRefused ? error.problems.find((problem) => problem.path === path)?.message : undefined;
}

/** Who works here. Clients are each trainer's own; the library and the rooms are shared. */
export default function PeoplePage() {
  const { me } = useSignedIn();
  const trainers = useTrainers();
  return (
    <Page title="People" aside={<SettingsNav />}>
      {trainers.error && <Failed what="who works here" error={trainers.error} onRetry={() => void trainers.refetch()} />}
      {trainers.isPending && <Loading what="who works here" />}
      <div className="grid gap-x-12 gap-y-8 lg:grid-cols-[1fr_22rem]">
        {trainers.data && <Everybody trainers={trainers.data} />}
        <div className="grid content-start gap-8">
          {me.role === 'owner' && <TakeIn />}
          <ChangePassword />
        </div>
      </div>
    </Page>
  );
}

/** Who left stands last, however it is sorted. */
const here = (a: TrainerSummary, b: TrainerSummary) => Number(a.leftAt !== null) - Number(b.leftAt !== null);
const SORTS: readonly SortWay<TrainerSummary>[] = [
  { id: 'name', name: 'name', compare: (a, b) => here(a, b) || a.name.localeCompare(b.name) },
  { id: 'clients', name: 'how many clients', compare: (a, b) => here(a, b) || b.clients - a.clients },
];

function Everybody({ trainers }: { trainers: readonly TrainerSummary[] }) {
  const sorting = useSorting(SORTS);
  const { me } = useSignedIn();
  const refresh = useRefresh();
  const [leaving, setLeaving] = useState<string | null>(null);
  const [forgot, setForgot] = useState<string | null>(null);
  const [clientsTo, setClientsTo] = useState('');
  const seeOut = useMutation({
    mutationFn: (trainerId: string) => api.delete(`trainers/${trainerId}`, clientsTo ? { clientsTo } : {}),
    onSuccess: async () => {
      setLeaving(null);
      setClientsTo('');
      await refresh();
    },
  });
  const letKeep = useMutation({
    mutationFn: ({ trainerId, keepsLibrary }: { readonly trainerId: string; readonly keepsLibrary: boolean }) =>
      api.put(`trainers/${trainerId}/library`, { keepsLibrary }),
    onSettled: refresh,
  });
  const stay = (trainerId: string) => trainers.filter((each) => each.trainerId !== trainerId && !each.leftAt);
  return (
    <section aria-label="Who works here">
      {trainers.length > 1 && <SortButtons sorting={sorting} />}
      <ul>
        {sorting.sorted(trainers).map(({ trainerId, name, login, role, keepsLibrary, clients, leftAt }) => (
          <li
            key={trainerId}
            className="border-base-300 grid min-h-14 items-center gap-x-4 border-t py-2 sm:grid-cols-[minmax(11rem,1fr)_5rem_5rem_auto]"
          >
            <div>
              <span className="heading text-lg">{name}</span>
              {trainerId === me.trainerId && <span className="text-quiet"> · you</span>}
              <div className="text-quiet">signs in as {login}</div>
              {me.role === 'owner' && role !== 'owner' && !leftAt && (
                <Tick
                  checked={keepsLibrary}
                  disabled={letKeep.isPending}
                  onChange={({ target }) => letKeep.mutate({ trainerId, keepsLibrary: target.checked })}
                >
                  May change the library
                </Tick>
              )}
            </div>
            <span>{role === 'owner' ? 'owner' : 'trainer'}</span>
            <span className="figures">
              {clients} {clients === 1 ? 'client' : 'clients'}
            </span>
            {leftAt ? (
              <span className="text-quiet">no longer here</span>
            ) : me.role === 'owner' && trainerId !== me.trainerId ? (
              <div className="flex flex-wrap gap-1 sm:flex-col sm:items-end">
                <button
                  type="button"
                  className="btn btn-ghost min-h-11 font-normal"
                  aria-expanded={forgot === trainerId}
                  onClick={() => setForgot(forgot === trainerId ? null : trainerId)}
                >
                  New password …
                </button>
                <button
                  type="button"
                  className="btn btn-ghost min-h-11 font-normal"
                  aria-expanded={leaving === trainerId}
                  onClick={() => setLeaving(leaving === trainerId ? null : trainerId)}
                >
                  End their access …
                </button>
              </div>
            ) : (
              <span />
            )}
            {forgot === trainerId && <SetPassword trainerId={trainerId} name={name} />}
            {leaving === trainerId && (
              <form
                className="flex flex-wrap items-end gap-3 pb-2 sm:col-span-4"
                onSubmit={(event) => {
                  event.preventDefault();
                  seeOut.mutate(trainerId);
                }}
              >
                {clients > 0 && (
                  <Pick
                    label="Their clients go, with their past, to"
                    wide="w-64"
                    value={clientsTo}
                    problem={problemAt(seeOut.error, 'clientsTo')}
                    options={[
                      { value: '', text: 'choose' },
                      ...stay(trainerId).map((each) => ({ value: each.trainerId, text: each.name })),
                    ]}
                    onChange={(event) => setClientsTo(event.target.value)}
                  />
                )}
                <button type="submit" className="btn min-h-11" disabled={seeOut.isPending}>
                  End {name}’s access
                </button>
              </form>
            )}
          </li>
        ))}
      </ul>
      {seeOut.error && !problemAt(seeOut.error, 'clientsTo') && (
        <p role="alert" className="mt-2 font-bold">
          {seeOut.error.message}
        </p>
      )}
      {letKeep.error && (
        <p role="alert" className="mt-2 font-bold">
          {letKeep.error.message}
        </p>
      )}
      <p className="text-quiet border-base-300 mt-2 border-t pt-3">
        Anyone who may not change the library can suggest a change; it waits in the Inbox for somebody who may. A client is handed
        over from their own page, by the trainer who has them. Their past goes with them.
      </p>
    </section>
  );
}

/** For a colleague who forgot theirs. */
function SetPassword({ trainerId, name }: { trainerId: string; name: string }) {
  const [password, setPassword] = useState('');
  const save = useMutation({
    mutationFn: () => api.put(`trainers/${trainerId}/password`, { password }),
    onSuccess: () => setPassword(''),
  });
  return (
    <form
      className="flex flex-wrap items-end gap-3 pb-2 sm:col-span-4"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <Field
        label={`A new password for ${name}`}
        type="password"
        wide="w-64"
        autoComplete="new-password"
        hint="Ten characters or more. Tell them; they change it here."
        value={password}
        problem={problemAt(save.error, 'password')}
        onChange={(event) => setPassword(event.target.value)}
      />
      <button type="submit" className="btn min-h-11" disabled={save.isPending}>
        Set it
      </button>
      {save.isSuccess && <span role="status">Set; {name} is signed out everywhere.</span>}
      {save.error && !problemAt(save.error, 'password') && <span role="alert">{save.error.message}</span>}
    </form>
  );
}

const NOBODY = { name: '', login: '', password: '', role: 'trainer' };

function TakeIn() {
  const refresh = useRefresh();
  const unfinished = useUnfinished<Omit<typeof NOBODY, 'password'>>('colleague.new');
  const { found } = unfinished;
  const [form, setForm] = useState({ ...NOBODY, ...found?.value });
  const save = useMutation({ mutationFn: () => api.post('trainers', form), onSuccess: refresh });
  const begin = () => {
    unfinished.forget();
    setForm(NOBODY);
  };
  const set = (part: Partial<typeof form>) => {
    const next = { ...form, ...part };
    setForm(next);
    // A password is never kept.
    const { password: _password, ...kept } = next;
    unfinished.keep(kept);
  };
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(undefined, { onSuccess: begin });
      }}
    >
      <h2 className="text-xl">Add a colleague</h2>
      {found && <GoesOn at={found.at} onAnew={begin} />}
      <Field
        label="Name"
        value={form.name}
        problem={problemAt(save.error, 'name')}
        onChange={(event) => set({ name: event.target.value })}
      />
      <Field
        label="Signs in as"
        autoCapitalize="none"
        autoComplete="off"
        value={form.login}
        problem={problemAt(save.error, 'login')}
        onChange={(event) => set({ login: event.target.value })}
      />
      <Field
        label="First password"
        type="password"
        autoComplete="new-password"
        hint="Ten characters or more; they change it here."
        value={form.password}
        problem={problemAt(save.error, 'password')}
        onChange={(event) => set({ password: event.target.value })}
      />
      <Pick
        label="Role"
        value={form.role}
        options={[
          { value: 'trainer', text: 'trainer: own clients, shared library' },
          { value: 'owner', text: 'owner: also people and the studio’s stances' },
        ]}
        onChange={(event) => set({ role: event.target.value })}
      />
      <div className="flex items-center gap-3">
        <button type="submit" className="btn btn-primary min-h-12 px-5" disabled={save.isPending}>
          Add them
        </button>
        {save.isSuccess && <span role="status">Taken in.</span>}
        {save.isError && <span role="alert">{save.error.message}</span>}
      </div>
    </form>
  );
}

function ChangePassword() {
  const [form, setForm] = useState({ current: '', next: '' });
  const save = useMutation({
    mutationFn: () => api.put('me/password', form),
    onSuccess: () => setForm({ current: '', next: '' }),
  });
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <h2 className="text-xl">Your password</h2>
      <Field
        label="As it is now"
        type="password"
        autoComplete="current-password"
        value={form.current}
        problem={problemAt(save.error, 'current')}
        onChange={(event) => setForm({ ...form, current: event.target.value })}
      />
      <Field
        label="New one"
        type="password"
        autoComplete="new-password"
        value={form.next}
        problem={problemAt(save.error, 'next')}
        onChange={(event) => setForm({ ...form, next: event.target.value })}
      />
      <div className="flex items-center gap-3">
        <button type="submit" className="btn min-h-12 px-5" disabled={save.isPending}>
          Change it
        </button>
        {save.isSuccess && <span role="status">Changed; signed out everywhere else.</span>}
        {save.isError && <span role="alert">{save.error.message}</span>}
      </div>
    </form>
  );
}
