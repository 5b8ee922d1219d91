import { firstName } from '@waxwing/core/client';
import {
  PLAN_LANES_MOST,
  PLAN_MINUTES_MOST,
  addLane,
  refit,
  removeLane,
  withPlanFields,
  type Plan,
  type PlanEdit,
  type Refitted,
} from '@waxwing/core/planning';
import { lowerFirst } from '@waxwing/core/movement';
import { useState, type ReactNode } from 'react';
import { v4 as uuid } from 'uuid';
import { Choice } from '../../shared/Choice.tsx';
import { Field } from '../../shared/Field.tsx';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { knownAt, type KnownForPlan } from './knownForPlan.ts';
import { Whole } from './Whole.tsx';

interface WhereAndWhoProps {
  readonly plan: Plan;
  readonly known: KnownForPlan;
  readonly library: IndexedLibrary;
  readonly isTemplate: boolean;
  readonly onEdit: (edit: PlanEdit, did: string) => void;
  /** Whether it is kept. */
  readonly children: ReactNode;
}

/** Where it is, for whom and how long; another place refits what is planned. */
export function WhereAndWho({ plan, known, library, isTemplate, onEdit, children }: WhereAndWhoProps) {
  const [isOpen, setOpen] = useState(false);
  const [refitted, setRefitted] = useState<readonly Refitted[] | null>(null);
  const { context } = known;
  const { places, clients } = known.basis;
  const first = plan.lanes.map(({ laneId }) => known.person(laneId)).find(Boolean);
  const where = plan.atHome ? 'home' : (plan.placeId ?? places[0]?.placeId ?? null);
  const options = [
    ...places.map(({ placeId, name }) => ({ value: placeId, text: `at ${name}` })),
    ...(first ? [{ value: 'home', text: `at ${firstName(first.client.name)}’s, with what is there` }] : []),
  ];
  const move = (to: string) => {
    const place = { placeId: to === 'home' || !to ? undefined : to, atHome: to === 'home' ? true : undefined };
    const moved = withPlanFields(place)(plan);
    const there = knownAt(known, moved, library);
    const { plan: next, changes } = refit(moved, {
      context: there,
      ladder: library.ladder,
      among: library.revisions.map(({ document }) => document),
    });
    onEdit(() => next, `refitted to ${options.find(({ value }) => value === to)?.text.replace('at ', '') ?? 'anywhere'}`);
    setRefitted(changes);
  };
  const others = clients.filter(({ clientId }) => !plan.lanes.some((lane) => lane.clientId === clientId));
  return (
    <div>
      <div className="flex flex-wrap items-center gap-x-4">
        <Choice label="Where" none="anywhere" value={where} options={options} onChoose={move} />
        <button type="button" className="link text-quiet min-h-11" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {plan.heads
            ? `a class of ${plan.heads}`
            : plan.lanes.length === 0
              ? 'for nobody yet'
              : `${plan.lanes.length === 1 ? 'one person' : `${plan.lanes.length} people`}`}
          , {plan.minutes} minutes
        </button>
        {children}
      </div>
      {refitted && (
        <div role="status" className="border-accent my-2 border-l-4 pl-4">
          <p className="font-bold">
            {refitted.length === 0 ? 'Everything can be done there as it stands.' : `Refitted: ${refitted.length} changed.`}{' '}
            <button type="button" className="link min-h-8 font-normal" onClick={() => setRefitted(null)}>
              Close
            </button>
          </p>
          <ul>
            {refitted.map(({ itemId, laneId, from, to, reasons }) => (
              <li key={`${itemId}${laneId}`}>
                {laneId && `${context.lane(laneId).name}: `}
                {to ? `${to.name} instead of ${lowerFirst(from.name)}` : `${from.name}: ${reasons.join(', ')}`}
                {to && <span className="text-quiet"> ({reasons.join(', ')})</span>}
              </li>
            ))}
          </ul>
        </div>
      )}
      {isOpen && (
        <div className="border-accent my-3 flex flex-wrap items-end gap-4 border-l-4 pl-4">
          <Field
            label={isTemplate ? 'Name of the template' : 'Name, if it has one'}
            wide="w-72"
            maxLength={80}
            value={plan.name}
            onChange={({ target }) => onEdit(withPlanFields({ name: target.value }), 'its name')}
          />
          <Whole
            label="Minutes"
            value={plan.minutes}
            least={5}
            most={PLAN_MINUTES_MOST}
            onChange={(minutes) => minutes && onEdit(withPlanFields({ minutes }), `${minutes} minutes`)}
          />
          <div>
            <span className="text-quiet block text-sm">For</span>
            <span className="flex flex-wrap gap-2">
              {plan.lanes.map(({ laneId }) => (
                <button
                  key={laneId}
                  type="button"
                  className="btn min-h-11"
                  aria-label={`Without ${context.lane(laneId).name}`}
                  onClick={() => onEdit(removeLane(laneId), `without ${context.lane(laneId).name}`)}
                >
                  {context.lane(laneId).name} ×
                </button>
              ))}
              {plan.lanes.length < PLAN_LANES_MOST && (
                <Choice
                  label="Somebody more"
                  none="somebody more"
                  value={null}
                  options={others.map(({ clientId, name }) => ({ value: clientId, text: name }))}
                  onChoose={(clientId) =>
                    clientId &&
                    onEdit(
                      addLane({ laneId: uuid(), clientId }),
                      `with ${firstName(others.find((each) => each.clientId === clientId)!.name)}`,
                    )
                  }
                />
              )}
            </span>
          </div>
        </div>
      )}
    </div>
  );
}
