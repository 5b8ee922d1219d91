import { lowerFirst, type MovementDocument } from '@waxwing/core/movement';
import { isOpenTo, type LadderPath, type Step } from '@waxwing/core/ladder';
import { firstName } from '@waxwing/core/client';
import { hasShown, shownFirstText } from '@waxwing/core/progress';
import { ArrowRight, Flag } from 'lucide-react';
import { Link } from 'react-router';
import { usePractice, type IndexedLibrary } from '../../shared/queries.ts';
import type { Viewpoint } from '../../shared/viewpoint.ts';

interface PickedRungProps {
  readonly library: IndexedLibrary;
  readonly document: MovementDocument;
  readonly viewpoint: Viewpoint;
  readonly goal: string | null;
  readonly way: LadderPath | null;
  readonly search: string;
  readonly onGoal: (movementId: string | null) => void;
}

/** Under the map: what the picked rung asks and leads to, and the way to a goal. Stays in sight. */
export function PickedRung({ library, document, viewpoint, goal, way, search, onGoal }: PickedRungProps) {
  const { openness, client } = viewpoint;
  const name = client && firstName(client.name);
  const obstacles = openness?.obstaclesTo(document.id) ?? [];
  const easier = library.ladder.easierFrom(document.id);
  const harder = library.ladder.harderFrom(document.id);
  const parts = document.components ?? [];
  return (
    <aside
      aria-label="Picked movement"
      className="border-base-content bg-base-100 sticky bottom-0 z-20 mt-4 max-h-[30vh] overflow-y-auto border-t-2 py-3"
    >
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-xl">
          <Link className="hover:underline" to={`/library/${document.id}${search}`}>
            {document.name}
          </Link>
        </h2>
        {name && (
          <span role="status">
            {obstacles.length > 0
              ? `not open to ${name}: ${obstacles.map(({ text }) => text).join('; ')}`
              : `open to ${name}${openness?.markOf(document.id) ? `, ${openness.markOf(document.id)}` : ''}`}
          </span>
        )}
        <button
          type="button"
          className="btn btn-sm ml-auto min-h-11 font-normal"
          onClick={() => onGoal(goal === document.id ? null : document.id)}
        >
          <Flag aria-hidden="true" size={16} /> {goal === document.id ? 'No longer the goal' : 'Make it the goal'}
        </button>
      </div>
      <div className="mt-1 grid gap-x-8 gap-y-1 md:grid-cols-2">
        <ul>
          {easier.map((step) => (
            <li key={step.from}>
              <span className="text-quiet">from </span>
              {library.nameOf(step.from)}: {leversOf(step, library)}
              <span className="text-quiet">, first {shownFirstText(step.shownFirst)}</span>
              {step.shownFirst.also && <span className="text-quiet">; {lowerFirst(step.shownFirst.also)}</span>}
            </li>
          ))}
          {parts.length > 0 && <li>made of {parts.map((id) => library.nameOf(id).toLowerCase()).join(' and ')}</li>}
        </ul>
        <ul>
          {harder.map((step) => (
            <li key={step.to}>
              <ArrowRight aria-hidden="true" size={15} className="mr-1 inline" />
              {library.nameOf(step.to)}: {leversOf(step, library)}
              <span className="text-quiet">
                , first {shownFirstText(step.shownFirst)}
                {step.sideBranch && ' (side branch)'}
              </span>
            </li>
          ))}
        </ul>
      </div>
      {goal && <Way library={library} goal={goal} way={way} viewpoint={viewpoint} />}
    </aside>
  );
}

function leversOf(step: Step, library: IndexedLibrary) {
  return <b>{step.levers.map((lever) => library.lexicon.levers.get(lever)?.name ?? lever).join(', ')}</b>;
}

/** The steps from where somebody stands to the goal, what each asks, and what of it they have shown. */
function Way({
  library,
  goal,
  way,
  viewpoint: { client },
}: Pick<PickedRungProps, 'library' | 'way' | 'viewpoint'> & { readonly goal: string }) {
  const practice = usePractice(client?.clientId ?? null);
  const name = client && firstName(client.name);
  if (!way) {
    const cautions = new Set(client?.cautions.map(({ caution }) => caution));
    const document = library.revision(goal)?.document;
    const isShut = document && !isOpenTo(document, { kit: null, cautions });
    return (
      <p className="mt-2">
        {isShut
          ? `A caution of ${name} closes ${library.nameOf(goal).toLowerCase()}.`
          : `No way up to ${library.nameOf(goal).toLowerCase()} that cautions leave open.`}
      </p>
    );
  }
  if (way.steps.length === 0)
    return (
      <p className="mt-2">{name ? `${name} stands on it already.` : 'It stands on the ground: anybody may begin with it.'}</p>
    );
  return (
    <ol className="border-base-300 mt-2 border-t pt-2" aria-label={`The way to ${library.nameOf(goal)}`}>
      {way.steps.map((step) => {
        const shown = practice.data && hasShown(step.shownFirst, practice.data[step.from] ?? []);
        return (
          <li key={step.to} className="flex flex-wrap gap-x-2">
            <span>
              {library.nameOf(step.from)} <ArrowRight aria-label="to" size={15} className="inline" />{' '}
              <b>{library.nameOf(step.to)}</b>
            </span>
            <span className="text-quiet">
              {step.levers.map((lever) => library.lexicon.levers.get(lever)?.name ?? lever).join(', ')}; first{' '}
              {shownFirstText(step.shownFirst)}
              {step.shownFirst.also && `, ${lowerFirst(step.shownFirst.also)}`}
            </span>
            {name && shown && (
              <span className={shown.isShown ? 'text-success font-bold' : ''}>
                {shown.isShown ? 'shown' : `${shown.sets} of ${step.shownFirst.sets} sets so far`}
              </span>
            )}
          </li>
        );
      })}
    </ol>
  );
}
