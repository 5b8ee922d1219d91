import {
  LEVERS,
  withFields,
  withParts,
  withStep,
  type HarderStep,
  type Lever,
  type MovementCaution,
  type MovementDocument,
  type Part,
  type ShownFirst,
} from '@waxwing/core/movement';
import type { MovementProblem } from '@waxwing/core/ladder';
import { ArrowLeft, ArrowRight } from 'lucide-react';
import { Link } from 'react-router';
import { AddByTyping } from './AddByTyping.tsx';
import { Section } from './ChangingFacts.tsx';
import { Chips } from './Chips.tsx';
import type { DraftMovement } from './draft.ts';
import { EditableNumber } from './EditableNumber.tsx';
import { EditableText } from './EditableText.tsx';
import { movementsFound, saidAt, wordsFound, type Editor } from './editor.ts';

interface LadderProps {
  readonly document: MovementDocument;
  readonly neighbours: readonly DraftMovement[];
  readonly editor: Editor;
  readonly problems: readonly MovementProblem[];
}

/** Before somebody says which: the commonest. */
const FIRST_LEVER: readonly Lever[] = ['load'];

/** What stands one step easier and one harder, with what is changed between them and what is shown first. */
export function ChangingLadder({ document, neighbours, editor, problems }: LadderProps) {
  const { library, hands } = editor;
  // Steps from easier movements stand on those: as the draft has them, or else the library.
  const nowOf = (id: string) =>
    neighbours.find(({ base }) => base.document.id === id)?.document ?? library.revision(id)?.document;
  const leadHere = library.revisions.flatMap((revision) => {
    const step = nowOf(revision.document.id)?.harder.find(({ to }) => to === document.id);
    return step && revision.document.id !== document.id ? [{ revision, step }] : [];
  });
  const harderIds = document.harder.map(({ to }) => to);
  const easierIds = leadHere.map(({ revision }) => revision.document.id);
  const setStep = (to: string, part: Part<HarderStep>) =>
    hands.change((before) => ({
      ...before,
      harder: before.harder.map((step) => (step.to === to ? withFields(step, part) : step)),
    }));
  return (
    <Section title="On the ladder" problems={[...new Set(saidAt(problems, 'harder'))].map((text) => namesOf(text, editor))}>
      <div className="mt-1 grid gap-x-8 gap-y-2 md:grid-cols-2">
        <div>
          {leadHere.map(({ revision, step }) => {
            const { id, name } = revision.document;
            const change = (made: (before: HarderStep) => HarderStep | null) =>
              hands.changeNeighbour(revision, (before) => ({
                ...before,
                harder: before.harder.flatMap((each) => (each.to === document.id ? (made(each) ?? []) : [each])),
              }));
            return (
              <StepFields
                key={id}
                name={name}
                movementId={id}
                direction="easier"
                step={step}
                onChange={(part) => change((before) => withFields(before, part))}
                onRemove={() => change(() => null)}
              />
            );
          })}
          <AddByTyping
            text="one step easier"
            label="What is one step easier"
            placeholder="a movement"
            find={(typed) => movementsFound(library, typed, [document.id, ...easierIds, ...harderIds])}
            onTake={(id) => {
              const revision = library.revision(id);
              if (revision) hands.changeNeighbour(revision, (before) => withStep(before, document.id, FIRST_LEVER));
            }}
          />
          <WriteNew direction="easier" document={document} />
        </div>
        <div>
          {document.harder.map((step) => (
            <StepFields
              key={step.to}
              name={library.nameOf(step.to)}
              movementId={step.to}
              direction="harder"
              step={step}
              onChange={(part) => setStep(step.to, part)}
              onRemove={() => hands.change((before) => ({ ...before, harder: before.harder.filter(({ to }) => to !== step.to) }))}
            />
          ))}
          {document.harder.length < 12 && (
            <AddByTyping
              text="one step harder"
              label="What is one step harder"
              placeholder="a movement"
              find={(typed) => movementsFound(library, typed, [document.id, ...harderIds])}
              onTake={(id) => hands.change((before) => withStep(before, id, FIRST_LEVER))}
            />
          )}
          <WriteNew direction="harder" document={document} />
        </div>
      </div>
      <Chips
        label="Its place"
        options={[{ value: 'alone', text: 'needs no neighbour' }]}
        chosen={document.standsAlone ? ['alone'] : []}
        onToggle={(_, isChosen) =>
          hands.change((before) => {
            const { standsAlone: _before, ...rest } = before;
            return isChosen ? { ...rest, standsAlone: true } : rest;
          })
        }
      />
    </Section>
  );
}

/** A movement that isn’t there yet: begun from this one, with the step between them. */
function WriteNew({ direction, document }: { readonly direction: 'easier' | 'harder'; readonly document: MovementDocument }) {
  return (
    <Link className="link inline-flex min-h-11 items-center px-1" to={`/library/new?as=${direction}&from=${document.id}`}>
      write a new one, one step {direction}
    </Link>
  );
}

/** A message that names movements by their ids, with their names. */
function namesOf(message: string, { library }: Editor): string {
  return message.replace(/[a-z][a-z0-9-]*:[a-z0-9-]+/g, (id) => library.nameOf(id));
}

interface StepFieldsProps {
  readonly name: string;
  readonly movementId: string;
  readonly direction: 'easier' | 'harder';
  readonly step: HarderStep;
  readonly onChange: (part: Part<HarderStep>) => void;
  readonly onRemove: () => void;
}

function StepFields({ name, movementId, direction, step, onChange, onRemove }: StepFieldsProps) {
  const Arrow = direction === 'easier' ? ArrowLeft : ArrowRight;
  const { shownFirst, levers } = step;
  const show = (part: Part<ShownFirst>) => onChange({ shownFirst: withFields(shownFirst, part) });
  const isSeconds = shownFirst.seconds !== undefined;
  return (
    <section aria-label={`${direction}: ${name}`} className="border-base-300 border-b py-1">
      <p className="flex items-center gap-2">
        <Arrow aria-hidden="true" size={18} />
        <Link to={`/library/${movementId}`} className="heading inline-flex min-h-11 items-center text-lg hover:underline">
          {name}
        </Link>
        <button
          type="button"
          className="link ml-auto min-h-11 cursor-pointer text-sm"
          aria-label={`Take out the step to ${name}`}
          onClick={onRemove}
        >
          take out
        </button>
      </p>
      <Chips
        label={`What changes, ${name}`}
        lead="changes"
        options={LEVERS.map((value) => ({ value, text: value.replace('-', ' ') })).filter(({ value }) => levers.includes(value))}
        chosen={levers}
        onToggle={(lever) => levers.length > 1 && onChange({ levers: levers.filter((each) => each !== lever) })}
      />
      {levers.length < 5 && (
        <AddByTyping
          text="another lever"
          where={`of ${name}`}
          label={`Another lever of ${name}`}
          find={(typed) =>
            LEVERS.filter((lever) => !levers.includes(lever) && lever.replace('-', ' ').includes(typed.toLowerCase())).map(
              (id) => ({
                id,
                text: id.replace('-', ' '),
              }),
            )
          }
          onTake={(lever) => onChange({ levers: [...levers, lever as Lever] })}
        />
      )}
      <div className="flex flex-wrap items-center gap-x-3">
        <span className="text-quiet text-sm">{direction === 'easier' ? 'before leaving it' : 'first shown'}</span>
        <EditableNumber
          label=""
          unit="×"
          value={shownFirst.sets}
          least={1}
          most={10}
          onChange={(sets) => sets && show({ sets })}
        />
        <EditableNumber
          label=""
          value={isSeconds ? shownFirst.seconds : shownFirst.reps}
          least={1}
          most={isSeconds ? 600 : 100}
          unit={isSeconds ? 's' : 'reps'}
          onChange={(amount) => amount && show(isSeconds ? { seconds: amount } : { reps: amount })}
        />
        <button
          type="button"
          className="link min-h-11 cursor-pointer text-sm"
          onClick={() => show(isSeconds ? { seconds: undefined, reps: 8 } : { reps: undefined, seconds: 30 })}
        >
          {isSeconds ? 'in reps' : 'in seconds'}
        </button>
        <EditableNumber
          label="with"
          unit="left"
          value={shownFirst.reserve}
          least={0}
          most={6}
          onChange={(reserve) => reserve !== undefined && show({ reserve })}
        />
        <Chips
          label={`Kind of step, ${name}`}
          options={[{ value: 'side', text: 'a side branch' }]}
          chosen={step.sideBranch ? ['side'] : []}
          onToggle={(_, isChosen) => onChange({ sideBranch: isChosen || undefined })}
        />
      </div>
      <EditableText
        label={`What else is shown first, ${name}`}
        value={shownFirst.also ?? ''}
        most={160}
        empty="what else is shown first"
        className="text-[0.95rem]"
        problem={shownFirst.also !== undefined && shownFirst.also.trim().length < 4 ? 'Four letters at least.' : null}
        onChange={(also) => show({ also: also === '' ? undefined : also })}
      />
    </section>
  );
}

/** Whom it has to be limited for, how, and what they do instead. */
export function ChangingCautions({ document, editor, problems }: Omit<LadderProps, 'neighbours'>) {
  const { lexicon, library, hands } = editor;
  const { cautions } = document;
  const put = (caution: string, part: Part<MovementCaution>) =>
    hands.change((before) => ({
      ...before,
      cautions: before.cautions.map((each) => (each.caution === caution ? withFields(each, part) : each)),
    }));
  return (
    <Section title="Limit it when" problems={problems.filter(({ path }) => path === 'cautions').map(({ message }) => message)}>
      {cautions.map(({ caution, limit, instead, closed }, at) => {
        const name = lexicon.cautions.get(caution)?.name ?? caution;
        return (
          <section key={caution} aria-label={name} className="border-base-300 grid gap-x-4 border-b py-1 sm:grid-cols-[9rem_1fr]">
            <h3 className="py-2 text-base">{name}</h3>
            <div>
              <EditableText
                label={`${name}, what is limited`}
                value={limit}
                most={240}
                problem={limit.trim().length < 4 ? 'Say what to limit, or take it out.' : saidAt(problems, `cautions[${at}]`)[0]}
                onChange={(next) => put(caution, { limit: next })}
              />
              <div className="flex flex-wrap items-center gap-x-2">
                <Chips
                  label={`${name}, open or not`}
                  options={[{ value: 'closed', text: 'not open at all' }]}
                  chosen={closed ? ['closed'] : []}
                  onToggle={(_, isChosen) => put(caution, { closed: isChosen || undefined })}
                />
                {instead ? (
                  <>
                    <span className="text-quiet text-sm">instead</span> {library.nameOf(instead)}
                    <button
                      type="button"
                      className="link min-h-11 cursor-pointer text-sm"
                      onClick={() => put(caution, { instead: undefined })}
                    >
                      no longer
                    </button>
                  </>
                ) : (
                  <AddByTyping
                    text="what instead"
                    where={`for ${name.toLowerCase()}`}
                    label={`What instead, for ${name.toLowerCase()}`}
                    placeholder="a movement"
                    find={(typed) => movementsFound(library, typed, [document.id])}
                    onTake={(id) => put(caution, { instead: id })}
                  />
                )}
                <button
                  type="button"
                  className="link ml-auto min-h-11 cursor-pointer text-sm"
                  aria-label={`Take out ${name}`}
                  onClick={() =>
                    hands.change((before) => ({
                      ...before,
                      cautions: before.cautions.filter((each) => each.caution !== caution),
                    }))
                  }
                >
                  take out
                </button>
              </div>
            </div>
          </section>
        );
      })}
      {cautions.length < 12 && (
        <AddByTyping
          text="a caution"
          label="A caution"
          placeholder="low back, knee, pregnancy …"
          find={(typed) => wordsFound(lexicon.cautions.values(), typed, new Set(cautions.map(({ caution }) => caution)), 20)}
          onTake={(caution) =>
            hands.change((before) => ({
              ...before,
              cautions: [...before.cautions, { caution, limit: lexicon.cautions.get(caution)?.general.slice(0, 240) ?? '' }],
            }))
          }
        />
      )}
    </Section>
  );
}

/** What a joined movement is made of, and what it takes over from that. */
export function ChangingParts({ document, editor }: Omit<LadderProps, 'neighbours' | 'problems'>) {
  const { library, hands } = editor;
  const parts = document.components ?? [];
  const documents = parts.flatMap((id) => library.revision(id)?.document ?? []);
  const inherited = withParts(document, documents);
  const more = {
    faults: inherited.faults.length - document.faults.length,
    cues: inherited.cues.length - document.cues.length,
  };
  const set = (components: readonly string[]) =>
    hands.change((before) => {
      const { components: _before, ...rest } = before;
      return components.length > 0 ? { ...rest, components: [...components] } : rest;
    });
  return (
    <Section title="Joined of">
      <Chips
        label="What it is joined of"
        options={parts.map((value) => ({ value, text: library.nameOf(value) }))}
        chosen={parts}
        onToggle={(id) => set(parts.filter((each) => each !== id))}
      />
      {more.faults + more.cues > 0 && (
        <p className="border-warning my-1 border-l-4 px-2">
          Its parts have {more.faults} {more.faults === 1 ? 'fault' : 'faults'} and {more.cues} {more.cues === 1 ? 'cue' : 'cues'}{' '}
          that aren’t here.{' '}
          <button
            type="button"
            className="link min-h-11 cursor-pointer"
            onClick={() => hands.change((before) => withParts(before, documents))}
          >
            Take them over
          </button>
        </p>
      )}
      {parts.length < 6 && (
        <AddByTyping
          text="a part"
          label="A part"
          placeholder="a movement"
          find={(typed) => movementsFound(library, typed, [document.id, ...parts])}
          onTake={(id) => set([...parts, id])}
        />
      )}
    </Section>
  );
}
