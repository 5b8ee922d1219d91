import type { Plan } from '@waxwing/core/planning';
import { lowerFirst } from '@waxwing/core/movement';
import type { IndexedLibrary } from '../../shared/queries.ts';
import type { KnownForPlan } from './knownForPlan.ts';

interface ToMindProps {
  readonly plan: Plan;
  readonly known: KnownForPlan;
  readonly library: IndexedLibrary;
}

/** What to mind with whoever comes, before anything is picked. */
export function ToMind({ plan, known, library }: ToMindProps) {
  const lines = plan.lanes.flatMap(({ laneId }) =>
    (known.person(laneId)?.client.cautions ?? []).map(({ caution, side, note }) => {
      const entry = library.lexicon.cautions.get(caution);
      const what = `${side ? `${side} ` : ''}${lowerFirst(entry?.name ?? caution)}`;
      return { laneId, what, note, general: entry?.general };
    }),
  );
  if (lines.length === 0 && !known.context.inventory?.alone) return null;
  return (
    <ul className="leading-snug" aria-label="To mind">
      {lines.map(({ laneId, what, note, general }) => (
        <li key={`${laneId}${what}`}>
          {plan.lanes.length > 1 && `${known.context.lane(laneId).name}: `}
          <b className="border-accent border-b-4">{what}</b> {note} <span className="text-quiet">{general}</span>
        </li>
      ))}
      {known.context.inventory?.alone && <li>No spotter: lying presses stay light enough to get out from under alone.</li>}
    </ul>
  );
}
