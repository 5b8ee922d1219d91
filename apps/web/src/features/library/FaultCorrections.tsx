import { workOn } from '@waxwing/core/coaching';
import type { ResolvedFault, ResolvedMovement } from '@waxwing/core/movement';
import { Link } from 'react-router';
import { FaultStill } from '../../shared/figure/FaultStill.tsx';
import type { IndexedLibrary } from '../../shared/queries.ts';
import { SeverityWord } from '../../shared/Severity.tsx';
import { MovementLinks } from './MovementLinks.tsx';
import { anchorOf } from './RepStrip.tsx';

/** Each fault with what is seen, what to say, what to do then, and where to go back to. */
export function FaultCorrections({ movement, library }: { movement: ResolvedMovement; library: IndexedLibrary }) {
  return (
    <section>
      <h2 className="text-2xl">When it goes wrong</h2>
      {movement.faults.map((fault) => (
        <article
          key={fault.faultId}
          id={anchorOf(fault)}
          className="border-base-300 target:bg-base-200 grid gap-x-5 gap-y-1 border-t py-3 md:grid-cols-[6rem_13rem_1fr]"
        >
          <div className="flex h-20 items-end justify-center md:h-24">
            <FaultStill
              document={movement.document}
              lexicon={library.lexicon}
              fault={fault}
              hasArrow
              className="max-h-20 max-w-full md:max-h-24"
            />
          </div>
          <div>
            <h3 className="text-lg">{fault.name}</h3>
            <p className="text-sm">
              <SeverityWord severity={fault.severity} />
              <span className="text-quiet">
                {' '}
                · from the {fault.views.join(' or ')}
                {fault.oneSided && ' · can be one side'}
              </span>
            </p>
          </div>
          <div>
            <p>{fault.seen}</p>
            <ol className="mt-1 flex flex-wrap gap-x-2 text-lg leading-snug">
              {stepsOf(fault, movement).map((step, i) => (
                <li key={i}>
                  {i > 0 && <span className="text-quiet">then </span>}
                  {step}
                </li>
              ))}
              {fault.regressTo && (
                <li>
                  <span className="text-quiet">then </span>
                  <Link className="link" to={`/library/${fault.regressTo}`}>
                    {library.nameOf(fault.regressTo)}
                  </Link>
                </li>
              )}
            </ol>
            <WorkOn fault={fault} library={library} movementId={movement.movementId} />
            {fault.stopWhen && (
              <p className="mt-1">
                <b>Stop when:</b> {fault.stopWhen}
              </p>
            )}
          </div>
        </article>
      ))}
    </section>
  );
}

export function stepsOf(fault: ResolvedFault, movement: ResolvedMovement): string[] {
  return fault.corrections.flatMap((correction) => {
    if (correction.kind !== 'cue') return [correction.text ?? ''];
    const cue = movement.cues.find(({ cueId }) => cueId === correction.cue || cueId.endsWith(`/${correction.cue}`));
    // A cue that the stances in force leave out isn't part of the way.
    return cue ? [`“${cue.text}”`] : [];
  });
}

/** What to do about the causes outside this movement. */
function WorkOn({ fault, library, movementId }: { fault: ResolvedFault; library: IndexedLibrary; movementId: string }) {
  const { drills, causes } = workOn(fault, movementId, library.lexicon);
  const there = (ids: readonly string[]) => ids.filter((id) => library.revision(id));
  const learned = there(drills);
  const worked = causes.map((cause) => ({ ...cause, work: there(cause.work) })).filter(({ work }) => work.length > 0);
  return (
    <>
      {learned.length > 0 && (
        <p className="text-quiet mt-1">
          learned by: <MovementLinks ids={learned} library={library} />
        </p>
      )}
      {worked.map(({ id, name, work, weeks }) => (
        <p key={id} className="text-quiet mt-1">
          for {name}: <MovementLinks ids={work} library={library} />; look again after {weeks} weeks
        </p>
      ))}
    </>
  );
}
