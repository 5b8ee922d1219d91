import { useMutation, useQueryClient } from '@tanstack/react-query';
import { CUE_KINDS } from '@waxwing/core/movement';
import { JOB_LOADS, MEASURES, READINESS_QUESTIONS, SCOPE_LINE, TOUCH_ANSWERS, isMinor } from '@waxwing/core/client';
import type { ClientSummary } from '@waxwing/core/api';
import { Plus, X } from 'lucide-react';
import { useEffect, useEffectEvent, useRef, useState, type ReactNode } from 'react';
import { useFieldArray, useForm, useWatch, type Control, type FieldPath, type UseFormRegister } from 'react-hook-form';
import { Link, useNavigate, useParams } from 'react-router';
import { v4, v7 } from 'uuid';
import { api, RequestRefused } from '../../shared/api.ts';
import { localDate } from '../../shared/dates.ts';
import { recordForm, useUnfinished } from '../../shared/device/useUnfinished.ts';
import { Area, Field, Pick, Tick } from '../../shared/Field.tsx';
import { Folded } from '../../shared/Folded.tsx';
import { GoesOn } from '../../shared/GoesOn.tsx';
import { draftFrom, inventoryOf, type DraftProblems, type InventoryDraft } from '../../shared/inventory/draft.ts';
import { InventoryEditor } from '../../shared/inventory/InventoryEditor.tsx';
import { Page } from '../../shared/page.tsx';
import { useClient, useLibrary, useRefresh, type IndexedLibrary } from '../../shared/queries.ts';
import { showFirstProblem } from '../../shared/showFirstProblem.ts';
import { Failed, Loading } from '../../shared/states.tsx';
import {
  CAUTION_NOTE_MOST,
  GOAL_MOST,
  GOAL_UNIT_MOST,
  NEW_CAUTION,
  NEW_GOAL,
  TEXT_MOST,
  documentFrom,
  fieldProblems,
  typedProblems,
  valuesOf,
  type ClientFormValues,
} from './clientForm.ts';
import { documentOf } from './useChangeClient.ts';
import { BUILD_FIELDS, CUE_STYLE_NAMES, JOB_LOAD_NAMES, TOUCH_NAMES } from './words.ts';

/** Takes somebody in, or changes what is known of them. */
export default function ClientFormPage() {
  const { clientId } = useParams();
  return clientId ? <Existing clientId={clientId} /> : <Loaded title="A new client" client={null} />;
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

/** A record as it stands half typed, with what it was begun on. */
interface TypedRecord {
  readonly values: ClientFormValues;
  readonly kit: InventoryDraft;
  readonly newId: string;
  /** Of the record that is changed. */
  readonly version: number | null;
}

interface FormProps {
  readonly client: ClientSummary | null;
  readonly library: IndexedLibrary;
}

/** Begun again, everything in it is made anew. */
function ClientForm(props: FormProps) {
  const [begun, setBegun] = useState(0);
  return <RecordForm key={begun} {...props} onAnew={() => setBegun(begun + 1)} />;
}

function RecordForm({ client, library, onAnew }: FormProps & { readonly onAnew: () => void }) {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const queries = useQueryClient();
  const today = localDate();
  const form = useRef<HTMLFormElement>(null);
  const unfinished = useUnfinished<TypedRecord>(recordForm(client?.clientId ?? null));
  const found = unfinished.found?.value;
  // The record as it was opened: a change goes on top of that version, not of one that came in meanwhile.
  const [opened] = useState(client && { ...client, version: found?.version ?? client.version });
  const before = opened ? documentOf(opened) : undefined;
  const [newId] = useState(() => found?.newId ?? v7());
  const [kit, setKit] = useState(() => found?.kit ?? draftFrom(before?.homeKit, v4));
  const [kitProblems, setKitProblems] = useState<DraftProblems>({});
  const { register, control, handleSubmit, setError, clearErrors, subscribe, getValues, formState } = useForm<ClientFormValues>({
    defaultValues: found?.values ?? valuesOf(before, today),
    shouldFocusError: false,
  });
  /** How many fields were told about; each is marked until it is typed into. */
  const [told, setTold] = useState(0);
  const read = inventoryOf(kit);
  const refuse = (problems: ReadonlyMap<string, string>) => {
    for (const [field, message] of problems) setError(field as FieldPath<ClientFormValues>, { message });
    setTold(problems.size);
    if (form.current) showFirstProblem(form.current);
  };
  const save = useMutation({
    mutationFn: async (values: ClientFormValues) => {
      if (!read.ok) throw new Error('Something about the kit at home can’t be read');
      const document = documentFrom(values, read.inventory, before);
      return opened
        ? api.put<ClientSummary>(`clients/${opened.clientId}`, { version: opened.version, document })
        : api.post<ClientSummary>('clients', { clientId: newId, document });
    },
    onError: (error) => {
      if (error instanceof RequestRefused) refuse(fieldProblems(error.problems));
    },
    onSuccess: async ({ clientId }) => {
      const isFirst = !opened && queries.getQueryData<readonly ClientSummary[]>(['clients'])?.length === 0;
      unfinished.forget();
      await refresh();
      // On the first day Today says what comes next.
      await navigate(isFirst ? '/' : `/clients/${clientId}`);
    },
  });
  const submit = (values: ClientFormValues) => {
    clearErrors();
    setTold(0);
    save.reset();
    const wrong = typedProblems(values, today);
    setKitProblems(read.ok ? {} : read.problems);
    if (wrong.size > 0 || !read.ok) refuse(wrong);
    else save.mutate(values);
  };
  const keep = (of: InventoryDraft) => unfinished.keep({ values: getValues(), kit: of, newId, version: opened?.version ?? null });
  const onTyped = useEffectEvent(() => void keep(kit));
  useEffect(() => subscribe({ formState: { values: true }, callback: () => onTyped() }), [subscribe]);
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
  const wrong = told + Object.keys(still).length;
  const home = (
    <Section title="At home" about="What a plan or a handout for home may use.">
      <InventoryEditor
        draft={kit}
        problems={still}
        lexicon={library.lexicon}
        onChange={(changed) => {
          setKit(changed);
          keep(changed);
        }}
      />
    </Section>
  );
  const rest = (
    <>
      <JobAndTraining {...part} />
      <HowToWork {...part} />
      {home}
      <Build {...part} />
      <Follows {...part} />
      <Section title="Anything else" about={SCOPE_LINE}>
        <Area label="Notes" data-most={TEXT_MOST.notes} {...register('notes')} problem={problem('notes')} />
      </Section>
    </>
  );
  return (
    <form ref={form} noValidate className="grid gap-8" onSubmit={(event) => void handleSubmit(submit)(event)}>
      {unfinished.found && (
        <GoesOn
          at={unfinished.found.at}
          onAnew={() => {
            unfinished.forget();
            onAnew();
          }}
        />
      )}
      <Who {...part} />
      <Goals {...part} />
      <ReadinessPart {...part} />
      <Cautions {...part} library={library} />
      {client ? (
        rest
      ) : (
        <Folded
          title="More about them"
          said="job, training, how to talk to them, kit at home, height, tests, notes. It can follow later."
          mustShow={REST_FIELDS.some((field) => problem(field)) || Object.keys(still).length > 0}
        >
          <div className="mt-4 grid gap-8">{rest}</div>
        </Folded>
      )}
      <div className="bg-base-100 border-base-content sticky bottom-0 z-10 flex flex-wrap items-center gap-4 border-t-2 py-3">
        <button type="submit" className="btn btn-primary min-h-12 px-6 text-lg" disabled={save.isPending}>
          {client ? 'Save the record' : 'Add this client'}
        </button>
        <span className="text-quiet">Health notes are seen by their own trainer only.</span>
        {(save.isError || wrong > 0) && (
          <span role="alert" className="font-bold">
            {save.isError
              ? `${save.error.message}.`
              : wrong === 1
                ? 'One field needs another look.'
                : `${wrong} fields need another look.`}{' '}
            What you typed is still here.
          </span>
        )}
      </div>
    </form>
  );
}

/** What isn’t needed for a first session. */
const REST_FIELDS = ['trainingYears', 'dayJob', 'notes', ...BUILD_FIELDS.map(({ field }) => field)];

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
        <Field
          label="Name"
          wide="min-w-60 flex-1"
          autoComplete="off"
          data-most={TEXT_MOST.name}
          {...register('name')}
          problem={problem('name')}
        />
        <Field
          label="Year of birth"
          wide="w-40"
          inputMode="numeric"
          className="figures"
          {...register('birthYear')}
          problem={problem('birthYear')}
        />
      </div>
      {(minor || problem('guardian') !== undefined) && (
        <Field
          label="Parent or guardian, since they are under eighteen"
          data-most={TEXT_MOST.guardian}
          {...register('guardian')}
          problem={problem('guardian')}
        />
      )}
    </Section>
  );
}

function JobAndTraining({ register, problem }: Part) {
  return (
    <Section title="Job and training">
      <div className="flex flex-wrap gap-3">
        <Field
          label="Day job"
          wide="min-w-60 flex-1"
          data-most={TEXT_MOST.dayJob}
          {...register('dayJob')}
          problem={problem('dayJob')}
        />
        <Field
          label="Years of training"
          wide="w-40"
          inputMode="decimal"
          className="figures"
          {...register('trainingYears')}
          problem={problem('trainingYears')}
        />
      </div>
      <Ticks label="What the job has them do all day">
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
    <Section title="Goals" about="With a number and a date where there is one: from 3 push-ups to 10 by March.">
      {fields.map((field, i) => (
        <div key={field.id} className="grid gap-2 pb-2">
          <div className="flex flex-wrap items-start gap-3">
            <Field
              label="Goal"
              wide="min-w-64 flex-1"
              data-most={GOAL_MOST}
              {...register(`goals.${i}.text`)}
              problem={problem(`goals.${i}.text`)}
            />
            <Field label="By" wide="w-44" type="date" {...register(`goals.${i}.by`)} problem={problem(`goals.${i}.by`)} />
            <Remove label={`Remove goal ${i + 1}`} onClick={() => remove(i)} />
          </div>
          <div className="flex flex-wrap items-start gap-3">
            <Field
              label="Counted in"
              wide="w-40"
              data-most={GOAL_UNIT_MOST}
              placeholder="reps, kg, cm …"
              {...register(`goals.${i}.unit`)}
              problem={problem(`goals.${i}.unit`)}
            />
            {(['start', 'now', 'target'] as const).map((name) => (
              <Field
                key={name}
                label={{ start: 'At the start', now: 'Now', target: 'To reach' }[name]}
                wide="w-32"
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
      <Tick {...register('asked')}>I have asked the health questions</Tick>
      {!asked && <p className="text-quiet">Not asked yet: it is said on Floor and on their page until they are.</p>}
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
          <Field
            label="What they said about it"
            data-most={TEXT_MOST.readinessNote}
            {...register('readinessNote')}
            problem={problem('readinessNote')}
          />
          {yes.length > 0 && (
            <div className="border-accent grid gap-3 border-l-8 pl-4">
              <p>
                <b>Ask a doctor first.</b> Waxwing supports your judgement; it doesn’t diagnose. Your local rules come first.
              </p>
              <div className="flex flex-wrap gap-3">
                <Field
                  label="Cleared by (their doctor’s name)"
                  wide="min-w-52 flex-1"
                  data-most={TEXT_MOST.clearanceBy}
                  {...register('clearanceBy')}
                  problem={problem('clearanceBy')}
                />
                <Field label="on" wide="w-44" type="date" {...register('clearanceOn')} problem={problem('clearanceOn')} />
              </div>
              <div className="flex flex-wrap gap-3">
                <Field
                  label="Or: why you go ahead without a doctor’s word"
                  wide="min-w-52 flex-1"
                  data-most={TEXT_MOST.goAheadReason}
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
    <Section
      title="Cautions"
      about="Old injuries, sore places, what to work around. They limit or rule out movements everywhere."
    >
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
            data-most={CAUTION_NOTE_MOST}
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
    <Section title="How to talk to them" about="Cues of the kinds that work for them come first on Floor.">
      <Ticks label="What works for them">
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
        label="They think in"
        wide="w-64"
        options={[
          { value: 'kg', text: 'kilograms, centimetres' },
          { value: 'lb', text: 'pounds, feet' },
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
      about="Height is enough; in centimetres, or as they say it: 5 ft 6, 16 in. The lengths, by tape, tell how their squat will look."
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
