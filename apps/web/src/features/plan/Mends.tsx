import type { PlanEdit, PlanProblem } from '@waxwing/core/planning';
import { lowerFirst } from '@waxwing/core/movement';
import { useMemo } from 'react';

interface MendsProps {
  readonly problem: PlanProblem;
  readonly onEdit: (edit: PlanEdit, did: string) => void;
  /** Where there is little room, the first of them. */
  readonly most?: number;
}

/** What would put it right, one tap each. */
export function Mends({ problem, onEdit, most = Infinity }: MendsProps) {
  const mends = useMemo(() => problem.mends(), [problem]);
  return mends.slice(0, most).map(({ text, edit }, at) => (
    <span key={text}>
      {at > 0 && ' · '}
      <button
        type="button"
        className="link cursor-pointer py-1 text-left font-bold"
        onClick={() => onEdit(edit, lowerFirst(text))}
      >
        {text}
      </button>
    </span>
  ));
}
