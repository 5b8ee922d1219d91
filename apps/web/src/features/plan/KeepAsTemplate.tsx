import type { KeptPlan } from '@waxwing/core/api';
import { copyOfPlan, type Plan } from '@waxwing/core/planning';
import { useState } from 'react';
import { Link } from 'react-router';
import { v4 as uuid } from 'uuid';
import { api } from '../../shared/api.ts';

/** A copy of the plan without its people, for other hours. */
export function KeepAsTemplate({ plan, title }: { readonly plan: Plan; readonly title: string }) {
  const [kept, setKept] = useState<{ readonly planId: string } | 'failed' | null>(null);
  const keep = async () => {
    const copy = copyOfPlan(plan, uuid);
    const { heads: _heads, atHome: _atHome, ...rest } = copy;
    const template: Plan = {
      ...rest,
      name: plan.name || `As with ${title}`,
      lanes: [{ laneId: uuid(), level: 'Anybody' }],
      blocks: copy.blocks.map((block) => ({ ...block, items: block.items.map((item) => ({ ...item, own: [] })) })),
    };
    try {
      setKept(await api.put<KeptPlan>(`plans/${uuid()}`, { plan: template, version: 0, isTemplate: true }));
    } catch {
      setKept('failed');
    }
  };
  if (kept && kept !== 'failed') {
    return (
      <Link className="link min-h-11 content-center" to={`/plans/${kept.planId}`}>
        Kept as a template: open it
      </Link>
    );
  }
  return (
    <button type="button" className="link min-h-11 cursor-pointer" onClick={() => void keep()}>
      {kept === 'failed' ? 'That didn’t work: keep as a template, again' : 'Keep as a template'}
    </button>
  );
}
