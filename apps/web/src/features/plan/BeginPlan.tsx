import type { KeptPlan } from '@waxwing/core/api';
import { copyOfPlan, lastForThese, repeatPlan, type Plan, type RepeatChange } from '@waxwing/core/planning';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { useSearchParams } from 'react-router';
import { v4 as uuid } from 'uuid';
import { api } from '../../shared/api.ts';
import { shortDay } from '../../shared/dates.ts';
import { lastPlan } from '../../shared/lastPlan.ts';
import type { IndexedLibrary } from '../../shared/queries.ts';
import type { KnownForPlan } from './knownForPlan.ts';

interface BeginPlanProps {
  readonly plan: Plan;
  readonly known: KnownForPlan;
  readonly library: IndexedLibrary;
  readonly onTake: (plan: Plan, did: string, changes: readonly RepeatChange[]) => void;
}

/** How an empty plan begins: as last time with what was decided, from a template, or from the search. */
export function BeginPlan({ plan, known, library, onTake }: BeginPlanProps) {
  const [address, setAddress] = useSearchParams();
  const clientIds = plan.lanes.flatMap(({ laneId, clientId }) => (clientId && known.person(laneId) ? [clientId] : []));
  const last = useQuery({
    queryKey: ['last-plan', ...clientIds],
    queryFn: () => lastPlan(clientIds, plan, library),
    enabled: clientIds.length > 0,
  });
  const templates = useQuery({ queryKey: ['templates'], queryFn: () => api.get<KeptPlan[]>('plans/templates') });

  const repeat = () => {
    if (!last.data) return;
    const { plan: next, changes } = repeatPlan({
      last: lastForThese(plan, last.data.plan),
      context: known.context,
      decided: (laneId, movementId) => known.person(laneId)?.history.due.find((due) => due.movementId === movementId) ?? null,
      newId: uuid,
    });
    onTake(next, 'as last time', changes);
  };

  // Asked for on Today, it is done at once, and once.
  const isAsked = address.get('as') === 'last';
  const done = useRef(false);
  useEffect(() => {
    if (!isAsked || done.current || (last.data === undefined && !last.isError && clientIds.length > 0)) return;
    done.current = true;
    setAddress({}, { replace: true });
    if (last.data) repeat();
  });

  return (
    <section aria-label="Begin" className="my-5 max-w-2xl text-lg">
      <h2 className="text-2xl">Nothing planned yet</h2>
      <p className="text-quiet">Find the first movement in the search, or begin with what there is.</p>
      <div className="mt-3 flex flex-wrap gap-3">
        {last.data && (
          <button type="button" className="btn btn-primary min-h-14 px-6 text-lg" onClick={repeat}>
            As last time{last.data.localDate ? `, ${shortDay(last.data.localDate)}` : ''}
          </button>
        )}
        {(templates.data ?? []).map(({ planId, plan: template }) => (
          <button
            key={planId}
            type="button"
            className="btn min-h-14"
            onClick={() => {
              const copy = copyOfPlan(template, uuid);
              const blocks = copy.blocks.map((block) => ({ ...block, items: block.items.map((item) => ({ ...item, own: [] })) }));
              onTake({ ...plan, blocks }, `from ${template.name}`, []);
            }}
          >
            From “{template.name}”
          </button>
        ))}
      </div>
      {last.isError && <p className="text-quiet mt-2 text-base">What they did last time can’t be fetched just now.</p>}
    </section>
  );
}
