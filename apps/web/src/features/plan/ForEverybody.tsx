import { fallbacks } from '@waxwing/core/ladder';
import { lowerFirst, resolveMovement, stancesInForce } from '@waxwing/core/movement';
import {
  HANDS,
  SIDE_ORDERS,
  isOpenToAll,
  withItem,
  type Hands,
  type Levels,
  type PlanItem,
  type SideOrder,
  type Way,
} from '@waxwing/core/planning';
import { Field, Pick, Tick } from '../../shared/Field.tsx';
import type { ItemEditing } from './itemEditing.ts';
import { SIDE_NAMES } from './planWords.ts';
import { WayEditor } from './WayEditor.tsx';

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
export function ForEverybody({ plan, item, context, library, onEdit }: Omit<ItemEditing, 'laneId'>) {
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
  const isOpen = (id: string) => isOpenToAll(id, laneIds, context);
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
                className={`btn min-h-11 text-left font-normal ${isOn ? 'btn-neutral' : ''}`}
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
