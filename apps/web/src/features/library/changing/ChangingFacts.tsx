import {
  DOSE_KINDS,
  IMPACTS,
  LATERALITIES,
  LEVERS,
  MUSCLE_ROLES,
  PATTERNS,
  PLANES,
  POSITIONS,
  RHYTHMS,
  lowerFirst,
  withFields,
  withRhythm,
  type Dose,
  type DoseKind,
  type Ease,
  type Lever,
  type MovementDocument,
  type MuscleShare,
  type Part,
  type Tempo,
} from '@waxwing/core/movement';
import type { MovementProblem } from '@waxwing/core/ladder';
import type { ReactNode } from 'react';
import { Choice } from '../../../shared/Choice.tsx';
import { patternText } from '../patternText.ts';
import { AddByTyping } from './AddByTyping.tsx';
import { Chips } from './Chips.tsx';
import { EditableNumber } from './EditableNumber.tsx';
import { EditableText } from './EditableText.tsx';
import { Checkpoints } from './Checkpoints.tsx';
import { Taken } from './Taken.tsx';
import { TakenList } from './TakenList.tsx';
import { TermsFields } from './TermsFields.tsx';
import { overDrawn } from './overDrawn.ts';
import { Remove, TextLines } from './TextLines.tsx';
import { saidAt, wordsFound, type Editor } from './editor.ts';

interface FactsProps {
  readonly document: MovementDocument;
  readonly editor: Editor;
  readonly problems: readonly MovementProblem[];
}

const options = <Value extends string>(values: readonly Value[]) =>
  values.map((value) => ({ value, text: value.replace(/-/g, ' ') }));

/** What a movement is besides its strip: each thing where the page shows it, changed there. */
export function ChangingFacts(props: FactsProps) {
  return (
    <div className="mt-6 grid gap-x-10 gap-y-6 md:grid-cols-2">
      <Names {...props} />
      <Kind {...props} />
      <SetUpLines {...props} />
      <DoseAndRest {...props} />
      <Range {...props} />
      <Muscles {...props} />
      <Kit {...props} />
      <Eases {...props} />
      <Section title="A good rep looks like">
        <Checkpoints document={props.document} editor={props.editor} />
      </Section>
    </div>
  );
}

interface SectionProps {
  readonly title: string;
  readonly problems?: readonly string[];
  readonly children: ReactNode;
}

export function Section({ title, problems = [], children }: SectionProps) {
  return (
    <section aria-label={title} className="min-w-0">
      <h2 className="text-xl">{title}</h2>
      {problems.map((problem) => (
        <p key={problem} className="text-sm font-bold">
          {problem}
        </p>
      ))}
      {children}
    </section>
  );
}

function useField({ document, editor: { hands } }: FactsProps) {
  return (part: Part<MovementDocument>) => hands.change((before) => overDrawn(before, document, withFields(document, part)));
}

function Names(props: FactsProps) {
  const { document, problems } = props;
  const set = useField(props);
  return (
    <Section title="Called" problems={saidAt(problems, 'otherNames')}>
      <EditableText
        label="Name"
        value={document.name}
        most={80}
        className="heading text-xl"
        problem={document.name.trim().length < 2 ? 'It needs a name.' : saidAt(problems, 'name')[0]}
        onChange={(name) => set({ name })}
      />
      <TextLines
        label="Other name"
        texts={document.otherNames}
        least={2}
        most={80}
        mostLines={12}
        add="another name"
        placeholder="how others call it, or clients"
        onChange={(otherNames) => set({ otherNames })}
      />
    </Section>
  );
}

function Kind(props: FactsProps) {
  const { document, editor, problems } = props;
  const set = useField(props);
  const { families } = editor.lexicon;
  return (
    <Section title="Kind" problems={[...saidAt(problems, 'pattern'), ...saidAt(problems, 'family')]}>
      <div className="flex flex-wrap items-center">
        <Choice
          isQuiet
          label="Pattern"
          none="pattern"
          value={document.pattern}
          options={PATTERNS.map((value) => ({ value, text: patternText(value) }))}
          onChoose={(pattern) => pattern && set({ pattern: pattern as MovementDocument['pattern'] })}
        />
        <Choice
          isQuiet
          label="Family"
          none="family"
          value={document.family}
          options={[...families.values()].map(({ id, name }) => ({ value: id, text: name }))}
          onChoose={(family) => family && set({ family })}
        />
        <Choice
          isQuiet
          label="Position"
          none="position"
          value={document.position}
          options={options(POSITIONS)}
          onChoose={(position) => position && set({ position: position as MovementDocument['position'] })}
        />
        <Choice
          isQuiet
          label="What a repetition is"
          none="rhythm"
          value={document.rhythm}
          options={options(RHYTHMS)}
          onChoose={(rhythm) =>
            rhythm && props.editor.hands.change((before) => withRhythm(before, rhythm as MovementDocument['rhythm']))
          }
        />
      </div>
      <Chips
        label="Sides"
        lead="sides"
        options={options(LATERALITIES)}
        chosen={[document.laterality]}
        onToggle={(laterality) => set({ laterality })}
      />
      <Chips
        label="Planes"
        lead="in the"
        options={[
          { value: 'sagittal', text: 'forward and back' },
          { value: 'frontal', text: 'sideways' },
          { value: 'transverse', text: 'turning' },
        ]}
        chosen={document.planes}
        onToggle={(plane, isChosen) => {
          const planes = PLANES.filter((each) => (each === plane ? isChosen : document.planes.includes(each)));
          if (planes.length > 0) set({ planes });
        }}
      />
      <Chips
        label="Whether it is meant when only its kind is named"
        options={[{ value: 'common', text: 'the plain one of its kind' }]}
        chosen={document.common ? ['common'] : []}
        onToggle={(_, isSo) => set({ common: isSo || undefined })}
      />
      <Contested {...props} />
      <Chips
        label="Impact"
        lead="impact"
        options={options(IMPACTS)}
        chosen={[document.impact]}
        onToggle={(impact) => set({ impact })}
      />
      <Chips
        label="Skill"
        lead="for"
        options={[
          { value: '1', text: 'anybody, at once' },
          { value: '2', text: 'who was taught' },
          { value: '3', text: 'who has practised' },
        ]}
        chosen={[String(document.skill) as '1' | '2' | '3']}
        onToggle={(skill) => set({ skill: Number(skill) })}
      />
      <EditableText
        label="What it trains"
        value={document.trains ?? ''}
        most={400}
        empty="what it trains"
        problem={document.trains !== undefined && document.trains.trim().length < 8 ? 'Eight letters at least.' : null}
        onChange={(trains) => set({ trains: trains === '' ? undefined : trains })}
      />
    </Section>
  );
}

function SetUpLines(props: FactsProps) {
  const { document, problems } = props;
  const set = useField(props);
  return (
    <Section title="Set up" problems={saidAt(problems, 'setUp')}>
      <TextLines
        label="Set-up"
        texts={document.setUp}
        least={4}
        most={240}
        mostLines={8}
        add="a line of the set-up"
        placeholder="where one stands, what one holds"
        onChange={(setUp) => set({ setUp })}
      />
    </Section>
  );
}

const DOSE_WORDS: Readonly<Record<DoseKind, string>> = { reps: 'reps', seconds: 'seconds', distance: 'metres' };

function doseOf(kind: DoseKind, before: Dose): Dose {
  const side = before.perSide === undefined ? {} : { perSide: before.perSide };
  if (kind === 'reps') return { kind, low: 8, high: 12, ...side };
  if (kind === 'seconds') return { kind, low: 20, high: 40, ...side };
  return { kind, metres: 20, ...side };
}

const TEMPO_PARTS: readonly (readonly [keyof Tempo, string])[] = [
  ['lowerSeconds', 'down'],
  ['turnSeconds', 'at the turn'],
  ['liftSeconds', 'up'],
  ['finishSeconds', 'at the end'],
];

function DoseAndRest(props: FactsProps) {
  const { document, problems } = props;
  const set = useField(props);
  const { dose, tempo } = document;
  return (
    <Section title="Do" problems={saidAt(problems, 'dose')}>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <EditableNumber label="sets" value={document.sets} least={1} most={10} onChange={(sets) => sets && set({ sets })} />
        {dose.kind === 'distance' ? (
          <EditableNumber
            label="of"
            value={dose.metres}
            least={1}
            most={10000}
            isWhole={false}
            onChange={(metres) => metres && set({ dose: { ...dose, metres } })}
          />
        ) : (
          <>
            <EditableNumber
              label="from"
              value={dose.low}
              least={1}
              most={dose.kind === 'reps' ? 1000 : 3600}
              onChange={(low) => low && set({ dose: { ...dose, low } })}
            />
            <EditableNumber
              label="to"
              value={dose.high}
              least={1}
              most={dose.kind === 'reps' ? 1000 : 3600}
              onChange={(high) => high && set({ dose: { ...dose, high } })}
            />
          </>
        )}
        <Choice
          isQuiet
          label="Counted in"
          none="counted in"
          value={dose.kind}
          options={DOSE_KINDS.map((value) => ({ value, text: DOSE_WORDS[value] }))}
          onChoose={(kind) => kind && kind !== dose.kind && set({ dose: doseOf(kind as DoseKind, dose) })}
        />
        <Chips
          label="Of which side"
          options={[{ value: 'side', text: 'each side' }]}
          chosen={dose.perSide ? ['side'] : []}
          onToggle={(_, isChosen) => {
            const { perSide: _before, ...rest } = dose;
            set({ dose: isChosen ? { ...rest, perSide: true } : rest });
          }}
        />
      </div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <EditableNumber
          label="rest"
          unit="s"
          value={document.restSeconds}
          least={0}
          most={600}
          onChange={(restSeconds) => restSeconds !== undefined && set({ restSeconds })}
        />
        {dose.kind === 'reps' && (
          <EditableNumber
            label="a rep takes"
            unit="s"
            value={document.repSeconds}
            least={0.2}
            most={60}
            isWhole={false}
            mayBeEmpty
            onChange={(repSeconds) => set({ repSeconds })}
          />
        )}
        {(document.dose.kind === 'distance' || document.rhythm === 'locomotion') && (
          <EditableNumber
            label="at"
            unit="m/s"
            value={document.metresPerSecond}
            least={0.1}
            most={8}
            isWhole={false}
            mayBeEmpty
            onChange={(metresPerSecond) => set({ metresPerSecond })}
          />
        )}
      </div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1" role="group" aria-label="Tempo while it is learned">
        <span className="text-quiet text-sm">while it is learned</span>
        {tempo ? (
          <>
            {TEMPO_PARTS.map(([part, words]) => (
              <EditableNumber
                key={part}
                label={words}
                unit="s"
                value={tempo[part]}
                least={0}
                most={60}
                isWhole={false}
                onChange={(seconds) => seconds !== undefined && set({ tempo: { ...tempo, [part]: seconds } })}
              />
            ))}
            <button type="button" className="link min-h-11 cursor-pointer text-sm" onClick={() => set({ tempo: undefined })}>
              no tempo
            </button>
          </>
        ) : (
          <button
            type="button"
            className="link min-h-11 cursor-pointer text-sm"
            onClick={() => set({ tempo: { lowerSeconds: 2, turnSeconds: 0, liftSeconds: 1, finishSeconds: 0 } })}
          >
            give a tempo
          </button>
        )}
      </div>
    </Section>
  );
}

function Range(props: FactsProps) {
  const { document, problems } = props;
  const set = useField(props);
  const range = document.range ?? { stops: '', why: '' };
  const put = (part: Partial<typeof range>) => {
    const next = { ...range, ...part };
    set({ range: next.stops === '' && next.why === '' ? undefined : next });
  };
  const short = (text: string) => (document.range && text.trim().length < 4 ? 'Four letters at least: both or neither.' : null);
  return (
    <Section title="Stops" problems={saidAt(problems, 'range')}>
      <EditableText
        label="Where the range ends"
        value={range.stops}
        most={240}
        empty="where the range ends"
        problem={short(range.stops)}
        onChange={(stops) => put({ stops })}
      />
      <EditableText
        label="Why there"
        value={range.why}
        most={240}
        empty="why there"
        problem={short(range.why)}
        onChange={(why) => put({ why })}
      />
    </Section>
  );
}

function Muscles(props: FactsProps) {
  const { document, editor, problems } = props;
  const set = useField(props);
  const { muscles } = document;
  const put = (muscle: string, part: Partial<MuscleShare>) =>
    set({ muscles: muscles.map((each) => (each.muscle === muscle ? { ...each, ...part } : each)) });
  return (
    <Section title="Works" problems={saidAt(problems, 'muscles')}>
      <ul>
        {muscles.map(({ muscle, role, share }) => {
          const name = editor.lexicon.muscles.get(muscle)?.name ?? muscle;
          return (
            <li key={muscle} className="flex flex-wrap items-center gap-x-2">
              <span className="min-w-40 flex-1 leading-tight">{name}</span>
              <Choice
                isQuiet
                label={`What ${name} does`}
                none="role"
                value={role}
                options={options(MUSCLE_ROLES)}
                onChoose={(next) => next && put(muscle, { role: next as MuscleShare['role'] })}
              />
              <label className="flex min-h-11 items-center gap-1">
                <span className="sr-only">Share of {name}, in 100</span>
                <input
                  type="range"
                  className="range range-xs w-24"
                  min={0}
                  max={100}
                  step={5}
                  value={Math.round(100 * share)}
                  onChange={({ target }) => put(muscle, { share: Number(target.value) / 100 })}
                />
                <span className="figures w-8 text-right text-sm">{Math.round(100 * share)}</span>
              </label>
              <Remove what={name} onRemove={() => set({ muscles: muscles.filter((each) => each.muscle !== muscle) })} />
            </li>
          );
        })}
      </ul>
      {muscles.length < 16 && (
        <AddByTyping
          text="a muscle"
          label="A muscle"
          find={(typed) => wordsFound(editor.lexicon.muscles.values(), typed, new Set(muscles.map(({ muscle }) => muscle)))}
          onTake={(muscle) =>
            set({ muscles: [...muscles, { muscle, role: muscles.length === 0 ? 'prime-mover' : 'assisting', share: 0.5 }] })
          }
        />
      )}
    </Section>
  );
}

function Kit(props: FactsProps) {
  const { document, editor, problems } = props;
  const set = useField(props);
  const { kit, footprint } = document;
  const name = (id: string) => editor.lexicon.kit.get(id)?.name ?? id;
  const known = new Set([...kit.needed, ...kit.optional]);
  return (
    <Section title="Kit and floor" problems={saidAt(problems, 'kit')}>
      {(['needed', 'optional'] as const).map((list) => (
        <TakenList
          key={list}
          label={list === 'needed' ? 'What it needs' : 'What helps'}
          lead={list === 'needed' ? 'needs' : 'helps'}
          values={kit[list]}
          most={12}
          textOf={(id) => lowerFirst(name(id))}
          add={{
            text: list === 'needed' ? 'something it needs' : 'something that helps',
            label: list === 'needed' ? 'Something it needs' : 'Something that helps',
            find: (typed) => wordsFound(editor.lexicon.kit.values(), typed, known),
          }}
          onChange={(next) => set({ kit: { ...kit, [list]: next } })}
        />
      ))}
      <Replaceable {...props} />
      <div className="flex flex-wrap items-center gap-x-3">
        {(['widthM', 'depthM'] as const).map((side) => (
          <EditableNumber
            key={side}
            label={side === 'widthM' ? 'floor, width' : 'depth'}
            unit="m"
            value={footprint[side]}
            least={0.2}
            most={20}
            isWhole={false}
            onChange={(metres) => metres && set({ footprint: { ...footprint, [side]: metres } })}
          />
        ))}
      </div>
    </Section>
  );
}

/** Points on which trainers differ and this movement depends: its page says which position holds. */
function Contested(props: FactsProps) {
  const {
    document: { stancePoints = [] },
    editor: {
      lexicon: { stances },
    },
  } = props;
  const set = useField(props);
  return (
    <TakenList
      label="Contested points on which it depends"
      lead="depends on"
      values={stancePoints}
      most={12}
      textOf={(point) => lowerFirst(stances.get(point)?.name ?? point)}
      add={{
        text: 'a contested point',
        label: 'A contested point on which it depends',
        placeholder: 'knee travel, squat depth …',
        find: (typed) => wordsFound(stances.values(), typed, new Set(stancePoints)),
      }}
      onChange={(next) => set({ stancePoints: next.length > 0 ? next : undefined })}
    />
  );
}

/** What else does where a thing isn’t there. */
function Replaceable(props: FactsProps) {
  const {
    document: { kit },
    editor: { lexicon },
  } = props;
  const set = useField(props);
  const { replaceable = [] } = kit;
  const name = (id: string) => lowerFirst(lexicon.kit.get(id)?.name ?? id);
  const put = (next: typeof replaceable) => {
    const { replaceable: _, ...rest } = kit;
    set({ kit: next.length > 0 ? { ...rest, replaceable: next } : rest });
  };
  return (
    <>
      {replaceable.length > 0 && (
        <Taken
          label="What else does"
          lead="or"
          options={replaceable.map(({ kit: of, by }) => ({ value: `${of}=${by}`, text: `${name(by)} for ${name(of)}` }))}
          onRemove={(pair) => put(replaceable.filter(({ kit: of, by }) => `${of}=${by}` !== pair))}
        />
      )}
      {replaceable.length < 12 &&
        kit.needed.map((of) => (
          <AddByTyping
            key={of}
            text={`instead of ${name(of)}`}
            label={`What does instead of ${name(of)}`}
            placeholder="what else does"
            find={(typed) =>
              wordsFound(
                lexicon.kit.values(),
                typed,
                new Set([of, ...replaceable.filter((each) => each.kit === of).map(({ by }) => by)]),
              )
            }
            onTake={(by) => put([...replaceable, { kit: of, by }])}
          />
        ))}
    </>
  );
}

function Eases(props: FactsProps) {
  const { document, editor } = props;
  const set = useField(props);
  const { eases } = document;
  const put = (at: number, part: Partial<Ease>) =>
    set({ eases: eases.map((each, i) => (i === at ? { ...each, ...part } : each)) });
  return (
    <Section title="Made easier by">
      <ul>
        {eases.map((ease, at) => (
          <li key={at} className="flex flex-wrap items-center gap-x-1">
            <Choice
              isQuiet
              label={`Lever of “${ease.text}”`}
              none="lever"
              value={ease.lever}
              options={LEVERS.map((value) => ({ value, text: editor.lexicon.levers.get(value)?.name ?? value }))}
              onChoose={(lever) => lever && put(at, { lever: lever as Lever })}
            />
            <span className="min-w-40 flex-1">
              <EditableText
                label={`Way to ease it ${at + 1}`}
                value={ease.text}
                most={120}
                problem={ease.text.trim().length < 4 ? 'Four letters at least, or take it out.' : null}
                onChange={(text) => put(at, { text })}
              />
            </span>
            <Remove what={`“${ease.text}”`} onRemove={() => set({ eases: eases.filter((_, i) => i !== at) })} />
            <TermsFields
              what={ease.text}
              terms={ease}
              lever={ease.lever}
              lexicon={editor.lexicon}
              onChange={(next) => set({ eases: eases.map((each, i) => (i === at ? next : each)) })}
            />
          </li>
        ))}
      </ul>
      {eases.length < 8 && (
        <AddByTyping
          text="a way to ease it"
          label="A way to ease it"
          placeholder="stop at the box"
          most={120}
          onNew={(text) => set({ eases: [...eases, { lever: 'range', text }] })}
          problemOf={(text) => (text.length < 4 ? 'Four letters at least.' : null)}
        />
      )}
    </Section>
  );
}
