import type { Lexicon } from '@waxwing/core/movement';
import type { SourceKind } from '@waxwing/core/loading';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { v4 } from 'uuid';
import { Field, Pick, Tick } from '../Field.tsx';
import { Folded } from '../Folded.tsx';
import { UnitPick } from '../UnitPick.tsx';
import { newSource, usualCount, type DraftProblems, type InventoryDraft, type SourceDraft } from './draft.ts';

interface EditorProps {
  readonly draft: InventoryDraft;
  readonly problems: DraftProblems;
  readonly lexicon: Lexicon;
  readonly onChange: (draft: InventoryDraft) => void;
}

/** What can be added, said as somebody would who stands in front of it. */
const KINDS: readonly { readonly kind: SourceKind; readonly what: string; readonly name: string }[] = [
  { kind: 'fixed', what: 'dumbbell', name: 'dumbbells' },
  { kind: 'fixed', what: 'kettlebell', name: 'kettlebells' },
  { kind: 'bar', what: 'barbell', name: 'a bar with plates' },
  { kind: 'band', what: 'band', name: 'long bands' },
  { kind: 'band', what: 'band-loop', name: 'short loop bands' },
  { kind: 'adjustable', what: 'dumbbell', name: 'adjustable dumbbells' },
  { kind: 'fixed', what: 'plate', name: 'plates to hold' },
  { kind: 'fixed', what: 'medicine-ball', name: 'medicine balls' },
  { kind: 'stack', what: 'cable', name: 'a machine with a stack' },
  { kind: 'makeshift', what: 'bag', name: 'a bag to fill' },
  { kind: 'makeshift', what: 'water-can', name: 'a can or bottle to fill' },
  { kind: 'position', what: 'suspension-strap', name: 'straps, by where they stand' },
];
/** So many of the kinds are found nearly everywhere; the others are one tap further. */
const COMMON_KINDS = 5;
const MACHINES = ['cable', 'pulldown', 'seated-row', 'leg-press'];

/** Whatever loads come from; the things that weigh nothing are ticked below. */
const BY_SOURCE = new Set([
  'dumbbell',
  'dumbbells',
  'kettlebell',
  'kettlebells',
  'barbell',
  'plate',
  'medicine-ball',
  'band',
  'band-loop',
  'bag',
  'water-can',
  'suspension-strap',
  ...MACHINES,
]);

/** What a room, or somebody at home, has. Everything that is typed stays as typed until it is kept. */
export function InventoryEditor({ draft, problems, lexicon, onChange }: EditorProps) {
  const change = (key: string, part: Partial<SourceDraft>) =>
    onChange({ ...draft, sources: draft.sources.map((each) => (each.key === key ? { ...each, ...part } : each)) });
  return (
    <>
      <h2 className="text-xl">What loads come from</h2>
      {draft.sources.length === 0 && <p className="text-quiet">Nothing yet. Add what is on the rack, in its own unit.</p>}
      {draft.sources.map((source) => (
        <Source
          key={source.key}
          source={source}
          problem={(field) => problems[`${source.key}.${field}`]}
          lexicon={lexicon}
          onChange={(part) => change(source.key, part)}
          onRemove={() => onChange({ ...draft, sources: draft.sources.filter((each) => each.key !== source.key) })}
        />
      ))}
      <AddSource onAdd={(kind, what) => onChange({ ...draft, sources: [...draft.sources, newSource(v4(), kind, what)] })} />
      <Things draft={draft} problems={problems} lexicon={lexicon} onChange={onChange} />
      <FreeFloor draft={draft} problems={problems} onChange={onChange} />
      <Tick checked={draft.alone} onChange={(event) => onChange({ ...draft, alone: event.target.checked })}>
        No spotter here: lying presses are kept light enough to get out from under alone
      </Tick>
    </>
  );
}

function AddSource({ onAdd }: { onAdd: (kind: SourceKind, what: string) => void }) {
  const [showsAll, setShowsAll] = useState(false);
  return (
    <div className="mt-2 flex flex-wrap gap-1.5" role="group" aria-label="Add a source of load">
      {KINDS.slice(0, showsAll ? KINDS.length : COMMON_KINDS).map(({ kind, what, name }) => (
        <button key={name} type="button" className="btn min-h-11 font-normal" onClick={() => onAdd(kind, what)}>
          <Plus aria-hidden="true" size={16} />
          {name}
        </button>
      ))}
      {!showsAll && (
        <button type="button" className="btn btn-ghost min-h-11 font-normal" onClick={() => setShowsAll(true)}>
          something else …
        </button>
      )}
    </div>
  );
}

interface SourceProps {
  readonly source: SourceDraft;
  readonly problem: (field: keyof SourceDraft) => string | undefined;
  readonly lexicon: Lexicon;
  readonly onChange: (part: Partial<SourceDraft>) => void;
  readonly onRemove: () => void;
}

function titleOf({ kind, what }: SourceDraft): string {
  if (kind === 'stack') return 'Machine with a stack';
  const found = KINDS.find((each) => each.kind === kind && each.what === what)?.name ?? what;
  return found[0]!.toUpperCase() + found.slice(1);
}

function Source({ source, problem, lexicon, onChange, onRemove }: SourceProps) {
  const { kind, what } = source;
  const title = titleOf(source);
  const text = (field: keyof SourceDraft, label: string, wide: string, more: { hint?: string; decimal?: boolean } = {}) => (
    <Field
      label={label}
      wide={wide}
      value={source[field]}
      problem={problem(field)}
      hint={more.hint}
      {...(more.decimal && { inputMode: 'decimal' as const, className: 'figures' })}
      onChange={(event) => onChange({ [field]: event.target.value })}
    />
  );
  const unit = <UnitPick unit={source.unit} onPick={(picked) => onChange({ unit: picked })} />;
  const many = usualCount(source) === 2 ? 'two of each' : 'one of each';
  return (
    <fieldset className="border-base-300 mt-3 border-t pt-2">
      <legend className="sr-only">{title}</legend>
      <div className="flex flex-wrap items-start gap-x-3 gap-y-2">
        <p aria-hidden="true" className="heading w-32 pt-7 leading-tight xl:w-40">
          {title}
        </p>
        {kind === 'fixed' &&
          text('weights', 'weights', 'min-w-60 flex-1', { hint: `for example 4 6 8 12.5 (${many}); 6×4 for four` })}
        {kind === 'adjustable' && (
          <>
            {text('weights', 'settings', 'min-w-36 flex-1', { hint: 'for example 2–24 by 2, or 2 4 6' })}
            {text('handles', 'how many', 'w-24', { decimal: true })}
            {text('changeSeconds', 'seconds to set', 'w-28', { decimal: true })}
          </>
        )}
        {kind === 'bar' && (
          <>
            {text('bar', 'bar weighs', 'w-24', { decimal: true })}
            {text('weights', 'plates', 'min-w-52 flex-1', { hint: 'for example 1.25 2.5 5 (two of each); 5×4 for four' })}
          </>
        )}
        {(kind === 'fixed' || kind === 'adjustable' || kind === 'bar') && unit}
        {kind === 'stack' && (
          <>
            <Pick
              label="machine"
              wide="min-w-52 flex-1"
              value={what}
              options={MACHINES.map((id) => ({ value: id, text: lexicon.kit.get(id)?.name ?? id }))}
              onChange={(event) => onChange({ what: event.target.value })}
            />
            {text('pins', 'plates in the stack', 'w-36', { decimal: true })}
          </>
        )}
        {kind === 'band' && (
          <>
            {text('name', 'width or colour', 'w-36', { hint: 'for example wide' })}
            {text('strands', 'how many at once', 'w-36', { decimal: true })}
            {text('tension', 'kg at a stretch, if known', 'min-w-40 flex-1', {
              hint: '2:9 is 9 kg at twice its length',
            })}
          </>
        )}
        {kind === 'makeshift' && (
          <>
            {text('name', 'called', 'w-32')}
            {text('emptyKg', 'empty, kg', 'w-24', { decimal: true })}
            {what === 'bag' ? (
              text('contents', 'to put in', 'min-w-52 flex-1', { hint: 'books 4×1.2, bottles 6×1.5' })
            ) : (
              <>
                {text('litres', 'litres', 'w-24', { decimal: true })}
                <Pick
                  label="filled with"
                  wide="w-32"
                  value={source.filling}
                  options={['water', 'sand', 'rice'].map((value) => ({ value, text: value }))}
                  onChange={(event) => onChange({ filling: event.target.value as SourceDraft['filling'] })}
                />
              </>
            )}
          </>
        )}
        {kind === 'position' &&
          text('positions', 'places, easiest first', 'min-w-60 flex-1', { hint: 'upright, one step in, feet under the anchor' })}
        <button
          type="button"
          className="btn btn-ghost btn-square mt-5 size-11"
          aria-label={`Remove ${title.toLowerCase()}`}
          onClick={onRemove}
        >
          <X size={20} />
        </button>
      </div>
    </fieldset>
  );
}

const SIDES = [
  { side: 'widthM', label: 'metres wide' },
  { side: 'depthM', label: 'metres deep' },
] as const;

/** Without it there is room for everything. */
function FreeFloor({ draft, problems, onChange }: Omit<EditorProps, 'lexicon'>) {
  const { floor } = draft;
  return (
    <fieldset className="mt-3">
      <legend className="heading">Free floor</legend>
      <p className="text-quiet">Without racks and benches. A plan says then when two or more are in each other’s way.</p>
      <div className="mt-1 flex flex-wrap items-start gap-3">
        {SIDES.map(({ side, label }) => (
          <Field
            key={side}
            label={label}
            wide="w-32"
            className="figures"
            inputMode="decimal"
            value={floor[side]}
            problem={problems[`floor.${side}`]}
            onChange={(event) => onChange({ ...draft, floor: { ...floor, [side]: event.target.value } })}
          />
        ))}
      </div>
    </fieldset>
  );
}

/** Where somebody would look for a thing; what the library has besides stands at the end. */
const GROUPS: readonly { readonly name: string; readonly kit: readonly string[] }[] = [
  {
    name: 'To stand, sit and lie on',
    kit: ['mat', 'chair', 'bench', 'box', 'step', 'jump-box', 'back-extension-bench', 'wedge', 'cushion', 'dome'],
  },
  {
    name: 'To hold, lean on and hang from',
    kit: ['wall', 'hand-support', 'counter', 'doorway', 'rack', 'pull-up-bar', 'anchor'],
  },
  {
    name: 'Small things',
    kit: ['dowel', 'strap', 'roll', 'sliders', 'skipping-rope', 'battle-ropes', 'mirror', 'partner'],
  },
];

function Things({ draft, problems, lexicon, onChange }: EditorProps) {
  const all = [...lexicon.kit.values()].filter(({ id }) => !BY_SOURCE.has(id));
  const grouped = new Set(GROUPS.flatMap(({ kit }) => kit));
  const groups = [
    ...GROUPS.map(({ name, kit }) => ({ name, things: kit.flatMap((id) => all.find((thing) => thing.id === id) ?? []) })),
    { name: 'Other kit', things: all.filter(({ id }) => !grouped.has(id)) },
  ].filter(({ things }) => things.length > 0);
  return (
    <>
      <h2 className="mt-5 text-xl">What else there is</h2>
      {groups.map(({ name, things }) => (
        <ThingGroup key={name} name={name} things={things} draft={draft} problems={problems} onChange={onChange} />
      ))}
    </>
  );
}

const isThere = (draft: InventoryDraft, kit: string) => !['', '0'].includes((draft.things[kit] ?? '').trim());

interface GroupProps extends Omit<EditorProps, 'lexicon'> {
  readonly name: string;
  readonly things: readonly { readonly id: string; readonly name: string; readonly exclusive?: boolean }[];
}

/** Closed it says what of it there is; what is wrong in it opens it. */
function ThingGroup({ name, things, draft, problems, onChange }: GroupProps) {
  const isWrong = things.some(({ id }) => problems[`things.${id}`] !== undefined);
  const has = things.filter(({ id }) => isThere(draft, id));
  const said = has.map(({ id, name: thing }) => (draft.things[id] === '1' ? thing : `${thing} ×${draft.things[id]}`));
  const set = (kit: string, count: string) => onChange({ ...draft, things: { ...draft.things, [kit]: count } });
  return (
    <Folded title={name} said={said.length > 0 ? said.join(', ') : 'nothing ticked'} mustShow={isWrong}>
      <ul className="grid gap-x-8 sm:grid-cols-2">
        {things.map(({ id, name: thing, exclusive }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-3">
            <Tick checked={isThere(draft, id)} onChange={(event) => set(id, event.target.checked ? '1' : '')}>
              {thing}
              {exclusive && <span className="text-quiet"> · one person at a time</span>}
            </Tick>
            {isThere(draft, id) && (
              <input
                className="input bg-panel figures ml-auto min-h-11 w-16"
                inputMode="numeric"
                aria-label={`How many: ${thing}`}
                aria-invalid={problems[`things.${id}`] !== undefined}
                value={draft.things[id]}
                onChange={(event) => set(id, event.target.value)}
              />
            )}
            {problems[`things.${id}`] && (
              <span role="alert" className="w-full text-sm font-bold">
                {problems[`things.${id}`]}
              </span>
            )}
          </li>
        ))}
      </ul>
    </Folded>
  );
}
