import { useMutation } from '@tanstack/react-query';
import { CUE_KINDS } from '@waxwing/core/movement';
import { JOB_LOADS, MEASURES, READINESS_QUESTIONS, SCOPE_LINE, TOUCH_ANSWERS, isMinor } from '@waxwing/core/client';
import type { ClientSummary } from '@waxwing/core/api';
import { Plus, X } from 'lucide-react';
import { useEffect, useState, type ReactNode } from 'react';
import { useFieldArray, useForm, useWatch, type Control, type FieldPath, type UseFormRegister } from 'react-hook-form';
import { Link, useNavigate, useParams } from 'react-router';
import { v4, v7 } from 'uuid';
import { api, RequestRefused } from '../../shared/api.ts';
import { localDate } from '../../shared/dates.ts';
import { Area, Field, Pick, Tick } from '../../shared/Field.tsx';
import { draftFrom, inventoryOf, type DraftProblems } from '../../shared/inventory/draft.ts';
import { InventoryEditor } from '../../shared/inventory/InventoryEditor.tsx';
import { Page } from '../../shared/page.tsx';
import { useClient, useLibrary, useRefresh, type IndexedLibrary } from '../../shared/queries.ts';
import { Failed, Loading } from '../../shared/states.tsx';
import { NEW_CAUTION, NEW_GOAL, documentFrom, fieldProblems, valuesOf, type ClientFormValues } from './clientForm.ts';
import { documentOf } from './useChangeClient.ts';
import { BUILD_FIELDS, CUE_STYLE_NAMES, JOB_LOAD_NAMES, TOUCH_NAMES } from './words.ts';

/** Takes somebody in, or changes what is known of them. */
export default function ClientFormPage() {
  const { clientId } = useParams();
  return clientId ? <Existing clientId={clientId} /> : <Loaded title="Take somebody in" client={null} />;
}

function Existing({ clientId }: { clientId: string }) {
  const client = useClient(clientId);
  if (client.data) return <Loaded title={client.data.name} client={client.data} />;
  return (
    <Page title="Client">
      {client.error ? (
        <Failed what="this client" error={client.error} onRetry={() => void client.refetch()} />
      ) : (
        <Loading what="this client" />
      )}
    </Page>
  );
}

function Loaded({ title, client }: { title: string; client: ClientSummary | null }) {
  const { library, error, refetch } = useLibrary();
  return (
    <Page
      title={title}
      aside={
        client && (
          <Link className="link text-lg" to={`/clients/${client.clientId}`}>
            back to their page
          </Link>
        )
      }
    >
      {error && <Failed what="the library" error={error} onRetry={() => void refetch()} />}
      {!library && !error && <Loading what="the form" />}
      {library && <ClientForm key={client?.clientId ?? 'new'} client={client} library={library} />}
    </Page>
  );
}

interface Part {
  readonly register: UseFormRegister<ClientFormValues>;
  readonly control: Control<ClientFormValues>;
  readonly problem: (field: string) => string | undefined;
}

function ClientForm({ client, library }: { client: ClientSummary | null; library: IndexedLibrary }) {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const today = localDate();
  // The record as it was opened: a change goes on top of that version, not of one that came in meanwhile.
  const [opened] = useState(client);
  const before = opened ? documentOf(opened) : undefined;
  const [newId] = useState(() => v7());
  const [kit, setKit] = useState(() => draftFrom(before?.homeKit, v4));
  const [kitProblems, setKitProblems] = useState<DraftProblems>({});
  const { register, control, handleSubmit, setError, clearErrors, setFocus, formState } = useForm<ClientFormValues>({
    defaultValues: valuesOf(before, today),
  });
  const read = inventoryOf(kit);
  const save = useMutation({
    mutationFn: async (values: ClientFormValues) => {
      if (!read.ok) throw new Error('Something about the kit at home can’t be read');
      const document = documentFrom(values, read.inventory, before);
      return opened
        ? api.put<ClientSummary>(`clients/${opened.clientId}`, { version: opened.version, document })
        : api.post<ClientSummary>('clients', { clientId: newId, document });
    },
    onMutate: () => {
      clearErrors();
      setKitProblems(read.ok ? {} : read.problems);
    },
    onError: (error) => {
      const found = error instanceof RequestRefused ? fieldProblems(error.problems) : new Map<string, string>();
      for (const [field, message] of found) setError(field as FieldPath<ClientFormValues>, { message });
      const [first] = found.keys();
      if (first) setFocus(first as FieldPath<ClientFormValues>);
    },
    onSuccess: async ({ clientId }) => {
      await refresh();
      await navigate(`/clients/${clientId}`);
    },
  });
  const problem = (field: string) => {
    const found = field
      .split('.')
      .reduce<unknown>((at, name) => (at as Record<string, unknown> | undefined)?.[name], formState.errors);
    return (found as { message?: string } | undefined)?.message;
  };
  const part: Part = { register, control, problem };
  useEffect(() => {
    if (location.hash) document.getElementById(location.hash.slice(1))?.scrollIntoView();
  }, []);
  const still = read.ok ? {} : Object.fromEntries(Object.entries(read.problems).filter(([path]) => kitProblems[path]));
  return (
    <form noValidate className="grid gap-8" onSubmit={(event) => void handleSubmit((values) => save.mutate(values))(event)}>
      <Who {...part} />
      <Goals {...part} />
      <ReadinessPart {...part} />
      <Cautions {...part} library={library} />
      <HowToWork {...part} />
      <Section title="At home" about="What a plan or a handout for home may use.">
        <InventoryEditor draft={kit} problems={still} lexicon={library.lexicon} onChange={setKit} />
      </Section>
      <Build {...part} />
      <Follows {...part} />
      <Section title="Anything else" about={SCOPE_LINE}>
        <Area label="Notes" {...register('notes')} problem={problem('notes')} />
      </Section>
      <div className="bg-base-100 border-base-content sticky bottom-0 z-10 flex flex-wrap items-center gap-4 border-t-2 py-3">
        <button type="submit" className="btn btn-primary min-h-12 px-6 text-lg" disabled={save.isPending}>
          {client ? 'Keep the record' : 'Take them in'}
        </button>
        <span className="text-quiet">Health notes are seen by their own trainer only.</span>
        {save.isError && (
          <span role="alert" className="font-bold">
            {save.error.message}. What you typed is still here.
          </span>
        )}
      </div>
    </form>
  );
}

function Section({ title, about, id, children }: { title: string; about?: string; id?: string; children: ReactNode }) {
  return (
    <section id={id} aria-label={title} className="border-base-300 grid gap-x-10 gap-y-3 border-t pt-4 lg:grid-cols-[14rem_1fr]">
      <div>
        <h2 className="text-xl">{title}</h2>
        {about && <p className="text-quiet">{about}</p>}
      </div>
      <div className="grid max-w-3xl content-start gap-3">{children}</div>
    </section>
  );
}

function Who({ register, control, problem }: Part) {
  const birthYear = Number(useWatch({ control, name: 'birthYear' }));
  const minor = birthYear > 1900 && isMinor(birthYear, Number(localDate().slice(0, 4)));
  return (
    <Section title="Who" about="A name and a year are enough to begin.">
      <div className="flex flex-wrap gap-3">
        <Field label="Name" wide="min-w-60 flex-1" autoComplete="off" {...register('name')} problem={problem('name')} />
        <Field
          label="Year of birth"
          wide="w-32"
          inputMode="numeric"
          className="figures"
          {...register('birthYear')}
          problem={problem('birthYear')}
        />
        <Field
          label="Years of training"
          wide="w-36"
          inputMode="decimal"
          className="figures"
          {...register('trainingYears')}
          problem={problem('trainingYears')}
        />
      </div>
      {(minor || problem('guardian') !== undefined) && (
        <Field label="Guardian, since they are under eighteen" {...register('guardian')} problem={problem('guardian')} />
      )}
      <Field label="Day job" {...register('dayJob')} problem={problem('dayJob')} />
      <Ticks label="What the job does to them">
        {JOB_LOADS.map((load) => (
          <Tick key={load} value={load} {...register('jobLoads')}>
            {JOB_LOAD_NAMES[load]}
          </Tick>
        ))}
      </Ticks>
    </Section>
  );
}

function Ticks({ label, children }: { label: string; children: ReactNode }) {
  return (
    <fieldset>
      <legend className="text-quiet text-sm">{label}</legend>
      <div className="flex flex-wrap gap-x-6">{children}</div>
    </fieldset>
  );
}

function Goals({ register, control, problem }: Part) {
  const { fields, append, remove } = useFieldArray({ control, name: 'goals' });
  return (
    <Section title="Goals" about="Told by a number and a date, where there is one.">
      {fields.map((field, i) => (
        <div key={field.id} className="grid gap-2 pb-2">
          <div className="flex flex-wrap items-start gap-3">
            <Field label="What" wide="min-w-64 flex-1" {...register(`goals.${i}.text`)} problem={problem(`goals.${i}.text`)} />
            <Field label="By" wide="w-44" type="date" {...register(`goals.${i}.by`)} problem={problem(`goals.${i}.by`)} />
            <Remove label={`Remove goal ${i + 1}`} onClick={() => remove(i)} />
          </div>
          <div className="flex flex-wrap items-start gap-3">
            <Field
              label="Told in"
              wide="w-40"
              placeholder="reps, kg, cm …"
              {...register(`goals.${i}.unit`)}
              problem={problem(`goals.${i}.unit`)}
            />
            {(['start', 'now', 'target'] as const).map((name) => (
              <Field
                key={name}
                label={{ start: 'from', now: 'now', target: 'to' }[name]}
                wide="w-24"
                inputMode="decimal"
                className="figures"
                {...register(`goals.${i}.${name}`)}
                problem={problem(`goals.${i}.${name}`)}
              />
            ))}
          </div>
        </div>
      ))}
      <Add onClick={() => append(NEW_GOAL)}>A goal</Add>
    </Section>
  );
}

function Add({ onClick, children }: { onClick: () => void; children: ReactNode }) {
  return (
    <button type="button" className="btn min-h-11 justify-self-start font-normal" onClick={onClick}>
      <Plus aria-hidden="true" size={16} />
      {children}
    </button>
  );
}

function Remove({ label, onClick }: { label: string; onClick: () => void }) {
  return (
    <button type="button" className="btn btn-ghost btn-square mt-5 size-11" aria-label={label} onClick={onClick}>
      <X size={20} />
    </button>
  );
}

function ReadinessPart({ register, control, problem }: Part) {
  const [asked, yes] = useWatch({ control, name: ['asked', 'yes'] });
  return (
    <Section
      id="readiness"
      title="Before the first session"
      about="A yes means: ask a doctor first. It holds the first session until clearance is written down, or you say why you go ahead."
    >
      <Tick {...register('asked')}>These questions were asked</Tick>
      {asked && (
        <>
          <Field label="Asked on" wide="w-44" type="date" {...register('askedOn')} problem={problem('askedOn')} />
          <fieldset>
            <legend className="text-quiet text-sm">Tick what was answered with yes</legend>
            {READINESS_QUESTIONS.map(({ id, text }) => (
              <Tick key={id} value={id} {...register('yes')}>
                {text}
              </Tick>
            ))}
          </fieldset>
          <Field label="What they said about it" {...register('readinessNote')} problem={problem('readinessNote')} />
          {yes.length > 0 && (
            <div className="border-accent grid gap-3 border-l-8 pl-4">
              <p>
                <b>Ask a doctor first.</b> Waxwing supports your judgement; it doesn’t diagnose. Your local rules come first.
              </p>
              <div className="flex flex-wrap gap-3">
                <Field label="Cleared by" wide="min-w-52 flex-1" {...register('clearanceBy')} problem={problem('clearanceBy')} />
                <Field label="on" wide="w-44" type="date" {...register('clearanceOn')} problem={problem('clearanceOn')} />
              </div>
              <div className="flex flex-wrap gap-3">
                <Field
                  label="Or: why you go ahead without"
                  wide="min-w-52 flex-1"
                  {...register('goAheadReason')}
                  problem={problem('goAheadReason')}
                />
                <Field label="since" wide="w-44" type="date" {...register('goAheadOn')} problem={problem('goAheadOn')} />
              </div>
            </div>
          )}
        </>
      )}
    </Section>
  );
}

function Cautions({ register, control, problem, library }: Part & { library: IndexedLibrary }) {
  const { fields, append, remove } = useFieldArray({ control, name: 'cautions' });
  const options = [
    { value: '', text: 'choose' },
    ...[...library.lexicon.cautions.values()].map(({ id, name }) => ({ value: id, text: name })),
  ];
  return (
    <Section title="Mind" about="Old injuries, sore places, states to work around. They close and limit movements everywhere.">
      {fields.map((field, i) => (
        <div key={field.id} className="flex flex-wrap items-start gap-3">
          <Pick
            label="What"
            wide="w-48"
            options={options}
            {...register(`cautions.${i}.caution`)}
            problem={problem(`cautions.${i}.caution`)}
          />
          <Pick
            label="Side"
            wide="w-32"
            options={[
              { value: '', text: 'both, or none' },
              { value: 'left', text: 'left' },
              { value: 'right', text: 'right' },
            ]}
            {...register(`cautions.${i}.side`)}
          />
          <Field
            label="Note"
            wide="min-w-52 flex-1"
            {...register(`cautions.${i}.note`)}
            problem={problem(`cautions.${i}.note`)}
          />
          <Remove label={`Remove caution ${i + 1}`} onClick={() => remove(i)} />
        </div>
      ))}
      <Add onClick={() => append(NEW_CAUTION)}>A caution</Add>
    </Section>
  );
}

function HowToWork({ register }: Part) {
  return (
    <Section title="How to talk to them" about="Cues of a kind that they take to stand higher on Floor.">
      <Ticks label="They take to">
        {CUE_KINDS.map((kind) => (
          <Tick key={kind} value={kind} {...register('cueKinds')}>
            {CUE_STYLE_NAMES[kind]}
          </Tick>
        ))}
      </Ticks>
      <fieldset>
        <legend className="text-quiet text-sm">Touch</legend>
        <div className="flex flex-wrap gap-x-6">
          {TOUCH_ANSWERS.map((answer) => (
            <label key={answer} className="flex min-h-11 cursor-pointer items-center gap-3">
              <input type="radio" className="radio" value={answer} {...register('touch')} />
              {TOUCH_NAMES[answer]}
            </label>
          ))}
        </div>
      </fieldset>
      <Pick
        label="Says weights in"
        wide="w-40"
        options={[
          { value: 'kg', text: 'kilograms' },
          { value: 'lb', text: 'pounds' },
        ]}
        {...register('unit')}
      />
    </Section>
  );
}

function Build({ register, problem }: Part) {
  return (
    <Section
      title="Build"
      about="Height is enough. Lengths by tape, in centimetres, where proportions matter for how a squat looks."
    >
      <div className="flex flex-wrap gap-3">
        {BUILD_FIELDS.map(({ field, name, how }) => (
          <Field
            key={field}
            label={name}
            wide="w-32"
            inputMode="decimal"
            className="figures"
            hint={how}
            {...register(field)}
            problem={problem(field)}
          />
        ))}
      </div>
    </Section>
  );
}

function Follows({ register }: Part) {
  return (
    <Section
      title="First test, and what to follow"
      about="Tests that you pick, and body measures only where the two of you agreed. Run them from their page."
    >
      <Ticks label="Tests">
        {MEASURES.filter(({ kind }) => kind === 'test').map(({ id, name }) => (
          <Tick key={id} value={id} {...register('follows')}>
            {name}
          </Tick>
        ))}
      </Ticks>
      <Ticks label="Body measures, agreed with them">
        {MEASURES.filter(({ kind }) => kind === 'body').map(({ id, name }) => (
          <Tick key={id} value={id} {...register('follows')}>
            {name}
          </Tick>
        ))}
      </Ticks>
    </Section>
  );
}
