import type { Lexicon } from '@waxwing/core/movement';
import type { SourceKind } from '@waxwing/core/loading';
import { Plus, X } from 'lucide-react';
import { v4 } from 'uuid';
import { Field, Pick, Tick } from '../Field.tsx';
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
  { kind: 'adjustable', what: 'dumbbell', name: 'adjustable dumbbells' },
  { kind: 'fixed', what: 'kettlebell', name: 'kettlebells' },
  { kind: 'bar', what: 'barbell', name: 'a bar with plates' },
  { kind: 'fixed', what: 'plate', name: 'plates to hold' },
  { kind: 'band', what: 'band', name: 'long bands' },
  { kind: 'band', what: 'band-loop', name: 'short loop bands' },
  { kind: 'stack', what: 'cable', name: 'a machine with a stack' },
  { kind: 'makeshift', what: 'bag', name: 'a bag to fill' },
  { kind: 'makeshift', what: 'water-can', name: 'a can or bottle to fill' },
  { kind: 'position', what: 'suspension-strap', name: 'straps, by where they stand' },
];
const MACHINES = ['cable', 'pulldown', 'seated-row', 'leg-press'];

/** Whatever loads come from; the things that weigh nothing are ticked below. */
const BY_SOURCE = new Set([
  'dumbbell',
  'dumbbells',
  'kettlebell',
  'kettlebells',
  'barbell',
  'plate',
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
      <div className="mt-2 flex flex-wrap gap-1.5" role="group" aria-label="Add a source of load">
        {KINDS.map(({ kind, what, name }) => (
          <button
            key={name}
            type="button"
            className="btn btn-sm min-h-11 font-normal"
            onClick={() => onChange({ ...draft, sources: [...draft.sources, newSource(v4(), kind, what)] })}
          >
            <Plus aria-hidden="true" size={16} />
            {name}
          </button>
        ))}
      </div>
      <Tick checked={draft.alone} onChange={(event) => onChange({ ...draft, alone: event.target.checked })}>
        Nobody here can take a weight off somebody: presses on the back are capped
      </Tick>
      <FreeFloor draft={draft} problems={problems} onChange={onChange} />
      <Things draft={draft} problems={problems} lexicon={lexicon} onChange={onChange} />
    </>
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
  const many = usualCount(source) === 2 ? 'there are two of each' : 'there is one of each';
  return (
    <fieldset className="border-base-300 mt-3 border-t pt-2">
      <legend className="sr-only">{title}</legend>
      <div className="flex flex-wrap items-start gap-x-3 gap-y-2">
        <p aria-hidden="true" className="heading w-32 pt-7 leading-tight xl:w-40">
          {title}
        </p>
        {kind === 'fixed' && text('weights', 'which', 'min-w-60 flex-1', { hint: `4  6×4  12.5: without × ${many}` })}
        {kind === 'adjustable' && (
          <>
            {text('weights', 'settings', 'min-w-36 flex-1', { hint: '2–24 by 2, or 2 4 6' })}
            {text('handles', 'handles', 'w-20', { decimal: true })}
            {text('changeSeconds', 'seconds to set', 'w-28', { decimal: true })}
          </>
        )}
        {kind === 'bar' && (
          <>
            {text('bar', 'bar weighs', 'w-24', { decimal: true })}
            {text('weights', 'plates', 'min-w-52 flex-1', { hint: '1.25  2.5  5×4: without × there are two' })}
          </>
        )}
        {(kind === 'fixed' || kind === 'adjustable' || kind === 'bar') && unit}
        {kind === 'stack' && (
          <>
            <Pick
              label="which"
              wide="min-w-52 flex-1"
              value={what}
              options={MACHINES.map((id) => ({ value: id, text: lexicon.kit.get(id)?.name ?? id }))}
              onChange={(event) => onChange({ what: event.target.value })}
            />
            {text('pins', 'pins', 'w-20', { decimal: true })}
          </>
        )}
        {kind === 'band' && (
          <>
            {text('name', 'which', 'w-40', { hint: 'wide, narrow, …' })}
            {text('strands', 'strands', 'w-20', { decimal: true })}
            {text('tension', 'kg by stretch, if measured', 'min-w-44 flex-1', { hint: '1.5:6  2:9 is 9 kg at twice its length' })}
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

function Things({ draft, problems, lexicon, onChange }: EditorProps) {
  const things = [...lexicon.kit.values()].filter(({ id }) => !BY_SOURCE.has(id));
  const set = (kit: string, count: string) => onChange({ ...draft, things: { ...draft.things, [kit]: count } });
  return (
    <>
      <h2 className="mt-5 text-xl">What else there is</h2>
      <p className="text-quiet">How many. What one person at a time can use is marked.</p>
      <ul className="mt-1 grid gap-x-8 sm:grid-cols-2">
        {things.map(({ id, name, exclusive }) => {
          const count = draft.things[id] ?? '';
          const has = count !== '' && count !== '0';
          return (
            <li key={id} className="flex items-center gap-3">
              <Tick checked={has} onChange={(event) => set(id, event.target.checked ? '1' : '')}>
                {name}
                {exclusive && <span className="text-quiet"> · one at a time</span>}
              </Tick>
              {has && (
                <input
                  className="input bg-panel figures ml-auto min-h-11 w-16"
                  inputMode="numeric"
                  aria-label={`How many: ${name}`}
                  aria-invalid={problems[`things.${id}`] !== undefined}
                  value={count}
                  onChange={(event) => set(id, event.target.value)}
                />
              )}
              {problems[`things.${id}`] && (
                <span role="alert" className="text-sm font-bold">
                  {problems[`things.${id}`]}
                </span>
              )}
            </li>
          );
        })}
      </ul>
    </>
  );
}
