import { itemIn, laneEntry, type Plan, type PlanContext, type PlanEdit, type PlanProblem } from '@waxwing/core/planning';
import { timeOfDay } from '../../shared/dates.ts';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { Mends } from './Mends.tsx';

interface InTheWayProps {
  readonly plan: Plan;
  readonly context: PlanContext;
  readonly library: IndexedLibrary;
  readonly problems: readonly PlanProblem[];
  /** Minutes after midnight at which it begins; `null` when nobody has booked it. */
  readonly startMinute: number | null;
  readonly onItem: (itemId: string) => void;
  readonly onEdit: (edit: PlanEdit, did: string) => void;
}

/** What stands in the way is said at its movement; so many of it, with so many mends, also on top. */
const SHOWN = 2;
const MENDS = 2;

/** What stands in the way of the hour as a whole, and the gravest of what does at its movements. */
export function InTheWay({ plan, context, library, problems, startMinute, onItem, onEdit }: InTheWayProps) {
  const general = problems.filter(({ itemId }) => itemId === null);
  const placed = problems.filter(({ itemId }) => itemId !== null);
  return (
    <>
      {general.map((problem) => (
        <p key={problem.key}>
          <span className="border-accent border-b-4">{problem.text}.</span> <Mends problem={problem} onEdit={onEdit} />
        </p>
      ))}
      {placed.slice(0, SHOWN).map((problem) => (
        <p key={problem.key} className="leading-snug">
          {problem.atSeconds !== null && startMinute !== null && (
            <span className="bg-accent text-accent-content figures mr-1 rounded px-1.5">
              {timeOfDay(startMinute + Math.floor(problem.atSeconds / 60))}
            </span>
          )}
          <button
            type="button"
            className="cursor-pointer text-left underline decoration-dotted"
            onClick={() => onItem(problem.itemId!)}
          >
            {placeText(problem, plan, context, library)}: {problem.text}
          </button>
          . <Mends problem={problem} onEdit={onEdit} most={MENDS} />
        </p>
      ))}
      {placed.length > SHOWN && <p className="text-quiet">and {placed.length - SHOWN} more, each at its movement</p>}
    </>
  );
}

/** Where it is: the movement, and for whom where there are several. A clash names them itself. */
function placeText({ itemId, laneId, kind }: PlanProblem, plan: Plan, context: PlanContext, library: IndexedLibrary): string {
  const item = itemIn(plan, itemId!);
  const entry = item && laneId ? laneEntry(item, laneId, context) : null;
  const name = entry?.document.name ?? (item ? library.nameOf(item.movementId) : '');
  const isOfSeveral = plan.lanes.length > 1 && kind !== 'shared' && kind !== 'hands';
  return laneId && isOfSeveral ? `${name}, ${context.lane(laneId).name}` : name;
}
