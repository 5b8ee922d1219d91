import type { KeptPlan } from '@waxwing/core/api';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v4 as uuid } from 'uuid';
import { api } from '../../shared/api.ts';
import { momentText } from '../../shared/dates.ts';
import { DoneWithUndo } from '../../shared/DoneWithUndo.tsx';
import { Page } from '../../shared/page.tsx';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { SortButtons, useSorting, type SortWay } from '../../shared/sorting.tsx';
import { Empty, Failed, Loading } from '../../shared/states.tsx';
import { TodayNav } from '../../shared/TodayNav.tsx';
import { beginPlan } from './planDrafts.ts';

const movementsOf = ({ plan }: KeptPlan) => plan.blocks.reduce((sum, { items }) => sum + items.length, 0);
const SORTS: readonly SortWay<KeptPlan>[] = [
  { id: 'changed', name: 'last changed', compare: (a, b) => b.changedAt.localeCompare(a.changedAt) },
  { id: 'name', name: 'name', compare: (a, b) => a.plan.name.localeCompare(b.plan.name) },
  { id: 'minutes', name: 'minutes', compare: (a, b) => a.plan.minutes - b.plan.minutes },
];

/** Plans that stand for no visit: an hour that is made once and used often. */
export default function TemplatesPage() {
  const { me } = useSignedIn();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [removed, setRemoved] = useState<KeptPlan | null>(null);
  const templates = useQuery({
    queryKey: ['templates'],
    queryFn: () => api.get<KeptPlan[]>('plans/templates'),
    refetchOnMount: 'always',
  });
  const sorting = useSorting(SORTS);
  const again = () => queries.invalidateQueries({ queryKey: ['templates'] });
  const begin = () => {
    const lanes = [{ laneId: uuid(), level: 'Anybody' }];
    const planId = beginPlan(me.trainerId, { lanes, minutes: 60, name: 'A template' }, { isTemplate: true });
    void navigate(`/plans/${planId}`);
  };
  const remove = async (template: KeptPlan) => {
    await api.delete(`plans/${template.planId}`);
    setRemoved(template);
    await again();
  };
  const back = async () => {
    if (!removed) return;
    await api.put(`plans/${removed.planId}`, { plan: removed.plan, version: 0, isTemplate: true });
    setRemoved(null);
    await again();
  };
  return (
    <Page title="Templates" aside={<TodayNav />}>
      <button type="button" className="btn btn-primary min-h-12" onClick={begin}>
        A new template
      </button>
      <DoneWithUndo done={removed && `“${removed.plan.name}” is gone.`} onUndo={() => void back()} />
      {templates.isPending && <Loading what="your templates" />}
      {templates.isError && <Failed what="your templates" error={templates.error} onRetry={() => void templates.refetch()} />}
      {templates.data?.length === 0 && (
        <Empty title="No templates yet">
          <p>Make one here, or keep a plan that worked as one: on its page, below.</p>
        </Empty>
      )}
      {(templates.data?.length ?? 0) > 1 && <SortButtons sorting={sorting} />}
      <ul>
        {sorting.sorted(templates.data ?? []).map((template) => (
          <li key={template.planId} className="border-base-300 flex flex-wrap items-baseline gap-x-4 border-t py-2">
            <Link className="heading min-h-11 content-center text-xl" to={`/plans/${template.planId}`}>
              {template.plan.name || 'Without a name'}
            </Link>
            <span className="text-quiet">
              {movementsOf(template)} movements, {template.plan.minutes} minutes, changed {momentText(template.changedAt)}
            </span>
            <button
              type="button"
              className="btn btn-ghost ml-auto min-h-11"
              aria-label={`Remove “${template.plan.name}”`}
              onClick={() => void remove(template)}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
    </Page>
  );
}
