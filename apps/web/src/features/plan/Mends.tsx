import type { PlanEdit, PlanProblem } from '@waxwing/core/planning';
import { lowerFirst } from '@waxwing/core/movement';
import { useMemo } from 'react';

/** What would put it right, one tap each. */
export function Mends({
  problem,
  onEdit,
}: {
  readonly problem: PlanProblem;
  readonly onEdit: (edit: PlanEdit, did: string) => void;
}) {
  const mends = useMemo(() => problem.mends(), [problem]);
  return mends.map(({ text, edit }, at) => (
    <span key={text}>
      {at > 0 && ' · '}
      <button type="button" className="link min-h-8 cursor-pointer font-bold" onClick={() => onEdit(edit, lowerFirst(text))}>
        {text}
      </button>
    </span>
  ));
}
