import { DOSE_KINDS, type DoseKind } from '@waxwing/core/movement';
import { SETS_MOST, laneEntry, withAsked, withItem, withOwn, type PlanBlock } from '@waxwing/core/planning';
import { useState } from 'react';
import { Dialog } from '../../shared/Dialog.tsx';
import { Pick, Tick } from '../../shared/Field.tsx';
import { LoadChoice } from '../../shared/LoadChoice.tsx';
import { holdOf } from '../../shared/typedLoad.ts';
import { ForEverybody } from './ForEverybody.tsx';
import type { ItemEditing } from './itemEditing.ts';
import { SwapInPlan } from './SwapInPlan.tsx';
import { TempoField } from './TempoField.tsx';
import { Whole } from './Whole.tsx';

interface ItemEditorProps extends ItemEditing {
  readonly block: PlanBlock;
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
          {laneId === null && <ForEverybody {...props} />}
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
      {opens === 'swap' && entry && <SwapInPlan {...props} onClose={() => setOpens(null)} />}
    </div>
  );
}
