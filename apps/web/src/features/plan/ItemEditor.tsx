import { DOSE_KINDS, lowerFirst, resolveMovement, stancesInForce, type DoseKind, type Tempo } from '@waxwing/core/movement';
import {
  HANDS,
  SETS_MOST,
  SIDE_ORDERS,
  STRETCHES,
  laneEntry,
  swapMovement,
  swapsFor,
  withAsked,
  withItem,
  withOwn,
  hindrancesOf,
  type Hands,
  type Levels,
  type Plan,
  type PlanBlock,
  type PlanContext,
  type PlanEdit,
  type PlanItem,
  type SideOrder,
  type Stretch,
  type StretchKind,
  type Way,
} from '@waxwing/core/planning';
import { fallbacks } from '@waxwing/core/ladder';
import { useState } from 'react';
import { Dialog } from '../../shared/Dialog.tsx';
import { Field, Pick, Tick } from '../../shared/Field.tsx';
import { LoadChoice } from '../../shared/LoadChoice.tsx';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { holdOf } from '../../shared/typedLoad.ts';
import { SIDE_NAMES, STRETCH_NAMES } from './planWords.ts';
import { Whole } from './Whole.tsx';

interface ItemEditorProps {
  readonly plan: Plan;
  readonly block: PlanBlock;
  readonly item: PlanItem;
  /** `null`: what holds for all. */
  readonly laneId: string | null;
  readonly context: PlanContext;
  readonly library: IndexedLibrary;
  readonly onEdit: (edit: PlanEdit, did: string) => void;
  readonly onLane: (laneId: string | null) => void;
}

const REPS_MOST = 1000;

const UNIT_NAMES: Readonly<Record<DoseKind, string>> = { reps: 'reps', seconds: 'seconds', distance: 'metres' };

/** What is asked in one place: of all, or of one lane, where it stands. */
export function ItemEditor(props: ItemEditorProps) {
  const { plan, block, item, laneId, context, onEdit, onLane } = props;
  const { kind } = block.format;
  const asksSets = kind === 'sets' || kind === 'build-up';
  const isTimed = kind === 'intervals';
  const [opens, setOpens] = useState<'load' | 'swap' | null>(null);
  const first = laneId ?? plan.lanes.find((lane) => laneEntry(item, lane.laneId, context))?.laneId ?? plan.lanes[0]?.laneId;
  const own = laneId === null ? undefined : item.own.find((each) => each.laneId === laneId);
  const entry = first === undefined ? null : laneEntry(item, first, context);
  const asked =
    own ?? (laneId === null ? item : { amount: undefined, sets: undefined, tempo: undefined, restSeconds: undefined });
  const isOut = own?.leftOut === true;
  const who = laneId === null ? 'everybody' : context.lane(laneId).name;
  const ask = (part: Parameters<typeof withAsked>[2], did: string) =>
    onEdit(withAsked(item.itemId, laneId, part), `${did} for ${who}`);
  return (
    <div className="border-accent my-3 grid gap-3 border-l-4 pl-4">
      {plan.lanes.length > 1 && (
        <div role="group" aria-label="For whom" className="flex flex-wrap gap-2">
          {[null, ...plan.lanes.map((lane) => lane.laneId)].map((id) => (
            <button
              key={id ?? 'all'}
              type="button"
              aria-pressed={id === laneId}
              className={`btn min-h-11 ${id === laneId ? 'btn-neutral' : ''}`}
              onClick={() => onLane(id)}
            >
              {id === null ? 'For all' : context.lane(id).name}
            </button>
          ))}
        </div>
      )}
      {laneId !== null && (
        <Tick
          checked={isOut}
          onChange={({ target }) =>
            onEdit(
              withOwn(item.itemId, laneId, { leftOut: target.checked || undefined }),
              target.checked ? `${who} sits it out` : `${who} does it`,
            )
          }
        >
          {who} sits this one out
        </Tick>
      )}
      {!isOut && entry && (
        <>
          <div className="flex flex-wrap items-start gap-3">
            {asksSets && (
              <Whole
                label="Sets"
                value={asked.sets ?? null}
                advised={entry.sets}
                least={1}
                most={SETS_MOST}
                wide="w-20"
                onChange={(sets) => ask({ sets }, 'sets')}
              />
            )}
            {!isTimed && (
              <>
                <Whole
                  label={entry.perSide ? 'Each side' : 'How many'}
                  value={asked.amount?.value ?? null}
                  advised={entry.amount}
                  least={1}
                  most={entry.unit === 'reps' ? REPS_MOST : 10_000}
                  onChange={(value) => ask({ amount: value === undefined ? undefined : { unit: entry.unit, value } }, 'how many')}
                />
                <Pick
                  label="Counted in"
                  wide="w-32"
                  options={DOSE_KINDS.map((kind) => ({ value: kind, text: UNIT_NAMES[kind] }))}
                  value={entry.unit}
                  onChange={({ target }) => {
                    const unit = target.value as DoseKind;
                    ask({ amount: { unit, value: unit === 'seconds' ? 30 : unit === 'reps' ? 10 : 20 } }, 'what is counted');
                  }}
                />
              </>
            )}
            {asksSets && (
              <Whole
                label="Rest, s"
                value={asked.restSeconds ?? null}
                advised={entry.restSeconds}
                least={0}
                most={600}
                onChange={(restSeconds) => ask({ restSeconds }, 'rest')}
              />
            )}
            {!isTimed && <TempoField tempo={asked.tempo ?? null} onChange={(tempo) => ask({ tempo }, 'tempo')} />}
            <div>
              <span className="text-quiet block text-sm">With</span>
              <button
                type="button"
                className="btn min-h-11 max-w-56 text-left leading-tight"
                aria-label={`Load for ${entry.document.name}: ${entry.load.kind === 'bodyweight' ? 'nothing added' : entry.how}`}
                onClick={() => setOpens('load')}
              >
                {entry.load.kind === 'bodyweight' ? 'nothing added' : entry.how}
              </button>
              {(own?.load ?? (laneId === null ? item.load : undefined)) && (
                <button
                  type="button"
                  className="link block min-h-8 text-sm"
                  onClick={() => ask({ load: undefined }, 'the load that is advised')}
                >
                  as advised
                </button>
              )}
            </div>
          </div>
          {entry.reasons.length > 0 && <p className="text-quiet text-sm">{entry.reasons.join('; ')}</p>}
          <div className="flex flex-wrap gap-2">
            <button type="button" className="btn min-h-11" onClick={() => setOpens('swap')}>
              Another movement for {who}
            </button>
            {own && !isOut && (
              <button
                type="button"
                className="btn btn-ghost min-h-11"
                onClick={() =>
                  onEdit(
                    withItem(item.itemId, (each) => ({ ...each, own: each.own.filter((one) => one.laneId !== laneId) })),
                    `${who} does as the others`,
                  )
                }
              >
                As the others do
              </button>
            )}
          </div>
          {laneId === null && <ForAll {...props} />}
        </>
      )}
      {opens === 'load' && entry && (
        <Dialog title={`${entry.document.name}: with what`} onClose={() => setOpens(null)}>
          <LoadChoice
            load={entry.load}
            rack={context.rack(entry.document)}
            hold={holdOf(entry.document)}
            unit="kg"
            onTake={(load) => {
              ask({ load }, 'the load');
              setOpens(null);
            }}
          />
        </Dialog>
      )}
      {opens === 'swap' && entry && <SwapDialog {...props} onClose={() => setOpens(null)} />}
    </div>
  );
}

/** Down, turn, up, top: "3-1-1-0". */
function TempoField({ tempo, onChange }: { tempo: Tempo | null; onChange: (tempo: Tempo | undefined) => void }) {
  const said = tempo ? [tempo.lowerSeconds, tempo.turnSeconds, tempo.liftSeconds, tempo.finishSeconds].join('-') : '';
  const [typed, setTyped] = useState<{ readonly text: string; readonly of: string } | null>(null);
  const text = typed && typed.of === said ? typed.text : said;
  const parts = text.split(/[-–\s./]+/).filter(Boolean);
  const isRight =
    text.trim() === '' || (parts.length === 4 && parts.every((part) => /^\d{1,2}$/.test(part) && Number(part) <= 60));
  return (
    <Field
      label="Tempo: down-turn-up-top"
      wide="w-44"
      className="figures"
      placeholder="3-1-1-0"
      value={text}
      problem={isRight ? undefined : 'four numbers of seconds, as 3-1-1-0'}
      onChange={({ target }) => {
        const next = target.value.split(/[-–\s./]+/).filter(Boolean);
        const isFour = next.length === 4 && next.every((part) => /^\d{1,2}$/.test(part) && Number(part) <= 60);
        const taken = isFour ? next.map(Number).join('-') : target.value.trim() === '' ? '' : said;
        setTyped({ text: target.value, of: taken });
        if (taken === said) return;
        const [lowerSeconds, turnSeconds, liftSeconds, finishSeconds] = next.map(Number);
        onChange(
          isFour
            ? { lowerSeconds: lowerSeconds!, turnSeconds: turnSeconds!, liftSeconds: liftSeconds!, finishSeconds: finishSeconds! }
            : undefined,
        );
      }}
    />
  );
}

/** What else could stand here, nearest first, each with its reasons. */
function SwapDialog({
  plan,
  item,
  laneId,
  context,
  library,
  onEdit,
  onClose,
}: ItemEditorProps & { readonly onClose: () => void }) {
  const laneIds = laneId === null ? plan.lanes.map((lane) => lane.laneId) : [laneId];
  const entry = laneEntry(item, laneIds[0]!, context);
  const of = entry?.document ?? context.documentOf(item.movementId);
  if (!of) return null;
  const among = library.revisions.map(({ document }) => document);
  const used = new Set(plan.blocks.flatMap(({ items }) => items.map(({ movementId }) => movementId)));
  const swaps = swapsFor({ of, laneIds, among, ladder: library.ladder, context, used }, 12);
  return (
    <Dialog title={`Instead of ${lowerFirst(of.name)}`} onClose={onClose}>
      {swaps.length === 0 && <p className="mt-3 text-lg">Nothing near enough is open to them here.</p>}
      <ul className="mt-3">
        {swaps.map(({ document, reasons, notYet }) => (
          <li key={document.id} className="border-base-300 border-b">
            <button
              type="button"
              className="hover:bg-base-200 min-h-12 w-full cursor-pointer px-2 py-2 text-left leading-tight"
              onClick={() => {
                onEdit(
                  swapMovement(item.itemId, laneId, document.id),
                  `${lowerFirst(document.name)} instead of ${lowerFirst(of.name)}`,
                );
                onClose();
              }}
            >
              <span className="text-lg">{document.name}</span>
              <span className="text-quiet block text-sm">{reasons.join(', ')}</span>
              {notYet && <span className="block text-sm">Not yet: {notYet}</span>}
            </button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

const WAY_NAMES: Readonly<Record<'' | Way['kind'], string>> = {
  '': 'plain sets',
  script: 'scripted: stretches one after the other',
  ramp: 'lighter sets first, for no record',
  drop: 'at the end lighter at once',
  ladder: 'another number each set',
  'then-easier': 'the few good ones, then an easier one',
};

function wayOf(kind: '' | Way['kind'], easier: string | undefined): Way | undefined {
  switch (kind) {
    case '':
      return undefined;
    case 'script':
      return {
        kind,
        stretches: [
          { kind: 'singles', amount: 4 },
          { kind: 'pulses', amount: 8 },
          { kind: 'hold', amount: 10 },
        ],
      };
    case 'ramp':
      return { kind, sets: 2 };
    case 'drop':
      return { kind, drops: 1 };
    case 'ladder':
      return { kind, of: 'amount', amounts: [12, 10, 8], words: [] };
    case 'then-easier':
      return easier ? { kind, movementId: easier, amount: 6 } : undefined;
  }
}

type LevelKind = keyof Levels;

const LEVEL_NAMES: Readonly<Record<LevelKind, string>> = {
  easier: 'An easier level at hand',
  harder: 'A harder level at hand',
  cantDo: 'For who can’t do it at all',
  notEnough: 'For whom it isn’t enough',
};

/** What is the same for everybody: the way of a set, sides, cues, hands, notes. */
function ForAll({ plan, item, context, library, onEdit }: ItemEditorProps) {
  const revision = library.revision(item.movementId);
  const change = (part: Partial<PlanItem>, did: string) =>
    onEdit(
      withItem(item.itemId, (each) => ({ ...each, ...part })),
      did,
    );
  if (!revision) return null;
  const { document } = revision;
  const easier = library.ladder.easierFrom(document.id).map(({ from }) => from);
  const harder = library.ladder.harderFrom(document.id).map(({ to }) => to);
  const laneIds = plan.lanes.map(({ laneId }) => laneId);
  const isOpen = (id: string) => hindrancesOf(id, laneIds, context).every(({ kind }) => kind === 'mastery');
  const instead = fallbacks({
    of: document,
    among: library.revisions.map((each) => each.document),
    ladder: library.ladder,
    lexicon: library.lexicon,
    isOpen,
  }).map(({ movementId }) => movementId);
  const beyond = harder.flatMap((id) => library.ladder.harderFrom(id).map(({ to }) => to));
  const choices: Readonly<Record<LevelKind, readonly string[]>> = {
    easier,
    harder,
    cantDo: instead,
    notEnough: [...harder, ...beyond],
  };
  const names = (ids: readonly string[]) => [...new Set(ids)].map((id) => ({ value: id, text: library.nameOf(id) }));
  const cues = resolveMovement(revision, library.lexicon, stancesInForce(library.lexicon, {})).cues;
  const stress = item.stress ?? [];
  const { way } = item;
  return (
    <>
      <div className="grid gap-3 md:grid-cols-2">
        <Pick
          label="Made of"
          options={(Object.keys(WAY_NAMES) as ('' | Way['kind'])[])
            .filter((kind) => kind !== 'then-easier' || easier.length > 0)
            .map((kind) => ({ value: kind, text: WAY_NAMES[kind] }))}
          value={way?.kind ?? ''}
          onChange={({ target }) =>
            change({ way: wayOf(target.value as '' | Way['kind'], easier[0]) }, WAY_NAMES[target.value as '' | Way['kind']])
          }
        />
        {document.laterality === 'one-side' && (
          <Pick
            label="Sides"
            options={SIDE_ORDERS.map((order) => ({ value: order, text: SIDE_NAMES[order] }))}
            value={item.sides ?? 'in-set'}
            onChange={({ target }) =>
              change({ sides: target.value === 'in-set' ? undefined : (target.value as SideOrder) }, 'sides')
            }
          />
        )}
        <Pick
          label="Your hands"
          options={[
            { value: '', text: 'free' },
            ...HANDS.map((hands) => ({
              value: hands,
              text: { hold: 'hold them or their feet', 'hand-over': 'hand weights over', stretch: 'stretch them' }[hands],
            })),
          ]}
          value={item.hands ?? ''}
          onChange={({ target }) => change({ hands: (target.value || undefined) as Hands | undefined }, 'your hands')}
        />
        {(Object.keys(LEVEL_NAMES) as LevelKind[]).map((kind) => (
          <Pick
            key={kind}
            label={LEVEL_NAMES[kind]}
            options={[{ value: '', text: 'none' }, ...names(choices[kind])]}
            value={item.levels?.[kind] ?? ''}
            onChange={({ target }) => change({ levels: levels(item, kind, target.value) }, lowerFirst(LEVEL_NAMES[kind]))}
          />
        ))}
        <Field
          label="What each round is for, with commas"
          maxLength={300}
          placeholder="for form, for rhythm, for pace"
          defaultValue={(item.intents ?? []).join(', ')}
          onBlur={({ target }) => {
            const intents = target.value
              .split(',')
              .map((each) => each.trim().slice(0, 60))
              .filter(Boolean)
              .slice(0, 10);
            if (intents.join() !== (item.intents ?? []).join())
              change({ intents: intents.length > 0 ? intents : undefined }, 'what rounds are for');
          }}
        />
      </div>
      <WayEditor item={item} easier={easier} library={library} onWay={(next) => change({ way: next }, 'the sets')} />
      <fieldset>
        <legend className="text-quiet text-sm">Cues to stress, two at the most</legend>
        <div className="flex flex-wrap gap-2">
          {cues.slice(0, 10).map(({ cueId, text }) => {
            const isOn = stress.includes(cueId);
            return (
              <button
                key={cueId}
                type="button"
                aria-pressed={isOn}
                disabled={!isOn && stress.length >= 2}
                className={`btn h-auto min-h-11 py-1 text-left leading-tight font-normal ${isOn ? 'btn-neutral' : ''}`}
                onClick={() => {
                  const next = isOn ? stress.filter((id) => id !== cueId) : [...stress, cueId];
                  change({ stress: next.length > 0 ? next : undefined }, 'cues to stress');
                }}
              >
                {text}
              </button>
            );
          })}
        </div>
      </fieldset>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <Field
          label="Note"
          maxLength={300}
          wide="w-full md:w-96"
          value={item.note ?? ''}
          onChange={({ target }) => change({ note: target.value || undefined }, 'a note')}
        />
        <Tick checked={item.pinned ?? false} onChange={({ target }) => change({ pinned: target.checked || undefined }, 'pinned')}>
          Stays in this place
        </Tick>
        <Tick
          checked={item.stacked ?? false}
          onChange={({ target }) => change({ stacked: target.checked || undefined }, 'meant so')}
        >
          Works the same as the one before on purpose
        </Tick>
      </div>
    </>
  );
}

function levels({ levels: before }: PlanItem, which: LevelKind, value: string): PlanItem['levels'] {
  const { [which]: _which, ...others } = before ?? {};
  const next = value ? { ...others, [which]: value } : others;
  return Object.keys(next).length > 0 ? next : undefined;
}

interface WayEditorProps {
  readonly item: PlanItem;
  readonly easier: readonly string[];
  readonly library: IndexedLibrary;
  readonly onWay: (way: Way) => void;
}

function WayEditor({ item: { way }, easier, library, onWay }: WayEditorProps) {
  switch (way?.kind) {
    case 'script':
      return <Script stretches={way.stretches} onChange={(stretches) => onWay({ ...way, stretches })} />;
    case 'ramp':
      return (
        <Whole label="Lighter sets" value={way.sets} least={1} most={5} onChange={(sets) => sets && onWay({ ...way, sets })} />
      );
    case 'drop':
      return (
        <Whole
          label="Times lighter"
          value={way.drops}
          least={1}
          most={4}
          onChange={(drops) => drops && onWay({ ...way, drops })}
        />
      );
    case 'ladder':
      return <LadderField way={way} onWay={onWay} />;
    case 'then-easier':
      return (
        <div className="flex flex-wrap gap-3">
          <Pick
            label="Then at once"
            wide="w-72"
            options={easier.map((id) => ({ value: id, text: library.nameOf(id) }))}
            value={way.movementId}
            onChange={({ target }) => onWay({ ...way, movementId: target.value })}
          />
          <Whole
            label="So many"
            value={way.amount}
            least={1}
            most={10_000}
            onChange={(amount) => amount && onWay({ ...way, amount })}
          />
        </div>
      );
    case undefined:
      return null;
  }
}

function Script({
  stretches,
  onChange,
}: {
  readonly stretches: readonly Stretch[];
  readonly onChange: (stretches: Stretch[]) => void;
}) {
  const put = (at: number, part: Partial<Stretch>) =>
    onChange(stretches.map((each, i) => (i === at ? { ...each, ...part } : each)));
  return (
    <ol aria-label="Stretches of a set" className="flex flex-wrap items-end gap-3">
      {stretches.map(({ kind, amount }, at) => (
        // A script is a sequence: its stretches have no names of their own.
        <li key={at} className="bg-base-200 flex items-end gap-2 rounded-xl p-2">
          <Whole
            label={`${at + 1}.`}
            value={amount}
            least={1}
            most={3600}
            wide="w-20"
            onChange={(next) => next && put(at, { amount: next })}
          />
          <Pick
            label="of"
            wide="w-40"
            options={STRETCHES.map((each) => ({ value: each, text: STRETCH_NAMES[each] }))}
            value={kind}
            onChange={({ target }) => put(at, { kind: target.value as StretchKind })}
          />
          <button
            type="button"
            className="btn btn-ghost min-h-11 px-2"
            aria-label={`Leave out stretch ${at + 1}`}
            disabled={stretches.length === 1}
            onClick={() => onChange(stretches.filter((_, i) => i !== at))}
          >
            ×
          </button>
        </li>
      ))}
      {stretches.length < 12 && (
        <li>
          <button type="button" className="btn min-h-11" onClick={() => onChange([...stretches, { kind: 'full', amount: 5 }])}>
            And then …
          </button>
        </li>
      )}
    </ol>
  );
}

function LadderField({ way, onWay }: { readonly way: Extract<Way, { kind: 'ladder' }>; readonly onWay: (way: Way) => void }) {
  const said = (way.of === 'amount' ? way.amounts.map(String) : way.words).join(', ');
  return (
    <div className="flex flex-wrap gap-3">
      <Pick
        label="From set to set another"
        wide="w-56"
        options={[
          { value: 'amount', text: 'number' },
          { value: 'word', text: 'height, intent: in words' },
        ]}
        value={way.of}
        onChange={({ target }) => {
          const of = target.value as 'amount' | 'word';
          onWay(
            of === 'amount'
              ? { ...way, of, amounts: [12, 10, 8], words: [] }
              : { ...way, of, amounts: [], words: ['high', 'middle', 'low'] },
          );
        }}
      />
      <Field
        key={way.of}
        label="One for each set, with commas"
        wide="w-72"
        defaultValue={said}
        onBlur={({ target }) => {
          const parts = target.value
            .split(',')
            .map((part) => part.trim())
            .filter(Boolean)
            .slice(0, SETS_MOST);
          const amounts = parts.map(Number).filter((each) => Number.isInteger(each) && each >= 1 && each <= 10_000);
          if (way.of === 'amount' && amounts.length > 0) onWay({ ...way, amounts });
          if (way.of === 'word' && parts.length > 0) onWay({ ...way, words: parts.map((part) => part.slice(0, 40)) });
        }}
      />
    </div>
  );
}
